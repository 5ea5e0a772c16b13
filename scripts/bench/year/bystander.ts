/** Students who go on answering while teachers read: how long their saves take. */
import { Agent, request } from 'node:http';
import { setTimeout as wait } from 'node:timers/promises';
import { elementAt } from '@oaken/core/certain';
import { percentile } from '../figure';
import { bodyOf, entriesOf, headersOf, pool, studentIds } from '../load';

const assignment = 1;
const savers = 20;
const pause = 400;

export interface Bystanders {
  /** The 99th percentile of all saves, in ms; and how many were refused. */
  stop(): Promise<{ p99: number; saves: number; refused: number }>;
}

/** Opens work for the first students of the bench. */
export async function openWork(): Promise<void> {
  const now = new Date();
  const deadline = new Date(now.getTime() + 5 * 3_600_000);
  await pool.batch(
    'INSERT INTO attempts (assignment_id, student_id, number, seed, began_at, deadline_at) VALUES (?, ?, 1, ?, ?, ?)',
    studentIds(savers).map((id) => [assignment, id, 'seed', now, deadline]),
  );
}

/** Lets each of them save every 400 ms. */
export async function startBystanders(port: number): Promise<Bystanders> {
  const open: { id: number; studentId: number }[] = await pool.query(
    `SELECT id, student_id AS studentId FROM attempts
      WHERE assignment_id = ? AND student_id IN (?) ORDER BY student_id`,
    [assignment, studentIds(savers)],
  );
  const entries = await entriesOf(assignment);
  const agent = new Agent({ keepAlive: true });
  const times: number[] = [];
  let refused = 0;
  let ended = false;
  const save = (saver: number, number: number) =>
    new Promise<void>((done) => {
      const body = bodyOf(elementAt(entries, number % entries.length), number);
      const from = performance.now();
      const sent = request(
        {
          ...{ host: '127.0.0.1', port, agent, method: 'PUT' },
          path: `/api/seat/attempts/${elementAt(open, saver).id}/answers`,
          headers: { ...headersOf(saver), 'content-length': Buffer.byteLength(body) },
        },
        (response) => {
          response.resume();
          response.on('end', () => {
            times.push(performance.now() - from);
            if (response.statusCode !== 200) refused += 1;
            done();
          });
        },
      );
      sent.on('error', () => {
        refused += 1;
        done();
      });
      sent.end(body);
    });
  const each = open.map(async (_, saver) => {
    await wait((pause * saver) / savers);
    for (let number = Date.now() % 1e9; !ended; number++) {
      await save(saver, number);
      await wait(pause);
    }
  });
  return {
    stop: async () => {
      ended = true;
      await Promise.all(each);
      agent.destroy();
      return { p99: percentile(times, 0.99), saves: times.length, refused };
    },
  };
}
