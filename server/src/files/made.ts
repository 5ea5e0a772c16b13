/** Keeps files that the server made itself, such as pictures of pages that were scanned. */
import { createHash, randomBytes } from 'node:crypto';
import type { Context } from '../context';
import { pieceSize } from './limits';
import { fileAddressOf } from '@oaken/core/markup';
import { writePiece } from './service';

export interface MadeFile {
  schoolId: number;
  /** Whose it is. */
  madeBy: number;
  attemptId: number | null;
  name: string;
  type: string;
  width: number;
  height: number;
}

/** @returns its id and its address */
export async function keepMade(
  context: Context,
  file: MadeFile,
  bytes: Uint8Array,
): Promise<{ id: string; address: string }> {
  const { StoredFile } = context.database.models;
  const id = randomBytes(16).toString('base64url');
  const digest = createHash('sha256').update(bytes).digest();
  const createdAt = new Date(context.now());
  const beside = { id, digest, createdAt, bytes: bytes.length, complete: false };
  await StoredFile.create({ ...file, ...beside });
  for (let from = 0, number = 0; from < bytes.length; from += pieceSize, number++)
    await writePiece(context, id, number, bytes.subarray(from, from + pieceSize));
  await StoredFile.update({ complete: true }, { where: { id } });
  return { id, address: fileAddressOf(id) };
}
