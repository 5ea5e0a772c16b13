/**
 * Opens the attempt: from the server, or without network from this device; and again for as long as
 * the teacher holds it back.
 */
import { ref, type Ref } from 'vue';
import { inWords, Refused, Unreachable } from '../client/request';
import { seatCall } from '../client/seatCall';
import { letGoOpened, readOpened, sendKept } from './keptStore';
import type { Sitting } from './sitting';
import type { useKeeping } from './useKeeping';

const askAgain = 4_000;

export function useBeginning(
  sitting: Sitting,
  { show, keep }: Pick<ReturnType<typeof useKeeping>, 'show' | 'keep'>,
  paused: Ref<boolean>,
  finish: () => Promise<void>,
) {
  const { assignmentId, attempt, session, state, student, wrong } = sitting;
  /** Why nothing can be written now, in the server's words; null while it can, or while the teacher has paused it. */
  const heldBack = ref<{ title: string; detail: string } | null>(null);
  let again: ReturnType<typeof setTimeout> | undefined;
  const later = () => (again = setTimeout(() => void begin(), askAgain));

  async function open(): Promise<void> {
    // A page that was opened without network has yet to hear from the server who is signed in.
    if (!session.known) await session.load();
    // What an earlier page handed in without network comes first.
    await sendKept(student());
    const opened = await seatCall('beginAttempt', { params: { assignmentId }, body: {} });
    session.setClock(opened.now);
    await show(opened);
    paused.value = false;
    heldBack.value = null;
    state.value = sitting.outbox?.waiting.length ? 'saving' : 'saved';
    void keep();
  }

  async function begin(): Promise<void> {
    wrong.value = '';
    try {
      await open();
    } catch (error) {
      const status = error instanceof Refused ? error.status : 0;
      if (status === 409) await letGoOpened(student(), assignmentId);
      if (status === 409 && attempt.value) await finish();
      else if (status === 423) waitForTeacher(error as Refused);
      else if (error instanceof Unreachable) await beginKept(error);
      else wrong.value = inWords(error);
    }
  }

  /** Paused, or left for too long: asked again until it goes on. */
  function waitForTeacher({ words: { title, detail = '' } }: Refused): void {
    paused.value = true;
    heldBack.value = { title, detail };
    clearTimeout(again);
    if (!sitting.left) later();
  }

  /** Without network: the attempt as this device has it, until the server can be asked. */
  async function beginKept(why: Unreachable): Promise<void> {
    const kept = attempt.value ? undefined : await readOpened(student(), assignmentId);
    if (kept) await show(kept);
    if (attempt.value) state.value = 'kept';
    else wrong.value = inWords(why);
    if (attempt.value && !sitting.left && sitting.ended.value === 'no') later();
  }
  return { begin, heldBack, stop: () => clearTimeout(again) };
}
