/**
 * Shows an attempt and keeps what is answered: in the outbox until the server has it, and in the
 * browser for a page without network.
 */
import type { AttemptAnswer } from '@oaken/contract/attempts';
import { keepOpened } from './keptStore';
import { Outbox } from './outbox';
import { sayPlaysOf } from './plays';
import { answerTo, entriesOf, take, type Sitting } from './sitting';

/** What the outbox tells of. */
interface Happenings {
  /** Nothing more is taken. */
  over(): void;
  /** Another page was further: the attempt is to be opened again. */
  stale(): void;
}

export function useKeeping(sitting: Sitting, happenings: Happenings) {
  const { attempt, session, student } = sitting;
  const entries = entriesOf(sitting);
  /** Questions that were answered while one outbox took the place of another. */
  let meanwhile: Set<string> | null = null;

  function change(entry: string): void {
    if (meanwhile) return void meanwhile.add(entry);
    const { responses, flagged } = answerTo(sitting, entry);
    sitting.outbox?.change(entry, responses, flagged);
  }

  const openOutbox = (opened: AttemptAnswer) =>
    Outbox.open(opened.id, student(), opened.answers, {
      state: (now) => {
        sitting.state.value = now;
        if (now === 'over') happenings.over();
        if (now === 'saved') void keep();
      },
      adopt: (answer) => take(sitting, answer),
      clock: session.setClock,
      now: session.now,
      stale: happenings.stale,
    });

  /** Shows an attempt with the newest of what the server and this browser have. */
  async function show(opened: AttemptAnswer): Promise<void> {
    const typed = (meanwhile = new Set<string>());
    await sitting.outbox?.written;
    sitting.outbox?.close();
    const { outbox, answers: newest } = await openOutbox(opened);
    sitting.outbox = outbox;
    for (const answer of newest.values()) if (!typed.has(answer.entry)) take(sitting, answer);
    if (attempt.value?.id === opened.id) sayPlaysOf(attempt.value, opened);
    attempt.value = opened;
    meanwhile = null;
    for (const entry of typed) change(entry);
  }

  /** What the server has by now is kept here too, so that a page opened without network shows it. */
  async function keep(): Promise<void> {
    const { outbox } = sitting;
    if (!attempt.value || !outbox || sitting.ended.value !== 'no') return;
    const known = entries.value
      .filter(({ id }) => outbox.numberOf(id) > 0)
      .map(({ id }) => ({
        entry: id,
        number: outbox.numberOf(id),
        device: outbox.device,
        ...answerTo(sitting, id),
      }));
    // The store takes plain objects only.
    const snapshot = JSON.parse(
      JSON.stringify({ ...attempt.value, answers: known }),
    ) as AttemptAnswer;
    await keepOpened({ student: student(), assignment: sitting.assignmentId, attempt: snapshot });
  }
  return { change, show, keep };
}
