import type { Logger } from '../../log';
import type { Found, NearCopy, Question } from '@oaken/core/finding';
import { Worker } from 'node:worker_threads';
import type { DatabaseAddress } from '../../database/connect';
import type { Finder, FoundSoFar } from './finder';

type Call =
  | { call: 'find' | 'findSoFar'; question: Question }
  | { call: 'sizes' }
  | { call: 'near'; text: string; banks: number[]; but: number | null };

export type Asked = Call & { id: number };

export interface Answered {
  id: number;
  value?: Found | FoundSoFar | NearCopy[] | ReadonlyMap<number, number> | null;
  error?: { name: string; message: string; stack?: string | undefined };
}

interface Waiting {
  resolve(value: unknown): void;
  reject(error: Error): void;
}

/** Speaks with the index in its thread; a thread that ends is started again, and fills itself from the database. */
export class RemoteFinder implements Finder {
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private last = 0;
  private closed = false;

  constructor(
    private readonly script: URL,
    private readonly address: DatabaseAddress,
    private readonly log: Logger,
  ) {
    this.start();
  }

  find(question: Question): Promise<Found> {
    return this.ask({ call: 'find', question });
  }

  findSoFar(question: Question): Promise<FoundSoFar> {
    return this.ask({ call: 'findSoFar', question });
  }

  near(text: string, banks: number[], but: number | null): Promise<NearCopy[]> {
    return this.ask({ call: 'near', text, banks, but });
  }

  sizes(): Promise<ReadonlyMap<number, number> | null> {
    return this.ask({ call: 'sizes' });
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.worker?.terminate();
  }

  private ask<T>(asked: Call): Promise<T> {
    const id = ++this.last;
    const worker = this.worker ?? this.start();
    return new Promise<T>((resolve, reject) => {
      this.waiting.set(id, { resolve: resolve as (value: unknown) => void, reject });
      worker.postMessage({ ...asked, id } satisfies Asked);
    });
  }

  private start(): Worker {
    const worker = new Worker(this.script, { workerData: this.address });
    this.worker = worker;
    worker.on('message', ({ id, value, error }: Answered) => {
      const waiting = this.waiting.get(id);
      this.waiting.delete(id);
      if (error) waiting?.reject(Object.assign(new Error(error.message), error));
      else waiting?.resolve(value);
    });
    worker.on('error', (error) => this.log.error({ err: error }, 'the search index failed'));
    worker.on('exit', () => {
      if (this.worker === worker) this.worker = null;
      if (this.closed) return;
      this.log.warn('the thread of the search index has ended and will start again');
      for (const { reject } of this.waiting.values())
        reject(new Error('The search index has stopped.'));
      this.waiting.clear();
    });
    worker.unref();
    return worker;
  }
}
