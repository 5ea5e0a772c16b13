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

  /** Changes the round from where the page stands; where somebody else was quicker, the page shows it. */
  async function change(send: (version: number) => Promise<RoundDesk>): Promise<boolean> {
    if (busy.value || !round.value) return false;
    busy.value = true;
    try {
      show(await send(round.value.version));
      wrong.value = '';
      return true;
    } catch (error) {
      const said = inWords(error);
      await read();
      wrong.value = said;
      return false;
    } finally {
      setTimeout(() => (busy.value = false), rest);
    }
  }
  const params = { roundId };
  const step = (version: number, command: RoundCommand) =>
    call('leadRound', { params, body: { version, command } });
  /** Takes one step, or several of which each needs the one before. */
  const lead = (first: RoundCommand, ...more: RoundCommand[]) =>
    change(async (version) => {
      let desk = await step(version, first);
      for (const command of more) desk = await step(desk.version, command);
      return desk;
    });
  const add = (questions: BodyOf<typeof api.addToRound>['questions']) =>
    change((version) => call('addToRound', { params, body: { version, questions } }));
  const tellKey = (entry: string, right: string[]) =>
    change((version) => call('tellKey', { params, body: { version, entry, right } }));

  const here = computed(() => round.value?.students.filter((student) => student.here).length ?? 0);
  const answered = computed(
    () => round.value?.students.filter((student) => student.answered).length ?? 0,
  );
  return { round, wrong, busy, lostAt, now, read, lead, add, tellKey, here, answered };
}
