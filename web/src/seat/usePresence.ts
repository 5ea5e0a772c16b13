/** The page says that it is there and what it shows, and hears of the end, of pauses and of what the teacher says. */
import type { AnswerOf, api } from '@oaken/contract';
import type { AttemptAnswer } from '@oaken/contract/attempts';
import { signEvery } from '@oaken/core/watching';
import { onMounted, onUnmounted, reactive, ref, type Ref } from 'vue';
import { seatCall } from '../client/seatCall';
import { useSession } from '../client/session';
import { TimeSpent } from './timeSpent';

type Heard = AnswerOf<typeof api.heartbeat>;
/** Moving on is said so soon, going through quickly only once. */
const soon = 700;

interface Events {
  /** Whether the attempt is still under way on this page. */
  sits(): boolean;
  over(): void;
  goesOn(): void;
  away(): void;
}

/** What the server answers to a sign. */
function useHearing({ over, away, goesOn }: Events) {
  const session = useSession();
  const notices = reactive<{ id: number; text: string }[]>([]);
  const paused = ref(false);
  let heard = 0;

  function hear(attempt: AttemptAnswer, answer: Heard): void {
    session.setClock(answer.now);
    for (const notice of answer.notices) {
      heard = Math.max(heard, notice.id);
      if (!notices.some(({ id }) => id === notice.id)) notices.push(notice);
    }
    if (answer.handedIn) return over();
    if (answer.away) return away();
    attempt.deadlineAt = answer.deadlineAt;
    if (attempt.course?.clock && answer.partEndsAt !== null)
      attempt.course.clock.endsAt = answer.partEndsAt;
    const was = paused.value;
    paused.value = answer.paused;
    if (was && !answer.paused) goesOn();
  }
  /** The newest notice that this page has. */
  return { notices, paused, hear, heard: () => heard };
}

export function usePresence(attempt: Ref<AttemptAnswer | null>, events: Events) {
  const { notices, paused, hear, heard } = useHearing(events);
  const time = new TimeSpent(() => performance.now());
  const page = Math.random().toString(36).slice(2, 12).padEnd(8, '0');
  let entry: string | null = null;
  let left = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let stopped = false;
  const works = () => !paused.value && events.sits();
  const isSeen = () => document.visibilityState === 'visible';

  async function say(): Promise<void> {
    clearTimeout(timer);
    time.count(isSeen() && works() ? entry : null);
    const current = attempt.value;
    if (current && (events.sits() || time.waits)) await sign(current);
    if (!stopped) timer = setTimeout(() => void say(), signEvery);
  }

  async function sign(current: AttemptAnswer): Promise<void> {
    const [leaves, spent] = [left, time.toSay()];
    const body = { entry, hidden: !isSeen(), left: leaves, heard: heard(), page, spent };
    const params = { attemptId: current.id };
    const answer = await seatCall('heartbeat', { params, body }).catch(() => null);
    // What could not be said now is said with the next sign.
    if (!answer) return;
    left -= leaves;
    time.told(spent);
    hear(current, answer);
  }

  function soonSay(): void {
    clearTimeout(timer);
    timer = setTimeout(() => void say(), soon);
  }

  /** The question that is open now. */
  function standsAt(id: string | null): void {
    if (entry === id) return;
    time.count(isSeen() && works() ? entry : null);
    entry = id;
    soonSay();
  }

  /** What lay between was seen, or hidden, until now. */
  function turned(): void {
    const leaving = !isSeen();
    if (leaving) left++;
    time.count(leaving && works() ? entry : null);
    soonSay();
  }

  onMounted(() => {
    document.addEventListener('visibilitychange', turned);
    soonSay();
  });
  onUnmounted(() => {
    stopped = true;
    clearTimeout(timer);
    document.removeEventListener('visibilitychange', turned);
  });
  return { notices, paused, standsAt };
}
