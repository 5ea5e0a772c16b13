/**
 * How an attempt ends: handed in by the student, by the server at the deadline, or without network
 * until it can be said.
 */
import { ref } from 'vue';
import { inWords, Unreachable } from '../client/request';
import { seatCall } from '../client/seatCall';
import type { LateAnswers } from './endWords';
import { forgetPads } from './keptPads';
import { keepHandedIn, letGoOpened, sendKept } from './keptStore';
import type { Sitting } from './sitting';
import { say } from '../words';

/** After the end the page asks whether the server has it: soon at first, then less often, for as long as it is open. */
const askAgain = 1_500;
const askSeldom = 10_000;
const soonTries = 20;

/** Waits until the server says that the attempt is over, and has answered for all that is still here. */
function useFinishing(sitting: Sitting) {
  const { assignmentId, ended, state, student } = sitting;
  const late = ref<LateAnswers>({ undecided: 0, untaken: 0 });
  let finishing: Promise<void> | null = null;

  const seatRow = async () => {
    const list = await seatCall('listSeat', {}).catch(() => null);
    return list?.assignments.find((row) => row.assignmentId === assignmentId);
  };

  /** Sends what is still here. @returns whether the server has answered for all of it, be it that it takes no more */
  async function sendRest(): Promise<boolean> {
    // Handed in without network: the store sends it, and this page's own outbox is closed.
    if (ended.value === 'kept') return (await sendKept(student()).catch(() => 1)) === 0;
    const { outbox } = sitting;
    await outbox?.flush();
    return !outbox || outbox.waiting.length === 0 || state.value === 'over';
  }

  const finish = () => (finishing ??= waitForEnd().finally(() => (finishing = null)));

  async function waitForEnd(): Promise<void> {
    if (ended.value === 'handed-in') return;
    if (ended.value === 'no') ended.value = 'time';
    for (let tries = 0; !sitting.left; tries++) {
      if (ended.value === 'kept') await sendRest();
      // What was written in time and could not be sent until now still goes to the teacher.
      if ((await seatRow())?.handedInAt != null && (await sendRest())) {
        if (ended.value !== 'kept')
          late.value = { ...late.value, untaken: sitting.outbox?.waiting.length ?? 0 };
        return over();
      }
      const wait = tries < soonTries ? askAgain : askSeldom;
      await new Promise((resolve) => setTimeout(resolve, wait));
    }
  }

  async function over(): Promise<void> {
    late.value = { ...late.value, undecided: (await seatRow())?.undecided ?? 0 };
    ended.value = 'handed-in';
    await sitting.outbox?.end();
    await letGoOpened(student(), assignmentId);
    await forgetPads(student(), assignmentId);
  }

  return { late, finish, over };
}

export function useEnding(sitting: Sitting) {
  const { attempt, ended, session, student, wrong } = sitting;
  const { late, finish, over } = useFinishing(sitting);
  const handingIn = ref(false);

  /** The server hands in at the deadline; the page sends what it still has and waits to hear of it. */
  async function timeUp(): Promise<void> {
    if (ended.value !== 'no') return;
    ended.value = 'time';
    await sitting.outbox?.flush();
    await finish();
  }

  async function handIn(): Promise<void> {
    if (!attempt.value || handingIn.value) return;
    handingIn.value = true;
    wrong.value = '';
    const attemptId = attempt.value.id;
    const time = session.now();
    try {
      await sitting.outbox?.flush();
      await seatCall('handIn', {
        params: { attemptId },
        body: { answers: sitting.outbox?.waiting ?? [] },
      });
      await over();
    } catch (error) {
      if (error instanceof Unreachable) await keepUntilNetwork(attemptId, time);
      else wrong.value = say('ending.notYet', { why: inWords(error) });
    } finally {
      handingIn.value = false;
    }
  }

  /** That it was handed in is kept on this device, with the time, and said when the network is back. */
  async function keepUntilNetwork(attemptId: number, time: number): Promise<void> {
    await keepHandedIn({ attempt: attemptId, student: student(), at: time });
    ended.value = 'kept';
    sitting.outbox?.close();
    void finish();
  }
  return { late, handingIn, finish, timeUp, handIn };
}
