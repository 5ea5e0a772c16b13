/** A sitting as it goes on: the whole first, then what changes; after a lost connection the whole again. */
import type { Watched, WatchedStudent } from '@oaken/contract/watching';
import { computed, onMounted, onUnmounted, ref } from 'vue';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import { useSession } from '../../client/session';

/** The browser comes back by itself after a lost connection, but not after a refusal. */
const again = 3_000;
/**
 * The server says something every five seconds: nothing for so long means that the line is cut,
 * whatever the browser thinks.
 */
const silence = 13_000;

/** What the stream says: the whole, or the students who changed. */
interface Heard {
  whole(watched: Watched): void;
  students(changed: { now: number; students: WatchedStudent[] }): void;
  /** The line is cut, or was refused for now. */
  lost(): void;
  /** The stream says only that it was refused; the same question asked plainly says why. */
  refused(): void;
}

/** The stream of a sitting; it is opened again for as long as the page is open. */
class WatchLine {
  private source: EventSource | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private heard = performance.now();

  constructor(
    private readonly address: string,
    private readonly events: Heard,
  ) {}

  open = (): void => {
    this.source?.close();
    const source = (this.source = new EventSource(this.address));
    this.heard = performance.now();
    const on = <T>(name: string, hear: (told: T) => void) =>
      source.addEventListener(name, ({ data }: MessageEvent<string>) => {
        this.heard = performance.now();
        hear(JSON.parse(data) as T);
      });
    on('here', () => undefined);
    on('whole', this.events.whole);
    on('students', this.events.students);
    source.onerror = () => {
      this.events.lost();
      if (source.readyState !== EventSource.CLOSED) return;
      source.close();
      this.later(this.events.refused);
    };
  };

  /** What stands here is old from now on; the line is tried again until it answers. */
  lose = (): void => {
    this.events.lost();
    this.source?.close();
    this.later(this.open);
  };

  later(act: () => void): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(act, again);
  }

  get isSilent(): boolean {
    return performance.now() - this.heard > silence;
  }

  close(): void {
    this.source?.close();
    clearTimeout(this.timer);
  }
}

const countsOf = (students: readonly WatchedStudent[]) => {
  const of = (...states: WatchedStudent['state'][]) =>
    students.filter(({ state }) => states.includes(state)).length;
  return {
    notBegun: of('not-begun'),
    working: of('working', 'paused'),
    handedIn: of('handed-in'),
  };
};

/** The students with those that changed in their places. */
const withChanged = (known: readonly WatchedStudent[], changed: readonly WatchedStudent[]) => {
  const byId = new Map(changed.map((student) => [student.studentId, student]));
  return known.map((student) => byId.get(student.studentId) ?? student);
};

export function useWatch(assignmentId: number) {
  const session = useSession();
  const watched = ref<Watched | null>(null);
  const wrong = ref('');
  /** Since when nothing has been heard; null while the connection stands. */
  const lostAt = ref<number | null>(null);
  const now = ref(session.now());

  const line = new WatchLine(`/api/assignments/${assignmentId}/watch/events`, {
    whole(whole) {
      session.setClock(whole.now);
      [watched.value, lostAt.value, wrong.value] = [whole, null, ''];
    },
    students(changed) {
      session.setClock(changed.now);
      if (watched.value)
        watched.value.students = withChanged(watched.value.students, changed.students);
    },
    // Where nothing has come yet, the plain question says why.
    lost: () => void (watched.value && (lostAt.value ??= session.now())),
    refused: () => void explain(),
  });

  async function explain(): Promise<void> {
    try {
      watched.value = await call('watchAssignment', { params: { assignmentId } });
      line.open();
    } catch (error) {
      wrong.value = inWords(error);
      if (error instanceof Refused && error.status === 404) return;
      line.later(() => void explain());
    }
  }

  onMounted(() => {
    line.open();
    addEventListener('offline', line.lose);
    addEventListener('online', line.open);
  });
  const tick = setInterval(() => {
    now.value = session.now();
    if (lostAt.value === null && line.isSilent) line.lose();
  }, 1_000);
  onUnmounted(() => {
    line.close();
    clearInterval(tick);
    removeEventListener('offline', line.lose);
    removeEventListener('online', line.open);
  });

  const counts = computed(() => countsOf(watched.value?.students ?? []));
  return { watched, wrong, lostAt, now, counts };
}
