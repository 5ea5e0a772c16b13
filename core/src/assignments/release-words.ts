import { count } from '../text';
import { inWords } from '../timing';
import { sentence } from './sentences';

/** What stands between a release and the answers, which nobody may read who can still give one. */
export interface Shows {
  /** Students who have handed in, and can read their scores from now on. */
  handedIn: number;
  /** Students who can still give an answer; the rest waits for the last of them. */
  canAnswer: number;
  /** When the last of them can no longer; null: never by itself. */
  lastEnd: number | null;
  /** Answers wait until then at least. */
  answersFrom: number | null;
  /** Whoever practised has seen the answers. */
  practice: boolean;
}

/** What exactly shows to whom after a release, and when the rest will: a sentence or two for the teacher. */
export function releaseInWords(
  { handedIn, canAnswer, lastEnd, answersFrom, practice }: Shows,
  zone: string,
  now: number,
): string {
  const who = handedIn === 0 ? sentence('nobodyHasHandedInYet') : count(handedIn, 'student');
  const date = answersFrom !== null && answersFrom > now ? inWords(answersFrom, zone, now) : null;
  if ((practice || canAnswer === 0) && date === null)
    return sentence('canReadScoresAndRight', { who });
  const scores = sentence('canReadScores', { n: handedIn, who });
  if (practice || canAnswer === 0) return sentence('rightShowsOn', { scores, date });
  const students = count(canAnswer, 'student');
  const still =
    lastEnd === null
      ? sentence('stillCan', { students })
      : sentence('stillCanUntil', { students, time: inWords(lastEnd, zone, now) });
  return date === null
    ? sentence('rightShowsAfterEveryone', { scores, still })
    : sentence('rightShowsAfterEveryoneAndDate', { scores, still, date });
}
