/**
 * A test under construction. Each change is applied here at once, kept, and sent in order; the server applies it on top
 * of what others changed. Undo sends the inverse, so it never takes back somebody else's work.
 */
import type { ItemRow } from '@oaken/contract/banks';
import type { Pinned, TestAnswer } from '@oaken/contract/assessments';
import {
  applyChange,
  ChangeRefused,
  hindrances,
  pointsOf,
  type Change,
  type Entry,
  type Outline,
} from '@oaken/core/assessments';
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue';
import { call } from '../../client/call';
import { done, failed } from '../shared/undo';
import { useChangeQueue } from './useChangeQueue';

interface Step {
  text: string;
  there: Change[];
  back: Change[];
}

export const newKey = () =>
  Array.from(
    crypto.getRandomValues(new Uint8Array(8)),
    (byte) => 'abcdefghijklmnopqrstuvwxyz012345'[byte % 32],
  ).join('');

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
  itemRestCorrelation: item.itemRestCorrelation,
  bank: {
    id: item.bankId,
    name: item.bank,
    may: item.may,
    revisionId: item.revisionId,
    retired: false,
  },
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
  const queue = useChangeQueue();
  const pending = computed(() => queue.waiting(testId).length);
  const past = ref<Step[]>([]);
  const future = ref<Step[]>([]);
  let sending: Promise<void> = Promise.resolve();

  function take(answer: TestAnswer): void {
    version.value = answer.version;
    const { outline: _, revisions: pinned, ...rest } = answer;
    about.value = rest;
    revisions.value = new Map([
      ...revisions.value,
      ...pinned.map((item): [number, Pinned] => [item.id, item]),
    ]);
    // While more changes are on their way, what is on screen is ahead of this answer.
    if (pending.value === 0) outline.value = answer.outline;
    else outline.value ??= withWaiting(answer.outline);
  }

  /** A page that was loaded anew shows what has not arrived yet; what does not fit any more is left to the server's word. */
  function withWaiting(arrived: Outline): Outline {
    let shown = arrived;
    for (const { changes } of queue.waiting(testId))
      for (const { change } of changes)
        try {
          shown = applyChange(shown, change).outline;
        } catch (error) {
          if (!(error instanceof ChangeRefused)) throw error;
        }
    return shown;
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
    done(
      'A colleague, or another tab of yours, has changed this test; it stands here as it is now.',
    );
  }
  const asking = setInterval(() => void askAgain(), askEvery);
  onUnmounted(() => clearInterval(asking));

  // Whichever page's change it was that arrived, the test stands here as it is now.
  onUnmounted(queue.listen(testId, take));
  // What is taken back after a refusal would no longer meet what it was made for.
  watch(
    () => queue.stuck(testId).length,
    (now, before) => {
      if (now > before) [past.value, future.value] = [[], []];
    },
  );

  /** Applies changes as one step; the page shows them before the server has answered. */
  function play(text: string, changes: Change[]): Change[] | null {
    if (!outline.value) return null;
    let next = outline.value;
    const applied: { change: Change; inverse: Change }[] = [];
    try {
      for (const change of changes) {
        const { outline: after, inverse } = applyChange(next, change);
        next = after;
        applied.push({ change, inverse });
      }
    } catch (error) {
      failed(error);
      return null;
    }
    outline.value = next;
    sending = queue.add({ test: testId, text, changes: applied });
    return applied.map(({ inverse }) => inverse).reverse();
  }

  function change(text: string, ...changes: Change[]): void {
    const back = play(text, changes);
    if (!back) return;
    past.value = [...past.value.slice(-99), { text, there: changes, back }];
    future.value = [];
  }

  function undo(): void {
    const step = past.value.at(-1);
    if (!step || !play(step.text, step.back)) return;
    past.value = past.value.slice(0, -1);
    future.value = [...future.value, step];
  }

  function redo(): void {
    const step = future.value.at(-1);
    if (!step || !play(step.text, step.there)) return;
    future.value = future.value.slice(0, -1);
    past.value = [...past.value, step];
  }

  function know(...items: ItemRow[]): void {
    revisions.value = new Map([
      ...revisions.value,
      ...items.map((item): [number, Pinned] => [item.revisionId, pinOf(item)]),
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
    inTheWay: computed(() =>
      outline.value ? hindrances(outline.value, { pools: about.value?.pools ?? {} }) : [],
    ),
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
    /** How many steps wait for the network; none while they are on their way. */
    waiting: computed(() => (queue.state.away ? pending.value : 0)),
    /** Steps that need the teacher's word before they can go on. */
    stuck: computed(() => queue.stuck(testId)),
    decide: (key: string, word: 'replace' | 'let-go') => queue.decide(key, word),
    /** Whether what waits is still there after the page was closed. */
    keeps: computed(() => queue.state.keeps),
    canUndo: computed(() => past.value.at(-1)?.text ?? null),
    canRedo: computed(() => future.value.at(-1)?.text ?? null),
  };
}
