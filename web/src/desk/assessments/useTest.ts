/**
 * A test under construction. Each change is applied here at once, kept, and sent in order; the server applies it on top
 * of what others changed.
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
import { computed, onUnmounted, ref, shallowRef, watch, type ComputedRef } from 'vue';
import { call } from '../../client/call';
import { useRefresh } from '../../client/useRefresh';
import { done, failed } from '../shared/undo';
import type { KeptChanges } from './changeStore';
import { say } from '../../words/teacher';
import { useChangeQueue } from './useChangeQueue';
import { useSteps } from './useSteps';

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
  unfair: [],
  forThisTest: false,
  sourceTest: null,
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

/** What is unfair among the variants of some items, by their revision. */
export const unfairOf = (revisions: readonly Pinned[]) =>
  new Map(revisions.map(({ id, unfair }) => [id, unfair]));

/** Everything about a test but what is changed here. */
export type AboutTest = Omit<TestAnswer, 'outline' | 'revisions'>;

/** So often the page asks whether a colleague has changed the test. */
const askEvery = 6_000;

/** Applies changes one after the other. @throws ChangeRefused where one does not fit */
function applied(outline: Outline, changes: readonly Change[]) {
  const made: { change: Change; inverse: Change }[] = [];
  let next = outline;
  for (const change of changes) {
    const { outline: after, inverse } = applyChange(next, change);
    next = after;
    made.push({ change, inverse });
  }
  return { outline: next, made };
}

/**
 * A page that was loaded anew shows what has not arrived yet; what does not fit any more is left to
 * the server's word.
 */
function withWaiting(arrived: Outline, waiting: readonly KeptChanges[]): Outline {
  let shown = arrived;
  for (const { change } of waiting.flatMap(({ changes }) => changes))
    try {
      shown = applyChange(shown, change).outline;
    } catch (error) {
      if (!(error instanceof ChangeRefused)) throw error;
    }
  return shown;
}

const pinnedBy = (pinned: readonly Pinned[]) =>
  pinned.map((item): [number, Pinned] => [item.id, item]);

/** The test as the server last gave it, with what was done here on top. */
function useTestState(testId: number, queue: ReturnType<typeof useChangeQueue>) {
  const outline = shallowRef<Outline | null>(null);
  const about = shallowRef<AboutTest | null>(null);
  const version = ref(0);
  const revisions = shallowRef(new Map<number, Pinned>());
  const pending = computed(() => queue.waiting(testId).length);
  const know = (...pinned: Pinned[]) =>
    (revisions.value = new Map([...revisions.value, ...pinnedBy(pinned)]));

  function take(answer: TestAnswer): void {
    version.value = answer.version;
    const { outline: arrived, revisions: pinned, ...rest } = answer;
    about.value = rest;
    know(...pinned);
    // While more changes are on their way, what is on screen is ahead of this answer.
    if (pending.value === 0) outline.value = arrived;
    else outline.value ??= withWaiting(arrived, queue.waiting(testId));
  }
  const load = async () => take(await call('readTest', { params: { testId } }));
  return { outline, about, version, revisions, pending, know, take, load };
}

/** A colleague's changes come in by themselves; what was done here stays, and can still be taken back. */
function useColleagues(
  testId: number,
  { outline, pending, version, load }: ReturnType<typeof useTestState>,
) {
  async function askAgain(): Promise<void> {
    if (!outline.value || pending.value > 0) return;
    const now = await call('readTestVersion', { params: { testId } }).catch(() => null);
    if (!now || now.version === version.value || pending.value > 0) return;
    await load();
    done(say('tests.changedElsewhere'));
  }
  useRefresh(askAgain, askEvery);
}

export function useTest(testId: number) {
  const queue = useChangeQueue();
  const state = useTestState(testId, queue);
  const { outline, about, version, revisions, pending, take, load } = state;
  let sending: Promise<void> = Promise.resolve();
  useColleagues(testId, state);

  /** Applies changes as one step; the page shows them before the server has answered. */
  function play(text: string, changes: Change[]): Change[] | null {
    if (!outline.value) return null;
    try {
      const { outline: next, made } = applied(outline.value, changes);
      outline.value = next;
      sending = queue.add({ test: testId, text, changes: made });
      return made.map(({ inverse }) => inverse).reverse();
    } catch (error) {
      failed(error);
      return null;
    }
  }
  const { forget, ...steps } = useSteps(play);

  // Whichever page's change it was that arrived, the test stands here as it is now.
  onUnmounted(queue.listen(testId, take));
  watch(
    () => queue.stuck(testId).length,
    (now, before) => void (now > before && forget()),
  );

  return {
    outline,
    revisions,
    version,
    about,
    points: computed(() => (outline.value ? pointsOf(outline.value) : null)),
    inTheWay: computed(() =>
      outline.value
        ? hindrances(outline.value, {
            pools: about.value?.pools ?? {},
            unfair: unfairOf([...revisions.value.values()]),
          })
        : [],
    ),
    mayChange: computed(() => about.value?.may === 'edit'),
    /** The passage of an entry, by the revision that it pins. */
    passageOf: (entry: Pick<Entry, 'revisionId'>) =>
      revisions.value.get(entry.revisionId)?.content.passage?.id ?? null,
    load,
    take,
    /** Once everything that was done here has reached the server. */
    settled: () => sending,
    ...steps,
    know: (...items: ItemRow[]) => void state.know(...items.map(pinOf)),
    saving: computed(() => pending.value > 0),
    ...waitingOf(testId, queue, pending),
  };
}

/** What a page says of the changes that have not arrived. */
const waitingOf = (
  testId: number,
  queue: ReturnType<typeof useChangeQueue>,
  pending: ComputedRef<number>,
) => ({
  /** How many steps wait for the network; none while they are on their way. */
  waiting: computed(() => (queue.state.away ? pending.value : 0)),
  /** Steps that need the teacher's word before they can go on. */
  stuck: computed(() => queue.stuck(testId)),
  decide: (key: string, word: 'replace' | 'let-go') => queue.decide(key, word),
  /** Whether what waits is still there after the page was closed. */
  keeps: computed(() => queue.state.keeps),
  saveStatus: computed(() => {
    if (pending.value === 0) return say('tests.saved');
    return queue.state.away ? say('tests.notSavedYet') : say('tests.saving');
  }),
});
