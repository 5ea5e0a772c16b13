import { setTimeout as wait } from 'node:timers/promises';
import { say } from './say.mjs';

/** Milliseconds before each revival in a row. After the last one there is no further try. */
const defaultPauses = [250, 500, 1_000, 2_000, 4_000, 8_000];
/** A process that ran for so long was well; what ended it has nothing to do with earlier ends. */
const defaultWellAfter = 60_000;

/**
 * Keeps one process running: begins it again whenever it ends, by exit or by signal, after a pause
 * that grows, and gives up when it keeps ending.
 */
export class Keeper {
  #options;
  #stopped = new AbortController();
  #revivals = 0;
  #process = null;
  /** Settles when the revival under way, if there is one, is over. */
  #reviving = Promise.resolve();

  /**
   * @param options.name for people, such as “The server”
   * @param options.begin starts the process; resolves when it is ready, with `{ ended, stop }`:
   * `ended` resolves with the
   *   reason in words, `stop` ends it. It is handed an AbortSignal and rejects when that is aborted.
   * @param options.giveUp called once, with the last reason, when the process cannot be kept running
   */
  constructor({ pauses = defaultPauses, wellAfter = defaultWellAfter, ...options }) {
    this.#options = { pauses, wellAfter, ...options };
  }

  /** The first start; what goes wrong in it is the caller's to say. */
  async start() {
    this.#watch(await this.#options.begin(this.#stopped.signal));
    return this.#process;
  }

  get process() {
    return this.#process;
  }

  /** No more revivals, and the process is ended. */
  async stop() {
    this.#stopped.abort();
    await this.#reviving;
    await this.#process?.stop();
  }

  #watch(process) {
    this.#process = process;
    const began = Date.now();
    void process.ended.then((reason) => {
      this.#process = null;
      if (Date.now() - began >= this.#options.wellAfter) this.#revivals = 0;
      this.#reviving = this.#revive(reason);
    });
  }

  async #revive(reason) {
    const { name, begin, pauses, giveUp } = this.#options;
    const { signal } = this.#stopped;
    while (!signal.aborted) {
      const pause = pauses[this.#revivals++];
      if (pause === undefined) return giveUp(reason);
      say(`${name} ended (${reason}) and is started again.`);
      await wait(pause, undefined, { signal }).catch(() => {});
      if (signal.aborted) return;
      try {
        return this.#watch(await begin(signal));
      } catch (error) {
        reason = error.message;
      }
    }
  }
}
