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

/** One sentence for each effect, the weightiest first; empty when nothing changes for anybody. */
export function changeEffects(
  before: AssignmentTimes,
  after: AssignmentTimes,
  counts: Counts,
  zone: string,
  now: number,
): string[] {
  const effects: string[] = [];
  const timeInWords = (instant: number) => inWords(instant, zone, now);
  const [was, is] = [windowEnd(before), windowEnd(after)];
  const open = before.opensAt <= now;
  if (after.opensAt > now && open && counts.working + counts.handedIn > 0)
    effects.push(
      `It is closed again until ${timeInWords(after.opensAt)}; whoever has begun goes on working.`,
    );
  else if (after.opensAt !== before.opensAt && after.opensAt > now)
    effects.push(`Nobody can begin before ${timeInWords(after.opensAt)}.`);
  else if (after.opensAt !== before.opensAt && !open) effects.push('Students can begin at once.');
  if (is !== was) {
    if (is !== null && is <= now)
      effects.push(
        `It closes at once.${counts.working > 0 ? ` ${count(counts.working, 'student')} working now ${counts.working === 1 ? 'is' : 'are'} handed in with what is saved.` : ''}${counts.notBegun > 0 ? ` ${count(counts.notBegun, 'student')} can no longer begin.` : ''}`,
      );
    else if (was !== null && (is === null || is > was)) {
      const longer =
        counts.working > 0
          ? ` ${count(counts.working, 'student')} working now ${counts.working === 1 ? 'has' : 'have'} until then, within the time limit.`
          : '';
      effects.push(
        `${was <= now ? 'It is open again' : 'It stays open'}${is === null ? ' and never closes' : ` until ${timeInWords(is)}`}.${longer}`,
      );
      if (counts.handedIn > 0)
        effects.push(
          `${count(counts.handedIn, 'student')} who handed in stay${counts.handedIn === 1 ? 's' : ''} handed in.`,
        );
    } else if (is !== null)
      effects.push(
        `It closes earlier, ${timeInWords(is)}.${counts.working > 0 ? ` ${count(counts.working, 'student')} working now must be done by then.` : ''}`,
      );
  }
  const [limitWas, limitIs] = [before.rules.limitMinutes, after.rules.limitMinutes];
  if (limitWas !== limitIs) {
    const words =
      limitIs === null
        ? 'There is no time limit any more'
        : `The time limit is ${lengthInWords(limitIs * minute)}`;
    effects.push(
      `${words}${counts.working > 0 ? `, also for the ${count(counts.working, 'student')} working now, counted from when each began` : ''}.`,
    );
  }
  if (before.rules.attempts !== after.rules.attempts) {
    const less =
      after.rules.attempts !== null && (before.rules.attempts ?? Infinity) > after.rules.attempts;
    effects.push(
      less
        ? 'Attempts under way are finished; no further ones than now allowed can be begun.'
        : 'Students who handed in can try again.',
    );
  }
  if (before.rules.counts !== after.rules.counts && counts.handedIn > 0)
    effects.push('Scores of students with several attempts are counted anew.');
  if (
    (before.rules.order !== after.rules.order ||
      before.rules.shuffleChoices !== after.rules.shuffleChoices) &&
    counts.working + counts.handedIn > 0
  )
    effects.push('Whoever has begun keeps the order that they have.');
  const parts = ({ rules }: AssignmentTimes) => JSON.stringify([rules.stageLimit, rules.goBack]);
  if (parts(before) !== parts(after) && counts.working > 0)
    effects.push(
      'Whoever has begun keeps the times of sections and items, and the going back, that they have.',
    );
  if (before.rules.oneSitting !== after.rules.oneSitting && counts.working > 0)
    effects.push(
      `Those working now ${after.rules.oneSitting ? 'must stay from now on' : 'can leave and come back'}.`,
    );
  if (JSON.stringify(before.lateRule) !== JSON.stringify(after.lateRule) && counts.handedIn > 0)
    effects.push('Work that is handed in keeps its marks for lateness.');
  return effects;
}
