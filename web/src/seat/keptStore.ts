/** What this browser keeps until the server has it: answers, and that something was handed in without network. */
import type { AttemptAnswer, SavedAnswer } from '@oaken/contract/attempts';
import { openDB, type IDBPDatabase } from 'idb';
import { Refused } from '../client/request';
import { seatCall } from '../client/seatCall';

export type Kept = SavedAnswer & {
  attempt: number;
  /** Whose it is: a device is often shared. */
  student: number;
};

interface HandedIn {
  attempt: number;
  student: number;
  /** By the server's clock, as this page knew it. */
  at: number;
}

let opened: Promise<IDBPDatabase | null> | undefined;
/** The browser's own store; null where it is switched off, and then memory has to do. */
export const store = () =>
  (opened ??= openDB('oaken-seat', 4, {
    upgrade(database) {
      if (!database.objectStoreNames.contains('answers'))
        database.createObjectStore('answers', { keyPath: ['attempt', 'entry'] });
      if (!database.objectStoreNames.contains('handed-in'))
        database.createObjectStore('handed-in', { keyPath: 'attempt' });
      if (!database.objectStoreNames.contains('opened'))
        database.createObjectStore('opened', { keyPath: ['student', 'assignment'] });
      database.createObjectStore('pads', { keyPath: ['student', 'assignment', 'entry'] });
    },
  }).catch(() => null));

/** An attempt as it stands on this device, to be opened again without network. */
interface Opened {
  student: number;
  assignment: number;
  attempt: AttemptAnswer;
}

export const keepOpened = async (attempt: Opened) => (await store())?.put('opened', attempt);
export const letGoOpened = async (student: number, assignment: number) =>
  (await store())?.delete('opened', [student, assignment]);
export const readOpened = async (student: number, assignment: number) =>
  ((await (await store())?.get('opened', [student, assignment])) as Opened | undefined)?.attempt;
/** Whatever work of a student is open on this device. */
export const listOpened = async (student: number) =>
  (((await (await store())?.getAll('opened')) ?? []) as Opened[]).filter(
    (attempt) => attempt.student === student,
  );

export const keepHandedIn = async (handedIn: HandedIn) =>
  (await store())?.put('handed-in', handedIn);

/** What the server will never take: there is nothing left to send. */
const isFinal = (error: unknown) =>
  error instanceof Refused && [404, 409, 422].includes(error.status);

let sending: Promise<number> | null = null;

/**
 * Sends what earlier pages of this student could not: answers of attempts that are not open here, and hand-ins.
 *
 * @returns how many attempts still wait, because there is no network or no session
 */
export const sendKept = (student: number): Promise<number> =>
  (sending ??= sendAll(student).finally(() => (sending = null)));

async function sendAll(student: number): Promise<number> {
  const database = await store();
  if (!database) return 0;
  const answers = ((await database.getAll('answers')) as Kept[]).filter(
    (attempt) => attempt.student === student,
  );
  const handedIn = ((await database.getAll('handed-in')) as HandedIn[]).filter(
    (attempt) => attempt.student === student,
  );
  const attempts = new Set([...answers, ...handedIn].map(({ attempt }) => attempt));
  let waiting = 0;
  for (const attempt of attempts) {
    const kepts = answers.filter((answer) => answer.attempt === attempt);
    const bare = kepts.map(({ attempt: _, student: __, ...answer }) => answer);
    const intent = handedIn.find((record) => record.attempt === attempt);
    try {
      const params = { attemptId: attempt };
      if (intent)
        await seatCall('handIn', { params, body: { answers: bare, handedInAt: intent.at } });
      // Where the server had handed in before, what was written in time is still taken.
      if (bare.length > 0) await seatCall('saveAnswers', { params, body: { answers: bare } });
    } catch (error) {
      if (!isFinal(error)) {
        waiting++;
        continue;
      }
    }
    await database.delete('handed-in', attempt);
    for (const { entry, number } of kepts) {
      const now = (await database.get('answers', [attempt, entry])) as Kept | undefined;
      if (now?.number === number) await database.delete('answers', [attempt, entry]);
    }
  }
  return waiting;
}
