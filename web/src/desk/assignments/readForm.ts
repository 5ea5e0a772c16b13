/** What a filled-in assigning form wishes for, and what stands against it, by field. */
import type { Wishes } from '@oaken/contract/assignments';
import {
  ruleProblems,
  supervisionProblems,
  usualOffPerTry,
  type AssignmentRules,
  type Supervision,
} from '@oaken/core/assignments';
import { longestWork } from '@oaken/core/stages';
import { atWall, minute, windowProblems } from '@oaken/core/timing';
import { hasTime, warnMinutes, type WishForm } from './wishForm';
import { say } from '../../words/teacher';

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

/** @returns undefined where it is not supervised, and a sentence where an hour cannot be read */
function supervisionOf(form: WishForm, zone: string): Supervision | string | undefined {
  if (!form.supervised) return undefined;
  const { byPress, schoolNetwork } = form;
  const hours: Supervision['hours'] = [];
  for (const [id, { wall, minutes }] of Object.entries(form.hours)) {
    // A class that was chosen no more keeps what was filled in, and has no hours.
    if (wall === '' || !form.classIds.includes(Number(id))) continue;
    const begins = atWall(wall, zone);
    if (!begins.ok) return begins.message;
    if (!(minutes >= 1 && minutes <= 1440)) return say('assignments.hoursMinutes');
    const from = form.exact[wall] ?? begins.at;
    hours.push({ classId: Number(id), from, to: from + minutes * minute });
  }
  return { hours, byPress, schoolNetwork };
}

export function rulesOf(form: WishForm, supervision?: Supervision): AssignmentRules {
  return {
    mode: form.mode,
    // A third is a third, not 33.3%.
    offPerTry: form.offPercent === 33.3 ? usualOffPerTry : form.offPercent / 100,
    practice: form.mode === 'practice' ? { ...form.practice } : undefined,
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
    tools: form.tools.length > 0 ? form.tools : undefined,
    release: { ...form.release, bands: form.release.show === 'band' ? form.release.bands : [] },
    supervision,
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
      say('assignments.theTimeLimitMust'),
    ],
    [
      warnings.every((minutes) => minutes > 0 && minutes <= 600),
      'warnMinutes',
      say('assignments.writeMinutesSeparatedBy'),
    ],
    [warnings.length <= 4, 'warnMinutes', say('assignments.atMostFourWarnings')],
    [
      timedParts(form).every((minutes) => minutes >= 0.1 && minutes <= 600),
      'stageLimit',
      say('assignments.aSectionOrItem'),
    ],
    [
      Number.isInteger(attempts) && attempts >= 0 && attempts <= 20,
      'attempts',
      say('assignments.attemptsWholeNumberFrom'),
    ],
    [lateOff >= 0 && lateOff <= 100, 'lateRule', say('assignments.eachLateDayCan')],
    [
      mode !== 'practice' || (offPercent >= 0 && offPercent <= 100),
      'offPerTry',
      say('assignments.aWrongTryCan'),
    ],
    [form.forms.length > 0, 'forms', say('assignments.chooseAtLeastOne')],
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
  const refuse = (field: string, message: string) => (problems[field] ??= message);
  const take = (field: string, asked: boolean, text: string): number | null => {
    if (!asked) return null;
    const exact = form.exact[text];
    if (exact !== undefined) return exact;
    const wall = atWall(text, zone);
    if (!wall.ok) refuse(field, wall.message);
    return wall.ok ? wall.at : null;
  };
  const opensAt = form.opens === 'now' ? now : take('opensAt', true, form.opensWall);
  const closesAt = take('closesAt', !form.never, form.closesWall);
  const until = take('lateRule', form.lateWork && !form.never, form.lateWall);
  const visibleFrom = take('visibleFrom', form.hidden, form.visibleWall);
  const answersFrom = take('answersFrom', form.answersLater, form.answersWall);
  for (const { field, message } of valueProblems(form)) refuse(field, message);
  if (opensAt === null || Object.keys(problems).length > 0) return { read: null, problems };
  const supervision = supervisionOf(form, zone);
  if (typeof supervision === 'string') refuse('supervision', supervision);
  const rules = rulesOf(form, typeof supervision === 'string' ? undefined : supervision);
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
    ...supervisionProblems(rules.supervision, { opensAt, closesAt }),
  ])
    refuse(part.field, part.message);
  if (visibleFrom !== null && visibleFrom > Math.max(opensAt, now))
    refuse('visibleFrom', say('assignments.theyMustBeAble'));
  if (answersFrom !== null && answersFrom < opensAt)
    refuse('answersFrom', say('assignments.answersCannotBeSeen'));
  return { read: { opensAt, closesAt, lateRule, visibleFrom, answersFrom, rules }, problems };
}
