/** What a change to an assignment does to those who have begun or handed in, said before it is made. */
import { inWords, lengthInWords, minute, windowEnd, type LateRule } from '../timing';
import type { AssignmentRules } from './rules';
import { sentence } from './sentences';

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

/** A sentence about students, where there are any. */
const ifAny = (n: number, effect: string) => (n > 0 ? [effect] : []);

const opening: Effects = ({ before, after, counts, now, say }) => {
  const isOpen = before.opensAt <= now;
  if (after.opensAt > now && isOpen && counts.working + counts.handedIn > 0)
    return [sentence('effects.isClosedAgainUntilStudents', { opensAt: say(after.opensAt) })];
  if (after.opensAt === before.opensAt) return [];
  if (after.opensAt > now)
    return [sentence('effects.nobodyCanBeginBefore', { opensAt: say(after.opensAt) })];
  return isOpen ? [] : [sentence('effects.studentsCanBeginRightAway')];
};

function closedAtOnce({ working, notBegun }: Counts): string {
  return [
    sentence('effects.closesNow'),
    ...ifAny(working, sentence('effects.workingHandedIn', { n: working })),
    ...ifAny(notBegun, sentence('effects.canNotBegin', { n: notBegun })),
  ].join(' ');
}

function openLonger({ counts, now, say }: Changed, was: number, is: number | null): string[] {
  const { working, handedIn } = counts;
  const again = was <= now ? 'opensAgain' : 'staysOpen';
  const longer =
    is === null
      ? sentence(`effects.${again}ForEver`)
      : sentence(`effects.${again}Until`, { time: say(is) });
  const hasUntilThen = ifAny(working, sentence('effects.workingHaveUntilThen', { n: working }));
  return [
    [longer, ...hasUntilThen].join(' '),
    ...ifAny(handedIn, sentence('effects.handedInStay', { n: handedIn })),
  ];
}

const closing: Effects = (changed) => {
  const { before, after, counts, now, say } = changed;
  const [was, is] = [windowEnd(before), windowEnd(after)];
  if (is === was) return [];
  if (is !== null && is <= now) return [closedAtOnce(counts)];
  if (was !== null && (is === null || is > was)) return openLonger(changed, was, is);
  if (is === null) return [];
  const hurry = ifAny(counts.working, sentence('effects.workingMustHurry', { n: counts.working }));
  return [[sentence('effects.closesEarlier', { time: say(is) }), ...hurry].join(' ')];
};

const limit: Effects = ({ before, after, counts: { working } }) => {
  const minutes = after.rules.limitMinutes;
  if (before.rules.limitMinutes === minutes) return [];
  const also = working > 0 ? sentence('effects.alsoWorking', { n: working }) : '';
  return [
    minutes === null
      ? sentence('effects.noTimeLimit', { also })
      : sentence('effects.timeLimit', { time: lengthInWords(minutes * minute), also }),
  ];
};

const attempts: Effects = ({ before: { rules: was }, after: { rules: is }, counts }) => {
  const fewer = is.attempts !== null && (was.attempts ?? Infinity) > is.attempts;
  const more = fewer
    ? sentence('effects.attemptsUnderWayAreFinished')
    : sentence('effects.studentsWhoHandedInCan');
  return [
    ...(was.attempts === is.attempts ? [] : [more]),
    ...(was.counts === is.counts
      ? []
      : ifAny(counts.handedIn, sentence('effects.scoresStudentsWithSeveralAttempts'))),
  ];
};

const partsOf = ({ rules }: AssignmentTimes) => JSON.stringify([rules.stageLimit, rules.goBack]);
const orderOf = ({ rules }: AssignmentTimes) => JSON.stringify([rules.order, rules.shuffleChoices]);

/** What those who have begun keep, whatever is changed. */
const keeping: Effects = ({ before, after, counts: { working, handedIn } }) => {
  const stay = after.rules.oneSitting
    ? sentence('effects.thoseWorkingNowMustStay')
    : sentence('effects.thoseWorkingNowCanLeave');
  const changes: [changed: boolean, met: number, effect: string][] = [
    [
      orderOf(before) !== orderOf(after),
      working + handedIn,
      sentence('effects.studentsWhoHaveBegunKeep'),
    ],
    [
      partsOf(before) !== partsOf(after),
      working,
      sentence('effects.studentsWhoHaveBegunKeepTheir'),
    ],
    [before.rules.oneSitting !== after.rules.oneSitting, working, stay],
    [
      JSON.stringify(before.lateRule) !== JSON.stringify(after.lateRule),
      handedIn,
      sentence('effects.workThatIsHandedIn'),
    ],
  ];
  return changes.flatMap(([changed, met, effect]) => (changed ? ifAny(met, effect) : []));
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
