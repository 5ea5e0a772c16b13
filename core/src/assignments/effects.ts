/** What a change to an assignment does to those who have begun or handed in, said before it is made. */
import { count } from '../text';
import { inWords, lengthInWords, minute, windowEnd, type LateRule } from '../timing';
import type { AssignmentRules } from './rules';

export interface AssignmentTimes {
  opensAt: number;
  closesAt: number | null;
  lateRule: LateRule;
  rules: AssignmentRules;
}

export interface Counts {
  notBegun: number;
  working: number;
  handedIn: number;
}

/** A change, whom it meets, and how an instant is said. */
interface Changed {
  before: AssignmentTimes;
  after: AssignmentTimes;
  counts: Counts;
  now: number;
  say(instant: number): string;
}
type Effects = (changed: Changed) => string[];

const many = (n: number) => count(n, 'student');
/** A sentence about students, where there are any. */
const ifAny = (n: number, sentence: string) => (n > 0 ? [sentence] : []);

const opening: Effects = ({ before, after, counts, now, say }) => {
  const isOpen = before.opensAt <= now;
  if (after.opensAt > now && isOpen && counts.working + counts.handedIn > 0)
    return [
      `It is closed again until ${say(after.opensAt)}; students who have begun continue working.`,
    ];
  if (after.opensAt === before.opensAt) return [];
  if (after.opensAt > now) return [`Nobody can begin before ${say(after.opensAt)}.`];
  return isOpen ? [] : ['Students can begin right away.'];
};

function closedAtOnce({ working, notBegun }: Counts): string {
  return [
    'It closes right away.',
    ...ifAny(
      working,
      `${many(working)} working now ${working === 1 ? 'is' : 'are'} handed in with what is saved.`,
    ),
    ...ifAny(notBegun, `${many(notBegun)} can no longer begin.`),
  ].join(' ');
}

function openLonger({ counts, now, say }: Changed, was: number, is: number | null): string[] {
  const { working, handedIn } = counts;
  const stays = was <= now ? 'It is open again' : 'It stays open';
  const until = is === null ? ' and never closes' : ` until ${say(is)}`;
  const longer = ifAny(
    working,
    ` ${many(working)} working now ${working === 1 ? 'has' : 'have'} until then, within the time limit.`,
  );
  return [
    `${stays}${until}.${longer.join('')}`,
    ...ifAny(
      handedIn,
      `${many(handedIn)} who handed in stay${handedIn === 1 ? 's' : ''} handed in.`,
    ),
  ];
}

const closing: Effects = (changed) => {
  const { before, after, counts, now, say } = changed;
  const [was, is] = [windowEnd(before), windowEnd(after)];
  if (is === was) return [];
  if (is !== null && is <= now) return [closedAtOnce(counts)];
  if (was !== null && (is === null || is > was)) return openLonger(changed, was, is);
  if (is === null) return [];
  const hurry = ifAny(counts.working, ` ${many(counts.working)} working now must be done by then.`);
  return [`It closes earlier, ${say(is)}.${hurry.join('')}`];
};

const limit: Effects = ({ before, after, counts: { working } }) => {
  const minutes = after.rules.limitMinutes;
  if (before.rules.limitMinutes === minutes) return [];
  const words =
    minutes === null
      ? 'There is no time limit any more'
      : `The time limit is ${lengthInWords(minutes * minute)}`;
  const also = ifAny(
    working,
    `, also for the ${many(working)} working now, counted from when each began`,
  );
  return [`${words}${also.join('')}.`];
};

const attempts: Effects = ({ before: { rules: was }, after: { rules: is }, counts }) => {
  const fewer = is.attempts !== null && (was.attempts ?? Infinity) > is.attempts;
  const more = fewer
    ? 'Attempts under way are finished; no further ones than now allowed can be begun.'
    : 'Students who handed in can try again.';
  return [
    ...(was.attempts === is.attempts ? [] : [more]),
    ...(was.counts === is.counts
      ? []
      : ifAny(counts.handedIn, 'Scores of students with several attempts are recalculated.')),
  ];
};

const partsOf = ({ rules }: AssignmentTimes) => JSON.stringify([rules.stageLimit, rules.goBack]);
const orderOf = ({ rules }: AssignmentTimes) => JSON.stringify([rules.order, rules.shuffleChoices]);

/** What those who have begun keep, whatever is changed. */
const keeping: Effects = ({ before, after, counts: { working, handedIn } }) => {
  const stay = after.rules.oneSitting
    ? 'Those working now must stay from now on.'
    : 'Those working now can leave and come back.';
  const changes: [changed: boolean, met: number, sentence: string][] = [
    [
      orderOf(before) !== orderOf(after),
      working + handedIn,
      'Students who have begun keep the order that they have.',
    ],
    [
      partsOf(before) !== partsOf(after),
      working,
      'Students who have begun keep their times of sections and items, and whether they can go back.',
    ],
    [before.rules.oneSitting !== after.rules.oneSitting, working, stay],
    [
      JSON.stringify(before.lateRule) !== JSON.stringify(after.lateRule),
      handedIn,
      'Work that is handed in keeps its late deductions.',
    ],
  ];
  return changes.flatMap(([changed, met, sentence]) => (changed ? ifAny(met, sentence) : []));
};

/** One sentence for each effect, the weightiest first; empty when nothing changes for anybody. */
export function changeEffects(
  before: AssignmentTimes,
  after: AssignmentTimes,
  counts: Counts,
  zone: string,
  now: number,
): string[] {
  const changed = {
    before,
    after,
    counts,
    now,
    say: (instant: number) => inWords(instant, zone, now),
  };
  return [opening, closing, limit, attempts, keeping].flatMap((effectsOf) => effectsOf(changed));
}
