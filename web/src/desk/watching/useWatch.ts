/** A sitting as it goes on: the whole first, then what changes; after a lost connection the whole again. */
import type { Watched, WatchedStudent } from '@oaken/contract/watching';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import type { EventLine } from '../../client/eventLine';
import { inWords, Refused } from '../../client/request';
import { useSession } from '../../client/session';
import { useEventLine } from '../../client/useEventLine';

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
  const { lostAt, now } = useEventLine(
    `/api/assignments/${assignmentId}/watch/events`,
    {
      whole(whole: Watched) {
        session.setClock(whole.now);
        [watched.value, wrong.value] = [whole, ''];
      },
      students(changed: { now: number; students: WatchedStudent[] }) {
        session.setClock(changed.now);
        if (watched.value)
          watched.value.students = withChanged(watched.value.students, changed.students);
      },
    },
    (line) => void explain(line),
  );

  async function explain(line: EventLine): Promise<void> {
    try {
      watched.value = await call('watchAssignment', { params: { assignmentId } });
      line.open();
    } catch (error) {
      wrong.value = inWords(error);
      if (error instanceof Refused && error.status === 404) return;
      line.later(() => void explain(line));
    }
  }

  const counts = computed(() => countsOf(watched.value?.students ?? []));
  /** Where nothing has come yet, the plain question says why. */
  const lostSince = computed(() => (watched.value ? lostAt.value : null));
  return { watched, wrong, lostAt: lostSince, now, counts };
}
