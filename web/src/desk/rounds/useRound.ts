/** A round as its teacher leads it: how it stands, and the steps from here. */
import type { BodyOf, api } from '@oaken/contract';
import type { RoundDesk } from '@oaken/contract/rounds';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import { useSession } from '../../client/session';
import { useEventLine } from '../../client/useEventLine';

export type RoundCommand = BodyOf<typeof api.leadRound>['command'];

/** The next verb stands where the last one was: the second press of a double one is not meant for it. */
const rest = 500;

export function useRound(roundId: number) {
  const session = useSession();
  const round = ref<RoundDesk | null>(null);
  const wrong = ref('');
  const busy = ref(false);

  function show(desk: RoundDesk): void {
    session.setClock(desk.now);
    // An answer that was under way is older than what the stream said meanwhile.
    if (!round.value || desk.version >= round.value.version) round.value = desk;
  }
  async function read(): Promise<boolean> {
    try {
      show(await call('readRound', { params: { roundId } }));
      wrong.value = '';
      return true;
    } catch (error) {
      wrong.value = inWords(error);
      return !(error instanceof Refused && error.status === 404);
    }
  }
  const { lostAt, now } = useEventLine(
    `/api/rounds/${roundId}/events`,
    { desk: show },
    (line) => void read().then((there) => there && line.open()),
  );

  /** Takes a step from where the page stands; where somebody else was quicker, the page shows it. */
  async function lead(command: RoundCommand): Promise<void> {
    if (busy.value || !round.value) return;
    busy.value = true;
    try {
      const { version } = round.value;
      show(await call('leadRound', { params: { roundId }, body: { version, command } }));
      wrong.value = '';
    } catch (error) {
      const said = inWords(error);
      await read();
      wrong.value = said;
    } finally {
      setTimeout(() => (busy.value = false), rest);
    }
  }
  const here = computed(() => round.value?.students.filter((student) => student.here).length ?? 0);
  const answered = computed(
    () => round.value?.students.filter((student) => student.answered).length ?? 0,
  );
  return { round, wrong, busy, lostAt, now, lead, here, answered };
}
