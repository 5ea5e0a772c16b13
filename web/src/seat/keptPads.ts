/**
 * Scratch pads in this browser's own store, by student, assignment and question. They never leave
 * the device, and are gone once the work is handed in.
 */
import { reactive } from 'vue';
import { emptyPad, isBlank, type ScratchPad, type ScratchPads } from '../sitting/scratchPads';
import { store } from './keptStore';

interface KeptPad extends ScratchPad {
  student: number;
  assignment: number;
  entry: string;
}

/** All keys that begin so: an array sorts after every number and string. */
const beginning = (...key: number[]) => IDBKeyRange.bound(key, [...key, []]);

export async function forgetPads(student: number, assignment: number): Promise<void> {
  const database = await store();
  await database?.delete('pads', beginning(student, assignment));
}

/**
 * Those of work that is over, be it that its time ran out or that it was handed in elsewhere.
 *
 * @param working the assignments that the student is still at
 */
export async function forgetOtherPads(student: number, working: readonly number[]): Promise<void> {
  const database = await store();
  const keys = (await database?.getAllKeys('pads', beginning(student))) ?? [];
  const kept = (keys as [number, number, string][]).map(([, assignment]) => assignment);
  for (const assignment of new Set(kept))
    if (!working.includes(assignment)) await forgetPads(student, assignment);
}

export function keptPads(student: () => number, assignment: number): ScratchPads {
  const used = reactive(new Set<string>());
  /** Where the browser keeps nothing, they last as long as the page. */
  const held = new Map<string, ScratchPad>();
  const readUsed = async () => {
    const database = await store();
    const keys = await database?.getAllKeys('pads', beginning(student(), assignment));
    for (const [, , entry] of (keys ?? []) as [number, number, string][]) used.add(entry);
  };
  const keep = async (entry: string, pad: ScratchPad) => {
    const key = { student: student(), assignment, entry };
    const database = await store();
    if (isBlank(pad)) await database?.delete('pads', Object.values(key));
    // The store takes plain objects only.
    else await database?.put('pads', JSON.parse(JSON.stringify({ ...key, ...pad })) as KeptPad);
  };

  void readUsed();
  return {
    used,
    async read(entry) {
      const kept =
        held.get(entry) ??
        ((await (await store())?.get('pads', [student(), assignment, entry])) as KeptPad);
      return kept ? { notes: kept.notes, strokes: kept.strokes } : emptyPad();
    },
    write(entry, pad) {
      held.set(entry, pad);
      if (isBlank(pad)) used.delete(entry);
      else used.add(entry);
      void keep(entry, pad);
    },
  };
}
