/** The assigning form as it is filled in: plain values that a draft keeps, and how they become wishes. */
import type { Wishes } from '@oaken/contract/assignments';
import {
  usualBands,
  usualRules,
  type AssignmentRules,
  type Counting,
  type Release,
  type LateAnswerRule,
  type PracticeHelp,
  usualPracticeHelp,
  type Supervision,
} from '@oaken/core/assignments';
import type { StudentTool } from '@oaken/core/items';
import { day, lengthInWords, minute, wallOf } from '@oaken/core/timing';
import { say } from '../../words/teacher';

export interface WishForm {
  classIds: number[];
  groupIds: number[];
  studentIds: number[];
  link: boolean;
  /** Writes to those who have an e-mail address. */
  invite: boolean;
  opens: 'now' | 'later';
  opensWall: string;
  never: boolean;
  closesWall: string;
  lateWork: boolean;
  lateWall: string;
  /** Percent that each late day takes off. */
  lateOff: number;
  hidden: boolean;
  visibleWall: string;
  answersLater: boolean;
  answersWall: string;
  word: string;
  instructions: string;
  note: string;
  mode: AssignmentRules['mode'];
  /** Percent of a question's points that a wrong try takes off. */
  offPercent: number;
  practice: PracticeHelp;
  limited: boolean;
  limitMinutes: number;
  /** Minutes before the end, parted by commas. */
  warns: string;
  /** Which parts have times of their own. */
  partsTimed: 'none' | 'sections' | 'items';
  /** Minutes by the id of the section; none for those without. */
  sectionMinutes: Record<string, number | ''>;
  itemMinutes: number;
  goBack: boolean;
  oneSitting: boolean;
  /** Null: what is usual for the mode. */
  lateAnswers: LateAnswerRule | null;
  /** 0: as many as wanted. */
  attempts: number;
  counts: Counting;
  order: AssignmentRules['order'];
  shuffleChoices: boolean;
  /** With every question, besides what its item allows. */
  tools: StudentTool[];
  release: Release;
  /** Sat under the teacher's eyes. */
  supervised: boolean;
  /** By the id of the class: when it begins, empty for the whole window, and for how many minutes. */
  hours: Record<string, { wall: string; minutes: number }>;
  byPress: boolean;
  schoolNetwork: boolean;
  /** The forms that go round; null is the first. */
  forms: (string | null)[];
  formsFor: { classId?: number; groupId?: number; form: string | null }[];
  /**
   * Instants by the times on the wall that they are shown as. What was given at once has seconds too, and a field shows
   * none; a time that nobody changes stays exact.
   */
  exact: Record<string, number>;
}

/** A week, to the time when school is over, unless a teacher says otherwise. */
export function blankForm(now: number, zone: string): WishForm {
  const dayAt = (days: number, time: string) =>
    `${wallOf(now + days * day, zone).slice(0, 11)}${time}`;
  return {
    classIds: [],
    groupIds: [],
    studentIds: [],
    link: false,
    invite: false,
    opens: 'now',
    opensWall: dayAt(1, '08:00'),
    never: false,
    closesWall: dayAt(7, '15:30'),
    lateWork: false,
    lateWall: dayAt(9, '15:30'),
    lateOff: 0,
    hidden: false,
    visibleWall: dayAt(1, '08:00'),
    answersLater: false,
    answersWall: dayAt(8, '08:00'),
    word: '',
    instructions: '',
    note: '',
    mode: usualRules.mode,
    offPercent: 33.3,
    practice: { ...usualPracticeHelp },
    limited: true,
    limitMinutes: usualRules.limitMinutes ?? 0,
    warns: usualRules.warnMinutes.join(', '),
    partsTimed: 'none',
    sectionMinutes: {},
    itemMinutes: 1.5,
    goBack: usualRules.goBack,
    oneSitting: usualRules.oneSitting,
    lateAnswers: null,
    attempts: usualRules.attempts ?? 0,
    counts: usualRules.counts,
    order: usualRules.order,
    shuffleChoices: usualRules.shuffleChoices,
    tools: [],
    release: { ...usualRules.release, bands: usualBands },
    supervised: false,
    hours: {},
    byPress: false,
    schoolNetwork: false,
    forms: [null],
    formsFor: [],
    exact: {},
  };
}

/** The form of an assignment that was given, to change it or to give it again. */
export function formOfWishes(
  wishes: Omit<Wishes, 'opensAt' | 'invite'> & { opensAt: number },
  blank: WishForm,
  zone: string,
): WishForm {
  const wall = (time: number | null, otherwise: string) =>
    time === null ? otherwise : wallOf(time, zone);
  const { rules, lateRule } = wishes;
  return {
    ...blank,
    ...wishes.who,
    opens: 'later',
    opensWall: wallOf(wishes.opensAt, zone),
    never: wishes.closesAt === null,
    closesWall: wall(wishes.closesAt, blank.closesWall),
    lateWork: lateRule.late === 'until',
    lateWall: lateRule.late === 'until' ? wallOf(lateRule.until, zone) : blank.lateWall,
    lateOff: lateRule.late === 'until' ? Math.round(lateRule.offPerDay * 1000) / 10 : 0,
    hidden: wishes.visibleFrom !== null,
    visibleWall: wall(wishes.visibleFrom, blank.visibleWall),
    answersLater: wishes.answersFrom !== null,
    answersWall: wall(wishes.answersFrom, blank.answersWall),
    word: wishes.word,
    instructions: wishes.instructions,
    note: wishes.note,
    mode: rules.mode,
    offPercent: Math.round(rules.offPerTry * 1000) / 10,
    practice: { ...(rules.practice ?? usualPracticeHelp) },
    limited: rules.limitMinutes !== null,
    limitMinutes: rules.limitMinutes ?? blank.limitMinutes,
    warns: rules.warnMinutes.join(', '),
    partsTimed: rules.stageLimit?.of ?? 'none',
    sectionMinutes:
      rules.stageLimit?.of === 'sections' ? { ...rules.stageLimit.minutes } : blank.sectionMinutes,
    itemMinutes: rules.stageLimit?.of === 'items' ? rules.stageLimit.minutes : blank.itemMinutes,
    goBack: rules.goBack,
    oneSitting: rules.oneSitting,
    lateAnswers: rules.lateAnswers ?? null,
    attempts: rules.attempts ?? 0,
    counts: rules.counts,
    order: rules.order,
    shuffleChoices: rules.shuffleChoices,
    tools: rules.tools ?? [],
    release: {
      ...rules.release,
      bands: rules.release.bands.length > 0 ? rules.release.bands : usualBands,
    },
    supervised: rules.supervision !== undefined,
    hours: hoursForm(rules.supervision, zone),
    byPress: rules.supervision?.byPress ?? false,
    schoolNetwork: rules.supervision?.schoolNetwork ?? false,
    forms: wishes.forms,
    formsFor: wishes.formsFor as WishForm['formsFor'],
    exact: exactTimes(wishes, zone),
  };
}

const hoursForm = (rules: Supervision | undefined, zone: string): WishForm['hours'] =>
  Object.fromEntries(
    (rules?.hours ?? []).map(({ classId, from, to }) => [
      String(classId),
      { wall: wallOf(from, zone), minutes: Math.round((to - from) / minute) },
    ]),
  );

function exactTimes(
  {
    opensAt,
    closesAt,
    lateRule,
    visibleFrom,
    answersFrom,
  }: Pick<Wishes, 'closesAt' | 'lateRule' | 'visibleFrom' | 'answersFrom'> & { opensAt: number },
  zone: string,
): WishForm['exact'] {
  const late = lateRule.late === 'until' ? lateRule.until : null;
  const times = [opensAt, closesAt, late, visibleFrom, answersFrom].filter((time) => time !== null);
  return Object.fromEntries(times.map((time) => [wallOf(time, zone), time]));
}

/** Moves every time on the wall by so many days. */
export function moveDays(form: WishForm, days: number): WishForm {
  const moved = { ...form };
  for (const key of ['opensWall', 'closesWall', 'lateWall', 'visibleWall', 'answersWall'] as const)
    moved[key] = shiftDate(form[key], days);
  moved.hours = Object.fromEntries(
    Object.entries(form.hours).map(([id, { wall, minutes }]) => [
      id,
      { wall: wall && shiftDate(wall, days), minutes },
    ]),
  );
  moved.exact = {};
  return moved;
}
const shiftDate = (wall: string, days: number) =>
  `${new Date(Date.parse(`${wall.slice(0, 10)}T00:00Z`) + days * day).toISOString().slice(0, 10)}${wall.slice(10)}`;

/** Whether any time runs, of the whole or of parts. */
export const hasTime = (form: WishForm) =>
  form.limited || (form.mode === 'test' && form.partsTimed !== 'none');

export const warnMinutes = (text: string) =>
  [
    ...new Set(
      text
        .split(/[,;\s]+/)
        .filter(Boolean)
        .map(Number),
    ),
  ].sort((a, b) => b - a);

export const limitWords = (form: WishForm) =>
  form.limited ? lengthInWords(form.limitMinutes * minute) : say('assignments.noTimeLimit');
