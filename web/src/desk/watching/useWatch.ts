/** A sitting as it goes on: the whole first, then what changes; after a lost connection the whole again. */
import type { Watched, WatchedStudent } from '@oaken/contract/watching';
import { computed, onMounted, onUnmounted, ref } from 'vue';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import { useSession } from '../../client/session';

/** The browser comes back by itself after a lost connection, but not after a refusal. */
const again = 3_000;
/** The server says something every five seconds: nothing for so long means that the line is cut, whatever the browser thinks. */
const silence = 13_000;

export function useWatch(assignmentId: number) {
  const session = useSession();
  const watched = ref<Watched | null>(null);
  const wrong = ref('');
  /** Since when nothing has been heard; null while the connection stands. */
  const lostAt = ref<number | null>(null);
  const now = ref(session.now());
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let heard = performance.now();

  function open(): void {
    source?.close();
    source = new EventSource(`/api/assignments/${assignmentId}/watch/events`);
    heard = performance.now();
    source.addEventListener('here', () => (heard = performance.now()));
    source.addEventListener('whole', ({ data }: MessageEvent<string>) => {
      heard = performance.now();
      const whole = JSON.parse(data) as Watched;
      session.setClock(whole.now);
      [watched.value, lostAt.value, wrong.value] = [whole, null, ''];
    });
    source.addEventListener('students', ({ data }: MessageEvent<string>) => {
      heard = performance.now();
      const changed = JSON.parse(data) as { now: number; students: WatchedStudent[] };
      session.setClock(changed.now);
      const byId = new Map(changed.students.map((student) => [student.studentId, student]));
      if (watched.value)
        watched.value.students = watched.value.students.map(
          (student) => byId.get(student.studentId) ?? student,
        );
    });
    source.onerror = () => {
      // Where nothing has come yet, the plain question says why.
      if (watched.value) lostAt.value ??= session.now();
      if (source?.readyState !== EventSource.CLOSED) return;
      source.close();
      timer = setTimeout(() => void explain(), again);
    };
  }
  /** What stands here is old from now on; the line is tried again until it answers. */
  function lose(): void {
    if (watched.value) lostAt.value ??= session.now();
    source?.close();
    clearTimeout(timer);
    timer = setTimeout(open, again);
  }
  /** The stream says only that it was refused; the same question asked plainly says why. */
  async function explain(): Promise<void> {
    try {
      watched.value = await call('watchAssignment', { params: { assignmentId } });
      open();
    } catch (error) {
      wrong.value = inWords(error);
      if (error instanceof Refused && error.status === 404) return;
      timer = setTimeout(() => void explain(), again);
    }
  }
  onMounted(() => {
    open();
    addEventListener('offline', lose);
    addEventListener('online', open);
  });
  const tick = setInterval(() => {
    now.value = session.now();
    if (lostAt.value === null && performance.now() - heard > silence) lose();
  }, 1_000);
  onUnmounted(() => {
    source?.close();
    clearTimeout(timer);
    clearInterval(tick);
    removeEventListener('offline', lose);
    removeEventListener('online', open);
  });

  const counts = computed(() => {
    const of = (...states: WatchedStudent['state'][]) =>
      watched.value?.students.filter(({ state }) => states.includes(state)).length ?? 0;
    return {
      notBegun: of('not-begun'),
      working: of('working', 'paused'),
      handedIn: of('handed-in'),
    };
  });
  return { watched, wrong, lostAt, now, counts };
}
