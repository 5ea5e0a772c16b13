/**
 * Answers requests that compute much, such as results, reports and rescoring, in a thread of its
 * own with connections of its own, so that the thread that saves answers never waits for them. The
 * same routes run in both: here they only pass on.
 */
import type { Endpoint, ProblemBody } from '@oaken/contract';
import { Worker } from 'node:worker_threads';
import type { SignedIn } from '../access/signed-in';
import type { DatabaseAddress } from '../database/connect';
import type { Bind } from '../http/bind';
import { problem, Problem } from '../problems/problem';
import type { Logger } from '../log';
import { Line } from './line';

/** What is asked of the thread. */
export interface Asked {
  number: number;
  endpoint: string;
  /** Null for a job that nobody asked for. */
  me: SignedIn | null;
  params: unknown;
  query: unknown;
  body: unknown;
}

/** A line for the log of the server. */
export interface Said {
  about: object;
  words: string;
}

export type Answered = { number: number } & (
  | { answer: Uint8Array }
  | { download: { name: string; type: string; body: Uint8Array } }
  | { problem: ProblemBody }
  | { failed: unknown }
);

export const endpointName = ({ method, path }: Pick<Endpoint, 'method' | 'path'>) =>
  `${method} ${path}`;

/** While one reads from the database another one can compute; more would only take each other's memory. */
const atOnce = 3;
/** A thread that is silent for so long is ended. */
const patience = 120_000;
const memory = { maxOldGenerationSizeMb: 1_024, maxYoungGenerationSizeMb: 64 };

interface Waiting {
  resolve(answered: Answered): void;
  reject(error: Error): void;
}

export class DeskThread {
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private readonly line = new Line(atOnce);
  private last = 0;
  private closed = false;

  constructor(
    private readonly script: URL,
    private readonly address: DatabaseAddress,
    private readonly log: Logger,
  ) {}

  /** A `bind` whose endpoints are answered in the thread; the handlers that it is given are not used. */
  bind(bind: Bind): Bind {
    return ((endpoint: Endpoint, _handle: unknown) =>
      bind(endpoint, async ({ me, params, query, body, response }) => {
        const asked = { endpoint: endpointName(endpoint), me, params, query, body };
        const answered = await this.line.pass(() => this.ask(asked));
        if ('problem' in answered) throw new Problem(answered.problem);
        if ('failed' in answered) throw Object.assign(new Error(), answered.failed);
        if ('answer' in answered) response.type('json').end(answered.answer);
        else {
          const { name, type, body: bytes } = answered.download;
          response.attachment(name).type(type).end(bytes);
        }
      })) as Bind;
  }

  /** Does something that happens by itself, when its turn has come. */
  async do(job: string): Promise<void> {
    const nobody = { me: null, params: {}, query: {}, body: undefined };
    const answered = await this.line.pass(() => this.ask({ endpoint: job, ...nobody }));
    if ('failed' in answered) throw Object.assign(new Error(), answered.failed);
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.worker?.terminate();
  }

  private ask(asked: Omit<Asked, 'number'>): Promise<Answered> {
    const number = ++this.last;
    this.worker ??= this.start();
    const { worker } = this;
    return new Promise<Answered>((resolve, reject) => {
      const late = setTimeout(() => void worker.terminate(), patience);
      const settle = (act: () => void) => {
        clearTimeout(late);
        act();
      };
      this.waiting.set(number, {
        resolve: (answered) => settle(() => resolve(answered)),
        reject: (error) => settle(() => reject(error)),
      });
      worker.postMessage({ ...asked, number } satisfies Asked);
    });
  }

  private start(): Worker {
    const worker = new Worker(this.script, { workerData: this.address, resourceLimits: memory });
    worker.on('message', (answered: Answered | Said) => {
      if ('words' in answered) return this.log.warn(answered.about, answered.words);
      this.waiting.get(answered.number)?.resolve(answered);
      this.waiting.delete(answered.number);
    });
    worker.on('error', (error) => this.log.error({ err: error }, 'the thread of the desk failed'));
    worker.on('exit', () => {
      this.worker = null;
      if (!this.closed) this.log.warn('the thread of the desk has ended and will start again');
      const ended = problem('took-too-much');
      for (const { reject } of this.waiting.values()) reject(ended);
      this.waiting.clear();
    });
    worker.unref();
    return worker;
  }
}
