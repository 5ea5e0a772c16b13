/** The page of a student who takes part. A class comes in at once: its arrivals are noted, and its pages read, together. */
import type { SeatRound } from '@oaken/contract/rounds';
import { presentAsking } from '@oaken/core/rounds';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { notFound } from '../problems/problem';
import { Together } from '../together';
import { readFacts, type RoundFacts } from './facts';
import { seatShown, veilOf } from './showing';
import { noteHere, takingPart } from './taking-part';

export class RoundSeats {
  private readonly arrivals = new Together<number, null>(async (roundId, students) => {
    await this.noteArrivals(roundId, students);
    return students.map(() => null);
  });

  private readonly reading = new Together<null, RoundFacts>(async (roundId, readers) => {
    const facts = await readFacts(this.context.database, this.editions, roundId);
    if (!facts) throw notFound('round');
    return readers.map(() => facts);
  });

  constructor(
    private readonly context: Context,
    private readonly editions: Editions,
  ) {}

  /** Comes in, or back; on a device of one's own, nobody else answers for one. */
  async join(me: SignedIn, roundId: number): Promise<SeatRound> {
    await takingPart(this.context.database, me, roundId);
    await this.arrivals.ask(roundId, me.account.id);
    return this.page(me, roundId);
  }

  async page(me: SignedIn, roundId: number): Promise<SeatRound> {
    const { guest, timeFactor, aloud, textSize } = await takingPart(
      this.context.database,
      me,
      roundId,
    );
    const facts = await this.facts(roundId);
    const companion = facts.students.find((student) => student.with?.id === me.account.id);
    return {
      ...seatShown(facts, me.account.id, me.account.language ?? 'en'),
      now: this.context.now(),
      title: facts.round.title,
      teacher: facts.teacher,
      mine: mineOf(facts, me.account.id),
      companion: companion ? { id: companion.id, name: companion.name } : null,
      ...{ guest, timeFactor, aloud, textSize },
    };
  }

  /** How the round stands, read after this was asked. */
  facts(roundId: number): Promise<RoundFacts> {
    return this.reading.ask(roundId, null);
  }

  private async noteArrivals(roundId: number, students: readonly number[]): Promise<void> {
    const { database, now } = this.context;
    const { Round, RoundParticipant } = database.models;
    const round = await Round.findByPk(roundId, { attributes: ['endedAt'] });
    if (!round || round.endedAt !== null) return;
    await RoundParticipant.update(
      { companionId: null },
      { where: { roundId, companionId: [...students] } },
    );
    await noteHere(database, roundId, students, now());
  }
}

/** The student's own answers, under the ids that the page knows. */
function mineOf(
  { round, state, edition, entries, answersTo }: RoundFacts,
  studentId: number,
): SeatRound['mine'] {
  if (state.ended) return [];
  const present = presentAsking(state);
  const alone = state.pace ? entries.map(({ id }) => ({ id, entry: id })) : [];
  const asked = present ? [...alone, present] : alone;
  const veil = veilOf(round);
  return asked.flatMap(({ id, entry }) => {
    const answer = answersTo(id).get(studentId);
    if (!answer) return [];
    const { responses, number, unsure } = answer;
    const shown = veil.shown([{ entry, responses }], edition);
    return shown.map((veiled) => ({ asking: id, number, unsure, responses: veiled.responses }));
  });
}
