/** The assigning form as it is filled in: plain values that a draft keeps, and how they become wishes. */
import type { Wishes } from '@oaken/contract/assignments';
import {
  ruleProblems,
  usualBands,
  usualOffPerTry,
  type AssignmentRules,
  type Counting,
  type Release,
  type LateAnswerRule,
} from '@oaken/core/assignments';
import { longestWork } from '@oaken/core/stages';
import { atWall, day, lengthInWords, minute, wallOf, windowProblems } from '@oaken/core/timing';

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
  release: Release;
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
    mode: 'test',
    offPercent: 33.3,
    limited: true,
    limitMinutes: 20,
    warns: '5, 1',
    partsTimed: 'none',
    sectionMinutes: {},
    itemMinutes: 1.5,
    goBack: true,
    oneSitting: false,
    lateAnswers: null,
    attempts: 1,
    counts: 'best',
    order: 'own',
    shuffleChoices: true,
    release: {
      score: 'after-closing',
      marks: 'after-closing',
      answers: 'after-closing',
      explanations: 'after-closing',
      show: 'both',
      bands: usualBands,
    },
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
    release: {
      ...rules.release,
      bands: rules.release.bands.length > 0 ? rules.release.bands : usualBands,
    },
    forms: wishes.forms,
    formsFor: wishes.formsFor as WishForm['formsFor'],
    exact: exactTimes(wishes, zone),
  };
}

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

function stageLimitOf({
  mode,
  partsTimed,
  sectionMinutes,
  itemMinutes,
}: WishForm): AssignmentRules['stageLimit'] {
  // A practice has none, whatever was filled in before the mode was chosen.
  if (mode === 'practice' || partsTimed === 'none') return null;
  if (partsTimed === 'items') return { of: 'items', minutes: itemMinutes };
  const given = Object.entries(sectionMinutes).filter(
    (entry): entry is [string, number] => entry[1] !== '',
  );
  return { of: 'sections', minutes: Object.fromEntries(given) };
}

export function rulesOf(form: WishForm): AssignmentRules {
  return {
    mode: form.mode,
    // A third is a third, not 33.3 %.
    offPerTry: form.offPercent === 33.3 ? usualOffPerTry : form.offPercent / 100,
    limitMinutes: form.limited ? form.limitMinutes : null,
    stageLimit: stageLimitOf(form),
    goBack: form.goBack || form.mode === 'practice',
    oneSitting: form.oneSitting,
    lateAnswers: form.lateAnswers ?? undefined,
    warnMinutes: hasTime(form)
      ? warnMinutes(form.warns).filter(
          (value) => value > 0 && !(form.limited && value >= form.limitMinutes),
        )
      : [],
    attempts: form.attempts === 0 ? null : form.attempts,
    counts: form.counts,
    order: form.order,
    shuffleChoices: form.shuffleChoices,
    release: { ...form.release, bands: form.release.show === 'band' ? form.release.bands : [] },
  };
}

export interface Read {
  opensAt: number;
  closesAt: number | null;
  lateRule: Wishes['lateRule'];
  visibleFrom: number | null;
  answersFrom: number | null;
  rules: AssignmentRules;
}

interface FieldProblem {
  field: string;
  message: string;
}

/** What cannot be of the values that are no times on the wall; the first of a field is the one to be said. */
function valueProblems(form: WishForm): FieldProblem[] {
  const { limited, limitMinutes, mode, attempts, lateOff, offPercent } = form;
  const warnings = hasTime(form) ? warnMinutes(form.warns) : [];
  const checks: [right: boolean, field: string, message: string][] = [
    [
      !limited || (limitMinutes >= 1 && limitMinutes <= 1440),
      'limit',
      'The time limit must be from 1 minute to a day.',
    ],
    [
      warnings.every((minutes) => minutes > 0 && minutes <= 600),
      'warnMinutes',
      'Write minutes, parted by commas, such as 5, 1.',
    ],
    [warnings.length <= 4, 'warnMinutes', 'At most four warnings.'],
    [
      timedParts(form).every((minutes) => minutes >= 0.1 && minutes <= 600),
      'stageLimit',
      'A part can have from 0.1 to 600 minutes.',
    ],
    [
      Number.isInteger(attempts) && attempts >= 0 && attempts <= 20,
      'attempts',
      'Attempts are a whole number from 1 to 20.',
    ],
    [lateOff >= 0 && lateOff <= 100, 'lateRule', 'Each late day can take off from 0 to 100 %.'],
    [
      mode !== 'practice' || (offPercent >= 0 && offPercent <= 100),
      'offPerTry',
      'A wrong try can take off from 0 to 100 %.',
    ],
    [form.forms.length > 0, 'forms', 'Choose at least one form.'],
  ];
  return checks.flatMap(([right, field, message]) => (right ? [] : [{ field, message }]));
}

/** The minutes of the parts that have times of their own. */
function timedParts({ mode, partsTimed, itemMinutes, sectionMinutes }: WishForm): number[] {
  if (mode !== 'test' || partsTimed === 'none') return [];
  if (partsTimed === 'items') return [itemMinutes];
  return Object.values(sectionMinutes).filter((minutes) => minutes !== '');
}

/** The wishes, as far as they can be read, and what stands against them, by field. */
export function readForm(
  form: WishForm,
  zone: string,
  now: number,
  given: boolean,
  items: number | null,
): { read: Read | null; problems: Record<string, string> } {
  const problems: Record<string, string> = {};
  const say = (field: string, message: string) => (problems[field] ??= message);
  const take = (field: string, asked: boolean, text: string): number | null => {
    if (!asked) return null;
    const exact = form.exact[text];
    if (exact !== undefined) return exact;
    const wall = atWall(text, zone);
    if (!wall.ok) say(field, wall.message);
    return wall.ok ? wall.at : null;
  };
  const opensAt = form.opens === 'now' ? now : take('opensAt', true, form.opensWall);
  const closesAt = take('closesAt', !form.never, form.closesWall);
  const until = take('lateRule', form.lateWork && !form.never, form.lateWall);
  const visibleFrom = take('visibleFrom', form.hidden, form.visibleWall);
  const answersFrom = take('answersFrom', form.answersLater, form.answersWall);
  for (const { field, message } of valueProblems(form)) say(field, message);
  if (opensAt === null || Object.keys(problems).length > 0) return { read: null, problems };
  const rules = rulesOf(form);
  const lateRule =
    until === null
      ? ({ late: 'no' } as const)
      : ({ late: 'until', until, offPerDay: form.lateOff / 100 } as const);
  for (const part of [
    ...windowProblems(
      { opensAt, closesAt, lateRule },
      longestWork(rules, items),
      given ? Math.min(now, opensAt) : now,
    ),
    ...ruleProblems(rules),
  ])
    say(part.field, part.message);
  if (visibleFrom !== null && visibleFrom > Math.max(opensAt, now))
    say('visibleFrom', 'They must be able to see it when it opens.');
  if (answersFrom !== null && answersFrom < opensAt)
    say('answersFrom', 'Answers cannot be seen before it opens.');
  return { read: { opensAt, closesAt, lateRule, visibleFrom, answersFrom, rules }, problems };
}

export const limitWords = (form: WishForm) =>
  form.limited ? lengthInWords(form.limitMinutes * minute) : 'no time limit';
