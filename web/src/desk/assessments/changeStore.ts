/** Changes of tests that this browser keeps until the server has them. */
import type { Change } from '@oaken/core/assessments';
import { openDB, type IDBPDatabase } from 'idb';

/** What was done as one step. */
export interface KeptChanges {
  /** The server applies them once under it. */
  key: string;
  /** Whose they are: a computer is often shared. */
  account: number;
  test: number;
  /** When it was done, by this computer's clock; also their order. */
  doneAt: number;
  text: string;
  changes: { change: Change; inverse: Change }[];
  /** Why the server or a colleague's change stands in the way; the teacher decides. */
  stuck?: { reason: string; replaces: boolean };
  /** The teacher has decided that it replaces what stands there: nobody looks at that again. */
  decided?: boolean;
}

let opened: Promise<IDBPDatabase | null> | undefined;
const store = () =>
  (opened ??= openDB('oaken-desk', 1, {
    upgrade: (database) => void database.createObjectStore('changes', { keyPath: 'key' }),
  }).catch(() => null));

/** @returns whether the browser keeps them: its store may be switched off */
export async function keepChanges(kept: KeptChanges): Promise<boolean> {
  const database = await store();
  // What a component watches is a proxy, which the store cannot hold.
  await database?.put('changes', JSON.parse(JSON.stringify(kept)));
  return database !== null;
}

export const letGoChanges = async (key: string): Promise<void> =>
  (await store())?.delete('changes', key);

/** Of one person, in the order in which they were done. */
export async function listChanges(account: number): Promise<KeptChanges[]> {
  const all = ((await (await store())?.getAll('changes')) ?? []) as KeptChanges[];
  return all.filter((kept) => kept.account === account).sort((a, b) => a.doneAt - b.doneAt);
}
