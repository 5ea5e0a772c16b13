/** The thread that answers the routes of `desk-routes.ts`. */
import { present, valueOf } from '@oaken/core/certain';
import { parentPort, workerData } from 'node:worker_threads';
import { Editions } from './attempts/editions';
import type { Context } from './context';
import { connect, type DatabaseAddress } from './database/connect';
import type { Bind, Call } from './http/bind';
import { Download } from './http/download';
import { Problem } from './problems/problem';
import { loggable } from './log';
import { onOccasion, slowStatements } from './log/slow-statements';
import { endpointName, type Answered, type Asked, type Said } from './threads/desk';
import { deskJobs, deskRoutes } from './desk-routes';

/** Whoever started this thread. */
const port = present(parentPort, 'thread that asks');

const connections = 6;

const log = {
  warn: (about: object, words: string) => port.postMessage({ about, words } satisfies Said),
} as Context['log'];
const database = connect(workerData as DatabaseAddress, connections, slowStatements(log));

type Handler = (call: Call<never>) => Promise<unknown>;
const handlers = new Map<string, Handler>();
const keep = ((endpoint, handle) =>
  handlers.set(endpointName(endpoint), handle as unknown as Handler)) as Bind;

// These routes need nothing else of what the server has; what they ask for beyond this would fail at once.
deskRoutes(keep, { database, now: Date.now } as Context, new Editions(database));

for (const [name, job] of Object.entries(deskJobs({ database, log }))) handlers.set(name, job);

async function answer({ number, endpoint, ...call }: Asked): Promise<Answered> {
  try {
    const made = await onOccasion(endpoint, () =>
      valueOf(handlers, endpoint)({ ...call, visitor: call.me } as never),
    );
    if (made instanceof Download)
      return {
        number,
        download: { name: made.name, type: made.type, body: Buffer.from(made.body) },
      };
    return { number, answer: Buffer.from(JSON.stringify(made)) };
  } catch (error) {
    if (error instanceof Problem) return { number, problem: error.body };
    const { original } = error as { original?: { code?: string; errno?: number } };
    return {
      number,
      failed: {
        ...loggable(error),
        name: (error as Error).name,
        original: original && { code: original.code, errno: original.errno },
      },
    };
  }
}

port.on(
  'message',
  (asked: Asked) => void answer(asked).then((answered) => port.postMessage(answered)),
);
