/** The server's stream of events, as a test speaks it: `beforeEach(openStreams)`, then `latestStream().say(…)`. */
import { nextTick } from 'vue';

export class Stream extends EventTarget {
  static readonly CLOSED = 2;
  static all: Stream[] = [];
  readyState = 1;
  onerror: (() => void) | null = null;

  constructor(readonly address: string) {
    super();
    Stream.all.push(this);
  }
  async say(name: string, data: unknown): Promise<void> {
    this.dispatchEvent(new MessageEvent(name, { data: JSON.stringify(data) }));
    await nextTick();
  }
  close(): void {
    this.readyState = Stream.CLOSED;
  }
}

export function openStreams(): void {
  Stream.all = [];
  globalThis.EventSource = Stream as never;
}

export const latestStream = (): Stream => Stream.all.at(-1)!;
