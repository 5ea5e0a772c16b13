/**
 * The way of a test's changes to the server: in order, kept in the browser until they have arrived,
 * again and again while there is no network, also after the page was loaded anew. What a
 * colleague's change stands in the way of is put to the teacher, and not lost before they decide.
 */
import type { api, BodyOf } from '@oaken/contract';
import type { TestAnswer } from '@oaken/contract/assessments';
import { problemCode } from '@oaken/contract/problems';
import { backoff } from '@oaken/core/sitting';
import { reactive } from 'vue';
import { Refused } from '../../client/request';
import { keepChanges, letGoChanges, listChanges, type KeptChanges } from './changeStore';

export interface QueueDoors {
  send(test: number, body: BodyOf<typeof api.changeTest>): Promise<TestAnswer>;
  read(test: number): Promise<TestAnswer>;
}

/** The server has looked and says no: sending the same again would not help. */
const isFinal = (error: unknown): error is Refused =>
  error instanceof Refused && [400, 403, 404, 409, 413, 422].includes(error.status);

export class ChangeQueue {
  /** What has not arrived, in order; with what is stuck. */
  readonly kept = reactive<KeptChanges[]>([]);
  /** Whether the last try found no server. */
  readonly state = reactive({ away: false, keeps: true });
  private running: Promise<void> | null = null;
  private tries = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private lastDoneAt = 0;
  private readonly listeners = new Map<number, Set<(answer: TestAnswer) => void>>();

  constructor(
    readonly account: number,
    private readonly doors: QueueDoors,
  ) {}

  /** Takes up what earlier pages left, and sends it. */
  async open(): Promise<void> {
    const known = new Set(this.kept.map(({ key }) => key));
    const earlier = (await listChanges(this.account)).filter(({ key }) => !known.has(key));
    this.kept.unshift(...earlier);
    // What waited may meet what others did meanwhile.
    if (earlier.length > 0) this.state.away = true;
    await this.run();
  }

  /** Hears the test as it stands after each of its changes has arrived. @returns ends it */
  listen(test: number, hear: (answer: TestAnswer) => void): () => void {
    const list = this.listeners.get(test) ?? new Set();
    this.listeners.set(test, list.add(hear));
    return () => void list.delete(hear);
  }

  waiting = (test: number): KeptChanges[] =>
    this.kept.filter((kept) => kept.test === test && !kept.stuck);
  stuck = (test: number): KeptChanges[] =>
    this.kept.filter((kept) => kept.test === test && kept.stuck);

  /** @returns when it has arrived, or cannot for now */
  async add(step: Pick<KeptChanges, 'test' | 'text' | 'changes'>): Promise<void> {
    const doneAt = (this.lastDoneAt = Math.max(Date.now(), this.lastDoneAt + 1));
    const kept: KeptChanges = { ...step, key: crypto.randomUUID(), account: this.account, doneAt };
    this.kept.push(kept);
    this.state.keeps = await keepChanges(kept);
    await this.run();
  }

  /** The teacher's word on what is stuck: it replaces what stands there, or is let go. */
  async decide(key: string, word: 'replace' | 'let-go'): Promise<void> {
    const kept = this.kept.find((queued) => queued.key === key);
    if (!kept) return;
    if (word === 'let-go') return this.letGo(kept);
    delete kept.stuck;
    // Kept with the change: a page that is loaded anew before it arrived asks nobody again.
    kept.decided = true;
    await keepChanges(kept);
    await this.run();
  }

  /** Sends now what waits; for when the network is back. */
  run(): Promise<void> {
    clearTimeout(this.timer);
    return (this.running ??= this.sendAll().finally(() => (this.running = null)));
  }

  private async sendAll(): Promise<void> {
    for (;;) {
      const next = this.kept.find(({ stuck }) => !stuck);
      if (!next) return;
      try {
        await this.sendOne(next);
        this.tries = 0;
      } catch (error) {
        if (isFinal(error)) await this.setAside(next, error);
        else {
          this.state.away = true;
          this.timer = setTimeout(() => void this.run(), backoff(++this.tries, Math.random()));
          return;
        }
      }
    }
  }

  private async sendOne(kept: KeptChanges): Promise<void> {
    const { test, changes, key, decided = false } = kept;
    // What waited may meet what a colleague did meanwhile; the server looks before it applies it.
    const careful = this.state.away && !decided;
    const answer = await this.doors.send(test, {
      changes: changes.map(({ change }) => change),
      clientKey: key,
      ...(careful && { against: changes.map(({ inverse }) => inverse) }),
    });
    await this.letGo(kept);
    this.hear(test, answer);
  }

  private async setAside(kept: KeptChanges, { problem, message }: Refused): Promise<void> {
    kept.stuck = {
      reason: problem.detail ?? message,
      replaces: problemCode(problem) === 'changed-by-colleague',
    };
    await keepChanges(kept);
    // The page shows what the server has, without it.
    const answer = await this.doors.read(kept.test).catch(() => null);
    if (answer) this.hear(kept.test, answer);
  }

  private hear(test: number, answer: TestAnswer): void {
    if (this.kept.every(({ stuck }) => stuck)) this.state.away = false;
    for (const listener of this.listeners.get(test) ?? []) listener(answer);
  }

  private async letGo(kept: KeptChanges): Promise<void> {
    const index = this.kept.indexOf(kept);
    if (index >= 0) this.kept.splice(index, 1);
    await letGoChanges(kept.key);
  }
}
