/**
 * Answers on their way to the server. Each change gets a number, is kept in this browser at once, is sent within a
 * second, and is let go only when the server says that it is stored. Without network it waits and tries again.
 */
import { present, valueOf } from '@oaken/core/certain';
import type { SavedAnswer, StoredAnswer } from '@oaken/contract/attempts';
import { backoff, outcomeOf } from '@oaken/core/sitting';
import { Refused, Unreachable } from '../client/request';
import { seatCall } from '../client/seatCall';
import { store, type Kept } from './keptStore';

export type OutboxState = 'saved' | 'saving' | 'kept' | 'over' | 'signed-out';

/** A change waits so long for more of the same burst of typing. */
const pause = 400;
/** A save that is not answered after so long counts as not arrived; sending it again is harmless. */
const patience = 15_000;
/** An edit this fresh is what the student sees, so it goes on top of what another device sent meanwhile. */
const fresh = 60_000;

/** Responses without the page's reactive wrapping, which neither a store nor another tab can take. */
const plain = (responses: Record<string, unknown>) =>
  JSON.parse(JSON.stringify(responses)) as Record<string, unknown>;

export const newDevice = () =>
  Array.from(
    crypto.getRandomValues(new Uint8Array(12)),
    (byte) => 'abcdefghijklmnopqrstuvwxyz0123456789'[byte % 36],
  ).join('');

export interface OutboxEvents {
  state(state: OutboxState): void;
  /** Another tab or device was ahead: this is what stands now. */
  adopt(answer: SavedAnswer): void;
  clock(now: number): void;
  /** The server's time now, as far as this page knows it. */
  now(): number;
  /** Somewhere a newer answer exists that this page does not know. */
  stale(): void;
}

export class Outbox {
  readonly device = newDevice();
  private readonly numbers = new Map<string, number>();
  private readonly pending = new Map<string, SavedAnswer & { changedAt: number }>();
  private readonly others: BroadcastChannel;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sending: Promise<void> | null = null;
  private tries = 0;
  private closed = false;
  /** Done once this browser's own store has every change so far. */
  written: Promise<unknown> = Promise.resolve();

  private constructor(
    private readonly attempt: number,
    private readonly student: number,
    private readonly events: OutboxEvents,
  ) {
    this.others = new BroadcastChannel(`oaken-attempt-${attempt}`);
    this.others.onmessage = ({ data }: MessageEvent<SavedAnswer>) => this.hear(data);
    addEventListener('online', this.now);
    document.addEventListener('visibilitychange', this.now);
  }

  /** Takes up what the server has and what this browser still keeps; returns the newest of both. */
  static async open(
    attempt: number,
    student: number,
    stored: StoredAnswer[],
    events: OutboxEvents,
  ): Promise<{ outbox: Outbox; answers: Map<string, SavedAnswer> }> {
    const outbox = new Outbox(attempt, student, events);
    const answers = new Map<string, SavedAnswer>(stored.map((answer) => [answer.entry, answer]));
    const database = await store();
    const kept = ((await database?.getAll('answers')) ?? []) as Kept[];
    for (const { attempt: of, student: by, ...answer } of kept) {
      if (of !== attempt || by !== student) continue;
      const known = answers.get(answer.entry);
      if (known && known.number >= answer.number) await outbox.forget(answer.entry);
      else {
        answers.set(answer.entry, answer);
        outbox.pending.set(answer.entry, { ...answer, changedAt: 0 });
      }
    }
    for (const { entry, number } of answers.values()) outbox.numbers.set(entry, number);
    if (outbox.pending.size > 0) outbox.schedule(0);
    return { outbox, answers };
  }

  change(entry: string, responses: Record<string, unknown>, flagged: boolean): void {
    if (this.closed) return;
    const number = (this.numbers.get(entry) ?? 0) + 1;
    this.numbers.set(entry, number);
    const writtenAt = this.events.now();
    const answer: SavedAnswer = {
      entry,
      number,
      device: this.device,
      responses: plain(responses),
      flagged,
      writtenAt,
    };
    this.keep({ ...answer, changedAt: performance.now() });
    this.others.postMessage(answer);
    this.events.state('saving');
    this.schedule(pause);
  }

  /** The answer under a number of its own, for what is sent with it; kept and saved like any change. */
  numbered(entry: string, responses: Record<string, unknown>, flagged: boolean): SavedAnswer {
    this.change(entry, responses, flagged);
    const { changedAt: _, ...answer } = valueOf(this.pending, entry);
    return answer;
  }

  numberOf = (entry: string) => this.numbers.get(entry) ?? 0;

  get waiting(): SavedAnswer[] {
    return [...this.pending.values()].map(({ changedAt: _, ...answer }) => answer);
  }

  /** Sends what waits now; resolves when that try has ended, well or not. */
  async flush(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    await this.sending;
    if (this.pending.size === 0 || this.closed) return;
    this.sending = this.send().finally(() => (this.sending = null));
    await this.sending;
  }

  /**
   * What the server has or will not take any more needs no keeping; what it has of other entries is
   * known from now on.
   */
  async settled(sent: SavedAnswer[], stored: StoredAnswer[]): Promise<void> {
    for (const { entry, number } of sent)
      if (this.pending.get(entry)?.number === number) await this.forget(entry);
    for (const { entry, number } of stored)
      this.numbers.set(entry, Math.max(number, this.numbers.get(entry) ?? 0));
    this.events.state(this.pending.size === 0 ? 'saved' : 'saving');
  }

  /** After handing in: nothing is sent any more, and nothing is kept. */
  async end(): Promise<void> {
    this.close();
    for (const entry of this.pending.keys()) await this.forget(entry);
  }

  close(): void {
    this.closed = true;
    clearTimeout(this.timer);
    this.others.close();
    removeEventListener('online', this.now);
    document.removeEventListener('visibilitychange', this.now);
  }

  private readonly now = () => {
    if (this.pending.size > 0) this.schedule(0);
  };

  private schedule(wait: number): void {
    if (this.closed) return;
    // A change never postpones a send that is due sooner; a burst of typing is sent at least once a second.
    if (wait > 0 && this.timer !== undefined && this.tries === 0) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), wait);
  }

  private keep(answer: SavedAnswer & { changedAt: number }): void {
    this.pending.set(answer.entry, answer);
    const { changedAt: _, ...kept } = answer;
    const put = store().then((database) =>
      database?.put('answers', {
        ...kept,
        attempt: this.attempt,
        student: this.student,
      } satisfies Kept),
    );
    this.written = Promise.all([this.written, put]).catch(() => {});
  }

  private async forget(entry: string): Promise<void> {
    this.pending.delete(entry);
    await (await store())?.delete('answers', [this.attempt, entry]);
  }

  private hear(answer: SavedAnswer): void {
    if (answer.number <= (this.numbers.get(answer.entry) ?? 0)) return;
    this.numbers.set(answer.entry, answer.number);
    this.pending.delete(answer.entry);
    this.events.adopt(answer);
  }

  private async send(): Promise<void> {
    const sent = this.waiting;
    this.events.state('saving');
    try {
      const answer = await seatCall(
        'saveAnswers',
        { params: { attemptId: this.attempt }, body: { answers: sent } },
        { signal: AbortSignal.timeout(patience) },
      );
      this.tries = 0;
      this.events.clock(answer.now);
      for (const stored of answer.stored)
        await this.settle(
          present(
            sent.find(({ entry }) => entry === stored.entry),
            'sent',
          ),
          stored,
        );
      // Their stage was left on another page, or its time was over: nothing more is taken, and this page is behind.
      for (const entry of answer.closed) await this.forget(entry);
      if (answer.closed.length > 0) this.events.stale();
      this.events.state(this.pending.size === 0 ? 'saved' : 'saving');
      if (this.pending.size > 0) this.schedule(pause);
    } catch (error) {
      this.fail(error);
    }
  }

  private async settle(
    sent: SavedAnswer,
    stored: { entry: string; number: number; device: string },
  ): Promise<void> {
    const waiting = this.pending.get(sent.entry);
    if (outcomeOf(sent, stored) === 'kept') {
      if (waiting?.number === sent.number) await this.forget(sent.entry);
      return;
    }
    this.numbers.set(sent.entry, Math.max(stored.number, this.numbers.get(sent.entry) ?? 0));
    if (waiting && performance.now() - waiting.changedAt < fresh && waiting.changedAt > 0) {
      const number = valueOf(this.numbers, sent.entry) + 1;
      this.numbers.set(sent.entry, number);
      this.keep({ ...waiting, number, device: this.device });
    } else {
      await this.forget(sent.entry);
      this.events.stale();
    }
  }

  private fail(error: unknown): void {
    const status = error instanceof Refused ? error.status : 0;
    if (status === 409 || status === 404) {
      this.events.state('over');
      return;
    }
    if (status === 401) {
      this.events.state('signed-out');
      return;
    }
    if (
      !(error instanceof Unreachable) &&
      status > 0 &&
      status < 500 &&
      ![403, 423, 429].includes(status)
    )
      throw error;
    this.tries++;
    this.events.state('kept');
    this.schedule(backoff(this.tries, Math.random()));
  }
}
