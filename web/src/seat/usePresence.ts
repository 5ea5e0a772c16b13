/** The page says that it is there and what it shows, and hears of the end, of pauses and of what the teacher says. */
import type { AnswerOf, api } from '@oaken/contract';
import type { AttemptAnswer } from '@oaken/contract/attempts';
import { signEvery } from '@oaken/core/watching';
import { onMounted, onUnmounted, reactive, ref, type Ref } from 'vue';
import { seatCall } from '../client/seatCall';
import { useSession } from '../client/session';

type Heard = AnswerOf<typeof api.stayHere>;
/** Moving on is said so soon, going through quickly only once. */
const soon = 700;

export function usePresence(
  attempt: Ref<AttemptAnswer | null>,
  events: { sits(): boolean; over(): void; goesOn(): void; away(): void },
) {
  const session = useSession();
  const notices = reactive<{ id: number; text: string }[]>([]);
  const paused = ref(false);
  let entry: string | null = null;
  let left = 0;
  let heard = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let stopped = false;
  // How long each question was open and seen, on this page.
  const page = Math.random().toString(36).slice(2, 12).padEnd(8, '0');
  const spent = new Map<string, number>();
  const unsaid = new Set<string>();
  let since = performance.now();
  function tally(): void {
    const now = performance.now();
    if (entry && document.visibilityState === 'visible' && !paused.value && events.sits()) {
      spent.set(entry, (spent.get(entry) ?? 0) + now - since);
      unsaid.add(entry);
    }
    since = now;
  }

  async function say(): Promise<void> {
    clearTimeout(timer);
    const current = attempt.value;
    tally();
    if (current && (events.sits() || unsaid.size > 0)) {
      const value = left;
      const times = [...unsaid].map((id) => ({ entry: id, ms: Math.round(spent.get(id)!) }));
      const body = {
        entry,
        hidden: document.visibilityState === 'hidden',
        left: value,
        heard,
        page,
        spent: times,
      };
      const answer = await seatCall('stayHere', { params: { attemptId: current.id }, body }).catch(
        () => null,
      );
      // What could not be said now is said with the next sign.
      if (answer) {
        left -= value;
        for (const time of times)
          if (Math.round(spent.get(time.entry)!) === time.ms) unsaid.delete(time.entry);
        hear(current, answer);
      }
    }
    if (!stopped) timer = setTimeout(() => void say(), signEvery);
  }
  function hear(
    attemptAnswer: AttemptAnswer,
    { now, deadlineAt, partEndsAt, paused: stands, away, handedIn, notices: said }: Heard,
  ): void {
    session.setClock(now);
    for (const notice of said) {
      heard = Math.max(heard, notice.id);
      if (!notices.some(({ id }) => id === notice.id)) notices.push(notice);
    }
    if (handedIn) return events.over();
    if (away) return events.away();
    attemptAnswer.deadlineAt = deadlineAt;
    if (attemptAnswer.course?.clock && partEndsAt !== null)
      attemptAnswer.course.clock.endsAt = partEndsAt;
    const was = paused.value;
    paused.value = stands;
    if (was && !stands) events.goesOn();
  }
  function soonSay(): void {
    clearTimeout(timer);
    timer = setTimeout(() => void say(), soon);
  }
  /** The question that is open now. */
  function standsAt(id: string | null): void {
    if (entry === id) return;
    tally();
    entry = id;
    soonSay();
  }
  const seen = () => {
    // What lay between was seen, or hidden, until now.
    if (document.visibilityState === 'hidden') {
      left++;
      if (entry && !paused.value && events.sits()) {
        spent.set(entry, (spent.get(entry) ?? 0) + performance.now() - since);
        unsaid.add(entry);
      }
    }
    since = performance.now();
    soonSay();
  };
  onMounted(() => {
    document.addEventListener('visibilitychange', seen);
    soonSay();
  });
  onUnmounted(() => {
    stopped = true;
    clearTimeout(timer);
    document.removeEventListener('visibilitychange', seen);
  });
  return { notices, paused, standsAt };
}
