import { count } from '../text';
import { inWords } from '../timing';

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
  const who =
    handedIn === 0 ? 'Nobody has handed in yet; whoever does' : count(handedIn, 'student');
  const date = answersFrom !== null && answersFrom > now ? inWords(answersFrom, zone, now) : null;
  if ((practice || canAnswer === 0) && date === null)
    return `${who} can read scores and right answers now.`;
  const scores = `${who} can read ${handedIn === 1 ? 'the score' : 'their scores'} now.`;
  if (practice || canAnswer === 0) return `${scores} What was right shows ${date}.`;
  const until =
    lastEnd === null ? 'and it never closes' : `the last until ${inWords(lastEnd, zone, now)}`;
  const still = `${count(canAnswer, 'student')} still can, ${until}`;
  return `${scores} What was right shows after everyone’s window has closed: ${still}${date === null ? '' : `; not before ${date}`}.`;
}
