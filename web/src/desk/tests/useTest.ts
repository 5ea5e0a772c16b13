/**
 * A test under construction. Each change is applied here at once and sent in order; the server applies it on top of
 * what others changed. Undo sends the inverse, so it never takes back somebody else's work.
 */
import type { ItemRow } from '@oaken/contract/banks';
import type { Pinned, TestAnswer } from '@oaken/contract/tests';
import { applyChange, hindrances, pointsOf, type Change, type Entry, type Outline } from '@oaken/core/tests';
import { computed, onUnmounted, ref, shallowRef } from 'vue';
import { call } from '../../client/call';
import { done, failed } from '../undo';

interface Step {
  text: string;
  there: Change[];
  back: Change[];
}

export const newKey = () =>
  Array.from(crypto.getRandomValues(new Uint8Array(8)), (byte) => 'abcdefghijklmnopqrstuvwxyz012345'[byte % 32]).join(
    '',
  );

export const pinOf = (item: ItemRow): Pinned => ({
  id: item.revisionId,
  itemId: item.id,
  content: item.content,
  kind: item.kind,
  points: item.points,
  forThisTest: false,
  standards: item.standards,
  depth: item.depth,
  seconds: item.seconds,
  facility: item.facility,
  separation: item.separation,
  bank: { id: item.bankId, name: item.bank, may: item.may, revisionId: item.revisionId, retired: false },
});

/** Everything about a test but what is changed here. */
export type AboutTest = Omit<TestAnswer, 'outline' | 'revisions'>;

/** So often the page asks whether a colleague has changed the test. */
const askEvery = 6_000;

export function useTest(testId: number) {
  const outline = shallowRef<Outline | null>(null);
  const about = shallowRef<AboutTest | null>(null);
  const version = ref(0);
  const revisions = shallowRef(new Map<number, Pinned>());
  const pending = ref(0);
  const past = ref<Step[]>([]);
  const future = ref<Step[]>([]);
  let sending: Promise<void> = Promise.resolve();

  function take(answer: TestAnswer): void {
    version.value = answer.version;
    const { outline: _, revisions: pinned, ...rest } = answer;
    about.value = rest;
    revisions.value = new Map([...revisions.value, ...pinned.map((own): [number, Pinned] => [own.id, own])]);
    // While more changes are on their way, what is on screen is ahead of this answer.
    if (pending.value === 0) outline.value = answer.outline;
  }

  async function load(): Promise<void> {
    take(await call('readTest', { params: { testId } }));
  }

  /** A colleague's changes come in by themselves; what was done here stays, and can still be taken back. */
  async function askAgain(): Promise<void> {
    if (!outline.value || pending.value > 0 || document.hidden) return;
    const now = await call('readTestVersion', { params: { testId } }).catch(() => null);
    if (!now || now.version === version.value || pending.value > 0) return;
    await load();
    done('A colleague, or another tab of yours, has changed this test; it stands here as it is now.');
  }
  const asking = setInterval(() => void askAgain(), askEvery);
  onUnmounted(() => clearInterval(asking));

  function send(changes: Change[]): Promise<void> {
    pending.value++;
    sending = sending.then(async () => {
      try {
        const answer = await call('changeTest', { params: { testId }, body: { changes } });
        pending.value--;
        take(answer);
      } catch (error) {
        pending.value--;
        failed(error);
        past.value = [];
        future.value = [];
        await load().catch(() => {});
      }
    });
    return sending;
  }

  /** Applies changes as one step; the page shows them before the server has answered. */
  function play(changes: Change[]): Change[] | null {
    if (!outline.value) return null;
    let next = outline.value;
    const back: Change[] = [];
    try {
      for (const change of changes) {
        const applied = applyChange(next, change);
        next = applied.outline;
        back.unshift(applied.inverse);
      }
    } catch (error) {
      failed(error);
      return null;
    }
    outline.value = next;
    void send(changes);
    return back;
  }

  function change(text: string, ...changes: Change[]): void {
    const back = play(changes);
    if (!back) return;
    past.value = [...past.value.slice(-99), { text, there: changes, back }];
    future.value = [];
  }

  function undo(): void {
    const step = past.value.at(-1);
    if (!step || !play(step.back)) return;
    past.value = past.value.slice(0, -1);
    future.value = [...future.value, step];
  }

  function redo(): void {
    const step = future.value.at(-1);
    if (!step || !play(step.there)) return;
    future.value = future.value.slice(0, -1);
    past.value = [...past.value, step];
  }

  function know(...items: ItemRow[]): void {
    revisions.value = new Map([
      ...revisions.value,
      ...items.map((own): [number, Pinned] => [own.revisionId, pinOf(own)]),
    ]);
  }

  /** The passage of an entry, by the revision that it pins. */
  const passageOf = (entry: Pick<Entry, 'revisionId'>) =>
    revisions.value.get(entry.revisionId)?.content.passage?.id ?? null;

  return {
    outline,
    revisions,
    version,
    about,
    points: computed(() => (outline.value ? pointsOf(outline.value) : null)),
    inTheWay: computed(() => (outline.value ? hindrances(outline.value, { pools: about.value?.pools ?? {} }) : [])),
    mayChange: computed(() => about.value?.may === 'edit'),
    passageOf,
    load,
    take,
    /** Once everything that was done here has reached the server. */
    settled: () => sending,
    change,
    undo,
    redo,
    know,
    saving: computed(() => pending.value > 0),
    canUndo: computed(() => past.value.at(-1)?.text ?? null),
    canRedo: computed(() => future.value.at(-1)?.text ?? null),
  };
}
