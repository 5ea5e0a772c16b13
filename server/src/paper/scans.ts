/** Scans that people bring in, and how far they are. */
import type { Request } from 'express';
import { randomBytes } from 'node:crypto';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { MB } from '../files/limits';
import { insistOnRoom } from '../files/quotas';
import { announcedSize, piecesOf } from '../files/receive';
import { invalid, notFound } from '../problems/problem';
import { Line } from '../threads/line';
import { sentence } from './sentences';

/** Bytes: a copier’s scan of a grade in color. */
export const largestScan = 200 * MB;
/** Scans that are received at once; each holds one piece in memory. */
const receiving = new Line(8, 100);

/** @throws Problem 404 for what I do not run, 413 for what is too large, 507 where there is no room */
export async function bringScan(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  name: string,
  request: Request,
): Promise<{ id: string }> {
  const { database } = context;
  await insistOnRunningAssignment(database, me, assignmentId);
  const size = announcedSize(request, largestScan);
  if (size === 0) throw invalid([{ pointer: '', message: sentence('scanIsEmpty') }]);
  return receiving.pass(async () => {
    await insistOnRoom(context, me, null, size);
    const { id: broughtBy, schoolId } = me.account;
    const source = { schoolId, broughtBy, assignmentId, name };
    return { id: await keepScan(context, source, piecesOf(request)) };
  });
}

export interface ScanSource {
  schoolId: number;
  broughtBy: number | null;
  assignmentId: number | null;
  name: string;
}

/** It is read only when it is here as a whole. */
export async function keepScan(
  { database, now }: Context,
  source: ScanSource,
  pieces: AsyncIterable<Buffer>,
): Promise<string> {
  const { Scan, ScanChunk } = database.models;
  const id = randomBytes(16).toString('base64url');
  const row = { ...source, id, name: source.name.slice(0, 200), createdAt: new Date(now()) };
  await Scan.create({ ...row, state: 'cancelled' });
  try {
    let number = 0;
    for await (const bytes of pieces)
      await ScanChunk.create({ scanId: id, number: number++, bytes });
    await Scan.update({ state: 'reading' }, { where: { id } });
  } catch (error) {
    await Scan.destroy({ where: { id } });
    throw error;
  }
  return id;
}

/** Pages that were read stay. @throws Problem 404 for a scan of an assignment that I do not run */
export async function cancelScan({ database }: Context, me: SignedIn, id: string): Promise<void> {
  const scan = await database.models.Scan.findByPk(id);
  if (!scan || scan.assignmentId === null) throw notFound('scan');
  await insistOnRunningAssignment(database, me, scan.assignmentId);
  await database.models.Scan.update({ state: 'cancelled' }, { where: { id, state: 'reading' } });
}
