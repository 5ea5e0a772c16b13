/**
 * Whoever shows a round: its teachers' desks, projectors and students' pages. Those of one process
 * share one look at the database, several times a second; a step or an answer of this process is
 * looked at at once. Nothing of a round is held here that is not in the database.
 */
import type { RoundDesk, RoundScreen } from '@oaken/contract/rounds';
import type { Language } from '@oaken/words/languages';
import { col, fn } from 'sequelize';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Send } from '../http/event-stream';
import { readFacts, type RoundFacts } from './facts';
import { settle } from './leading';
import { deskOf } from './desk';
import { screenOf, seatShown } from './showing';
import { noteStillHere } from './taking-part';

/** Often enough that a step of another process is seen within half a second. */
const lookEvery = 150;
/** Students' pages are noted as being there together. */
const noteEvery = 5_000;

/** What somebody who looks is told; nothing where it is what they were told last. */
interface Listener {
  tell(facts: RoundFacts, now: number): void;
  /** The student whose page it is. */
  student?: number | undefined;
}

/** Tells only what has changed; the time of day alone is no change. */
function changes<Told extends { now: number }>(
  event: string,
  send: Send,
  told: (facts: RoundFacts, now: number) => Told,
): Listener['tell'] {
  let last = '';
  return (facts, now) => {
    const data = told(facts, now);
    const line = JSON.stringify({ ...data, now: 0 });
    if (line === last) return;
    last = line;
    send(event, data);
  };
}

/** As many read the same: it is made and compared once for all of them. */
const linesOf = new WeakMap<object, string>();
function lineOf(shown: object): string {
  const known = linesOf.get(shown) ?? JSON.stringify(shown);
  linesOf.set(shown, known);
  return known;
}

export const deskListener = (send: Send): Listener => ({
  tell: changes<RoundDesk>('desk', send, deskOf),
});

export const screenListener = (send: Send, language: Language): Listener => ({
  tell: changes<RoundScreen>('screen', send, (facts, now) => screenOf(facts, now, language)),
});

export function seatListener(send: Send, student: number, language: Language): Listener {
  let last = '';
  return {
    student,
    tell(facts, now) {
      const { shown, ...mine } = seatShown(facts, student, language);
      const line = lineOf(shown) + JSON.stringify(mine);
      if (line === last) return;
      last = line;
      send('shown', { now, shown, ...mine });
    },
  };
}

class Room {
  private readonly listeners = new Set<Listener>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  private known = '';
  private notedAt = 0;
  private looking = false;
  private again = false;
  private facts: RoundFacts | null = null;

  constructor(
    private readonly context: Context,
    private readonly editions: Editions,
    private readonly roundId: number,
  ) {}

  join(listener: Listener): void {
    this.listeners.add(listener);
    // Whoever comes back is noted with the next look, so that the desk sees them.
    if (listener.student !== undefined) this.notedAt = 0;
    if (this.facts) listener.tell(this.facts, this.context.now());
    else this.look();
  }

  /** @returns whether nobody is left */
  leave(listener: Listener): boolean {
    this.listeners.delete(listener);
    if (this.listeners.size > 0) return false;
    clearTimeout(this.timer);
    return true;
  }

  /** Looks now; one look at a time. */
  look(): void {
    clearTimeout(this.timer);
    if (this.looking) this.again = true;
    else void this.turn();
  }

  private async turn(): Promise<void> {
    this.looking = true;
    try {
      await this.note();
      await this.tell();
    } catch (error) {
      // The database may be away for a while; the next look finds whatever happened meanwhile.
      this.context.log.warn({ err: error }, 'looking at a round failed');
    }
    this.looking = false;
    if (this.listeners.size === 0) return;
    const soon = this.again ? 0 : lookEvery;
    this.again = false;
    this.timer = setTimeout(() => void this.turn(), soon);
  }

  private async note(): Promise<void> {
    const now = this.context.now();
    if (now - this.notedAt < noteEvery) return;
    this.notedAt = now;
    const students = [...this.listeners].flatMap(({ student }) => student ?? []);
    if (students.length > 0)
      await noteStillHere(this.context.database, this.roundId, [...new Set(students)], now);
  }

  private async tell(): Promise<void> {
    const { context, editions, roundId } = this;
    const mark = await this.mark();
    if (mark !== this.known) {
      this.facts = await readFacts(context.database, editions, roundId);
      this.known = mark;
    }
    // As long as nothing changes, what was read holds, and only time goes on.
    if (this.facts && (await settle(context, this.facts)))
      this.facts = await readFacts(context.database, editions, roundId);
    if (!this.facts) return;
    const now = context.now();
    for (const listener of this.listeners) listener.tell(this.facts, now);
  }

  /** Changes whenever something of the round has, and while students' pages say that they are there. */
  private async mark(): Promise<string> {
    const { Round, RoundAnswer, RoundParticipant } = this.context.database.models;
    const { roundId } = this;
    const round = await Round.findByPk(roundId, {
      attributes: ['version', 'assignmentId'],
      raw: true,
    });
    const answers = await RoundAnswer.findOne({
      attributes: [
        [fn('COUNT', col('student_id')), 'given'],
        [fn('MAX', col('answered_at')), 'latest'],
      ],
      where: { roundId },
      raw: true,
    });
    const participants = await RoundParticipant.findOne({
      attributes: [
        [fn('MAX', col('seen_at')), 'seen'],
        [fn('SUM', col('companion_id')), 'sharing'],
      ],
      where: { roundId },
      raw: true,
    });
    return JSON.stringify([round, answers, participants]);
  }
}

export class RoundRooms {
  private readonly rooms = new Map<number, Room>();

  constructor(
    private readonly context: Context,
    private readonly editions: Editions,
  ) {}

  /** @returns what ends the listening */
  listen(roundId: number, listener: Listener): () => void {
    let room = this.rooms.get(roundId);
    if (!room) {
      room = new Room(this.context, this.editions, roundId);
      this.rooms.set(roundId, room);
    }
    const entered = room;
    entered.join(listener);
    return () => {
      if (entered.leave(listener) && this.rooms.get(roundId) === entered)
        this.rooms.delete(roundId);
    };
  }

  /** A step was taken in this process: whoever looks sees it at once. An answer waits for the next look. */
  stepped(roundId: number): void {
    this.rooms.get(roundId)?.look();
  }
}
