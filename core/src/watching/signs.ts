/** What a teacher reads of a sitting under way. Instants and lengths are milliseconds. */
import { lengthInWords, minute, second } from '../timing';
import { sentence } from './sentences';

/** A page says that it is there this often. */
export const signEvery = 8 * second;
/** Without a sign for so long, the connection counts as lost: two signs missed, and some patience. */
export const lostAfter = 20 * second;

export interface Sitting {
  state: 'not-begun' | 'working' | 'paused' | 'handed-in' | 'left-class';
  /** The number of the question that is open, from 1; null while none is known. */
  on: number | null;
  /** When the page was last heard from; null: never. */
  seenAt: number | null;
  /** The page was put behind another window or tab, and still is. */
  hidden: boolean;
  /** How often it was. */
  leaves: number;
}

export type Connection = 'there' | 'lost' | 'none';

/** Whether the page of a student who works is heard from. */
export function connectionOf(
  { state, seenAt }: Pick<Sitting, 'state' | 'seenAt'>,
  now: number,
): Connection {
  if (state !== 'working' && state !== 'paused') return 'none';
  return seenAt !== null && now - seenAt <= lostAfter ? 'there' : 'lost';
}

/** Facts about a sitting that are worth saying, in words; a page that was left is a fact, not a verdict. */
export function signsInWords(sitting: Sitting, now: number): string[] {
  const { state, seenAt, hidden, leaves } = sitting;
  const events: string[] = [];
  const connection = connectionOf(sitting, now);
  if (connection === 'lost')
    events.push(
      seenAt === null
        ? sentence('noConnectionYet')
        : sentence('noConnectionFor', { time: ago(now - seenAt) }),
    );
  else if (connection === 'there' && hidden) events.push(sentence('anotherWindowIsOpen'));
  if (leaves > 0 && state !== 'not-begun') events.push(sentence('leftThePage', { n: leaves }));
  return events;
}

const ago = (length: number) =>
  lengthInWords(
    length < minute ? Math.round(length / second) * second : Math.floor(length / minute) * minute,
  );
