/** The rules that an assignment adds to a test, and the slip that says them in plain words before anything is sent. */
import { z } from 'zod';
import { count, listing } from '../text';
import { inWords, lengthInWords, minute, type LateRule } from '../timing';

export const releaseTimes = ['at-hand-in', 'after-closing', 'by-hand'] as const;
export type ReleaseTime = (typeof releaseTimes)[number];

export const release = z.strictObject({
  /** The score as points and percent. */
  score: z.enum(releaseTimes),
  /** Right answers and explanations. */
  answers: z.enum(releaseTimes),
});
export type Release = z.infer<typeof release>;

export const assignmentRules = z.strictObject({
  /** Test mode: no help until the work is handed in. */
  mode: z.enum(['test']),
  /** Working time in minutes; null for none but the window. */
  limitMinutes: z
    .number('The time limit must be a number of minutes.')
    .min(1, 'The time limit must be at least 1 minute.')
    .max(24 * 60, 'The time limit can be at most a day.')
    .nullable(),
  shuffleChoices: z.boolean(),
  shuffleItems: z.boolean(),
  release,
});
export type AssignmentRules = z.infer<typeof assignmentRules>;

export interface SlipFacts {
  title: string;
  kind: string;
  items: number;
  points: number;
  classes: { name: string; students: number }[];
  /** Students after those in several classes are counted once. */
  students: number;
  opensAt: number;
  closesAt: number | null;
  lateRule: LateRule;
  rules: AssignmentRules;
  /** Names of the forms that are dealt in turn; none where there is one form only. */
  forms?: string[];
  /** Some section deals each student items of their own. */
  draws?: boolean;
  zone: string;
  now: number;
}

export interface Slip {
  /** "1 test, class 6B, 27 students, opens now, closes Fri 14:30, 20 minutes" */
  line: string;
  sentences: string[];
  /** The button's words. */
  verb: string;
}

const releaseWords: Record<ReleaseTime, string> = {
  'at-hand-in': 'as soon as they hand in',
  'after-closing': 'after it has closed',
  'by-hand': 'when you release them',
};

export function slipOf(facts: SlipFacts): Slip {
  const { rules, zone, now } = facts;
  const names = facts.classes.map(({ name }) => name);
  const who = names.length ? `${names.length === 1 ? 'class' : 'classes'} ${listing(names)}` : 'no class yet';
  const opens = facts.opensAt <= now ? 'opens now' : `opens ${inWords(facts.opensAt, zone, now)}`;
  const closes = facts.closesAt === null ? 'never closes' : `closes ${inWords(facts.closesAt, zone, now)}`;
  const limit = rules.limitMinutes === null ? 'no time limit' : lengthInWords(rules.limitMinutes * minute);
  const order =
    rules.shuffleItems && rules.shuffleChoices
      ? 'Items and choices are in a different order for each student.'
      : rules.shuffleChoices
        ? 'Choices are in a different order for each student.'
        : rules.shuffleItems
          ? 'Items are in a different order for each student.'
          : 'All students see the same order.';
  const visible =
    facts.opensAt <= now
      ? 'They see it at once.'
      : `They see the title now and can begin ${inWords(facts.opensAt, zone, now)}.`;
  const { score, answers } = rules.release;
  const released =
    score === answers
      ? `Students see scores and right answers ${releaseWords[score]}.`
      : `Students see scores ${releaseWords[score]} and right answers ${releaseWords[answers]}.`;
  const late =
    facts.lateRule.late === 'until'
      ? ` Late work is taken until ${inWords(facts.lateRule.until, zone, now)} and marked late.`
      : '';
  const { forms = [], draws = false } = facts;
  const given = forms.length > 1 ? ` Forms ${listing(forms)} go round in turn.` : forms.length === 1 ? ` All get form ${forms[0]}.` : ''; // prettier-ignore
  const dealt = `${given}${draws ? ' Each student draws items of their own.' : ''}`;
  return {
    line: `1 ${facts.kind}, ${who}, ${count(facts.students, 'student')}, ${opens}, ${closes}, ${limit}`,
    sentences: [
      `${count(facts.students, 'student')} of ${who} get “${facts.title}”: ${count(facts.items, 'item')}, ${count(facts.points, 'point')}.`,
      `It ${opens} and ${closes}, with ${rules.limitMinutes === null ? limit : `${limit} to work`}. ${visible}${late}`,
      `Test mode: no help while working.${dealt} ${order} ${released}`,
    ],
    verb: `Give to ${count(facts.students, 'student')}`,
  };
}

/** Whether something is released at `now` to a student whose attempt stands so. */
export function isReleased(
  when: ReleaseTime,
  facts: { handedIn: boolean; windowEnd: number | null; releasedAt: number | null; now: number },
): boolean {
  if (!facts.handedIn) return false;
  if (facts.releasedAt !== null && facts.releasedAt <= facts.now) return true;
  if (when === 'at-hand-in') return true;
  return when === 'after-closing' && facts.windowEnd !== null && facts.windowEnd <= facts.now;
}
