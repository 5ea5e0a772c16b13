/** Files in the database, in pieces, so that every server process and every backup has them. */
import type { KeptFile } from '@oaken/contract/files';
import { createHash, randomBytes } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { asking } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row, rows } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';
import { readFile, type Known, type Sort } from './types';

const MB = 1024 * 1024;
export const largest: Record<Sort, number> = { picture: 8 * MB, sound: 20 * MB, film: 40 * MB, document: 10 * MB };
export const largestOfAll = Math.max(...Object.values(largest));
const chunk = 512 * 1024;
const mostOfAttempt = 40;

const words: Record<Sort, string> = { picture: 'a picture', sound: 'sound', film: 'film', document: 'a document' };
const wrong = (message: string) => invalid([{ pointer: '', message }]);
const address = (id: string) => `/api/files/${id}`;

function check(bytes: unknown, type: string): { bytes: Buffer; file: Known } {
  if (!Buffer.isBuffer(bytes)) throw wrong('Nothing was sent.');
  const read = readFile(bytes, type);
  if (!read.ok) throw wrong(read.message);
  const most = largest[read.file.sort];
  if (bytes.length > most)
    throw new Problem(413, 'That is too large.', `The file has ${(bytes.length / MB).toFixed(1)} MB; ${words[read.file.sort]} may have at most ${most / MB} MB.`); // prettier-ignore
  return { bytes, file: read.file };
}

export async function keepFile(
  context: Context,
  me: SignedIn,
  own: { bytes: unknown; name: string; type: string; as: 'picture' | 'sound' | 'film' },
): Promise<KeptFile> {
  const { bytes, file } = check(own.bytes, own.type);
  if (file.sort !== own.as) throw wrong(`This is ${words[file.sort]} (${file.type}), not ${words[own.as]}.`);
  return context.database.transaction((transaction) => store(context, me, bytes, file, own.name, null, transaction));
}

/** A student's own file, for an attempt that is still open. */
export async function keepWork(
  context: Context,
  me: SignedIn,
  attemptId: number,
  own: { bytes: unknown; name: string; type: string },
): Promise<KeptFile> {
  const { bytes, file } = check(own.bytes, own.type);
  return context.database.transaction(async (transaction) => {
    const attempt = await row<{ handedIn: Date | null; deadline: Date | null; files: number }>(
      context.database,
      `SELECT t.handed_in_at AS handedIn, t.deadline_at AS deadline,
              (SELECT COUNT(*) FROM files f WHERE f.attempt_id = t.id) AS files
         FROM attempts t WHERE t.id = :attemptId AND t.student_id = :me FOR UPDATE`,
      { ...asking(me), attemptId },
      transaction,
    );
    if (!attempt) throw notFound('The attempt');
    if (attempt.handedIn || (attempt.deadline && attempt.deadline.getTime() < context.now()))
      throw new Problem(409, 'The time is over.', 'What was saved before counts.');
    if (attempt.files >= mostOfAttempt) throw wrong(`More than ${mostOfAttempt} files cannot be kept for one attempt.`);
    return store(context, me, bytes, file, own.name, attemptId, transaction);
  });
}

async function store(
  { database, now }: Context,
  me: SignedIn,
  bytes: Buffer,
  file: Known,
  name: string,
  attempt: number | null,
  transaction: Transaction,
): Promise<KeptFile> {
  const digest = createHash('sha256').update(bytes).digest();
  const known = await row<{ id: string }>(
    database,
    'SELECT id FROM files WHERE made_by = :me AND digest = :digest AND attempt_id <=> :attempt',
    { ...asking(me), digest, attempt },
    transaction,
  );
  const id = known?.id ?? randomBytes(16).toString('base64url');
  if (!known) {
    await database.query(
      `INSERT INTO files (id, school_id, made_by, name, type, bytes, width, height, digest, attempt_id, created_at)
       VALUES (:id, :school, :me, :name, :type, :size, :width, :height, :digest, :attempt, :time)`,
      {
        replacements: { ...asking(me), ...file, id, name: name.slice(0, 200), size: bytes.length, digest, attempt, time: new Date(now()) },
        transaction,
      },
    ); // prettier-ignore
    for (let number = 0; number * chunk < bytes.length; number++)
      await database.query('INSERT INTO file_chunks (file_id, number, bytes) VALUES (:id, :number, :piece)', {
        replacements: { id, number, piece: bytes.subarray(number * chunk, (number + 1) * chunk) },
        transaction,
      });
  }
  const { type, width, height } = file;
  return { address: address(id), name, type, bytes: bytes.length, width, height };
}

export interface Served {
  id: string;
  name: string;
  type: string;
  bytes: number;
}

/**
 * A file's address is a secret of 128 bits: whoever was shown it may fetch it, signed in. A student's work is for the
 * student and the staff alone.
 */
export async function findFile({ database }: Context, me: SignedIn, id: string): Promise<Served> {
  const found = await row<Served>(
    database,
    `SELECT f.id, f.name, f.type, f.bytes FROM files f
      WHERE f.id = :id AND (f.attempt_id IS NULL OR f.made_by = :me OR (:staff AND f.school_id = :school))`,
    { ...asking(me), id, staff: me.account.role !== 'student' },
  );
  if (!found) throw notFound('The file');
  return found;
}

/** The bytes from `from` to `to`, both included, a piece at a time. */
export async function* readBytes({ database }: Context, id: string, from: number, to: number): AsyncGenerator<Buffer> {
  for (let number = Math.floor(from / chunk); number * chunk <= to; number++) {
    const [piece] = await rows<{ bytes: Buffer }>(database, 'SELECT bytes FROM file_chunks WHERE file_id = :id AND number = :number', { id, number }); // prettier-ignore
    if (!piece) return;
    const start = number * chunk;
    yield piece.bytes.subarray(Math.max(0, from - start), Math.min(piece.bytes.length, to - start + 1));
  }
}
