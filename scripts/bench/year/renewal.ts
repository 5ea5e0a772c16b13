/** The figures of items after one more student has handed in, without a server around them. */
import { elementAt } from '@oaken/core/certain';
import { minute } from '@oaken/core/timing';
import { connect } from '../../../server/src/database/connect';
import { renewFigures } from '../../../server/src/figures/renew';
import { percentile } from '../figure';
import { name, pool } from '../load';
import { questions, type Measured } from './measuring';

export const database = connect({ socket: process.env.OAKEN_SOCKET ?? '', name });

/** Each step of hand-ins and figures has a minute of its own. */
let clock = Date.now();
const later = () => new Date((clock += minute));
const renew = () => {
  later();
  return renewFigures({ database, now: () => clock });
};
/** Until nothing waits for its figures. */
export async function renewAll(): Promise<void> {
  while ((await renew()) > 0);
}

/** The figures of one assignment after one more of its students has handed in. */
export async function ofRenewal(assignmentIds: readonly number[]): Promise<Measured> {
  const handIn = async (assignmentId: number) => {
    const [{ id }] = await pool.query(
      'SELECT MAX(id) AS id FROM attempts WHERE assignment_id = ?',
      [assignmentId],
    );
    const handedInAt = (time: Date | null) =>
      pool.query('UPDATE attempts SET handed_in_at = ?, scored_at = ? WHERE id = ?', [
        time,
        later(),
        id,
      ]);
    await handedInAt(null);
    await renewAll();
    await handedInAt(later());
    later();
  };
  const times: number[] = [];
  const counts: number[] = [];
  const floors: number[] = [];
  for (const assignmentId of assignmentIds) {
    await handIn(assignmentId);
    const before = await questions();
    const began = performance.now();
    await renew();
    times.push(performance.now() - began);
    counts.push((await questions()) - before - 1);
    const from = performance.now();
    await pool.query(
      `SELECT s.entry_id, s.points, s.max_points FROM scores s WHERE s.attempt_id =
         (SELECT MAX(id) FROM attempts WHERE assignment_id = ?)`,
      [assignmentId],
    );
    floors.push(performance.now() - from);
  }
  return {
    first: elementAt(times, 0),
    median: percentile(times, 0.5),
    floor: percentile(floors, 0.5),
    queries: Math.min(...counts),
    hold: 0,
    bytes: 0,
  };
}
