import { windowState, type Window } from '../timing';
import { practiceHelpOf, type AssignmentRules, type PracticeHelp, type Released } from './rules';

/** Where one student stands with an assignment. */
export interface AttemptsSoFar {
  /** The window as it is for this student. */
  window: Window;
  /** Attempts that were handed in. */
  handedIn: number;
  working: boolean;
  /** Attempts beyond what everybody has. */
  extraAttempts: number;
}

/** How many attempts a student can still begin; null for any number. */
export const attemptsLeft = (
  rules: Pick<AssignmentRules, 'attempts'>,
  soFar: Pick<AttemptsSoFar, 'handedIn' | 'extraAttempts'>,
) =>
  rules.attempts === null
    ? Infinity
    : Math.max(0, rules.attempts + soFar.extraAttempts - soFar.handedIn);

/** Whether a student can still give an answer, in an attempt under way or in another one. */
export function canStillAnswer(
  rules: Pick<AssignmentRules, 'attempts'>,
  soFar: AttemptsSoFar,
  now: number,
): boolean {
  if (soFar.working) return true;
  return attemptsLeft(rules, soFar) > 0 && windowState(soFar.window, now) !== 'closed';
}

const shows = (help: PracticeHelp, what: Exclude<Released, 'score'>) =>
  help.feedback !== 'none' && (what === 'marks' || help[what]);

export interface ReleaseFacts {
  handedIn: boolean;
  /** Every student's window has ended. */
  closed: boolean;
  /** Somebody, perhaps this very student, can still give an answer. */
  somebodyCanAnswer: boolean;
  releasedAt: number | null;
  /** What shows answers waits until then at least. */
  answersFrom: number | null;
  now: number;
}

/**
 * Whether something is let out at `now` to a student. What shows answers (right or wrong, right
 * answers, explanations) never comes before the last student can no longer answer, whatever the
 * teacher chose; in practice it was there all along.
 */
export function isReleased(rules: AssignmentRules, what: Released, facts: ReleaseFacts): boolean {
  if (!facts.handedIn) return false;
  // What a practice shows is there while working, or right after; what it does not show never comes.
  const help = practiceHelpOf(rules);
  if (help !== null && what !== 'score')
    return shows(help, what) && (facts.answersFrom ?? 0) <= facts.now;
  if (what !== 'score' && (facts.somebodyCanAnswer || (facts.answersFrom ?? 0) > facts.now))
    return false;
  if (facts.releasedAt !== null && facts.releasedAt <= facts.now) return true;
  const when = rules.release[what];
  return when === 'at-hand-in' || (when === 'after-closing' && facts.closed);
}
