/** Receives a body piece by piece, so that a large file takes no more memory than a piece of it. */
import type { Request } from 'express';
import { problem } from '../problems/problem';
import { largestOfAll, MB, pieceSize } from './limits';
import { sentence } from './sentences';

/**
 * How many bytes will come, as the sender says; no more than that can.
 *
 * @throws Problem 411 where it does not say, 413 where they are too many
 */
export function announcedSize(request: Request, limit = largestOfAll): number {
  const size = Number(request.headers['content-length']);
  if (!Number.isInteger(size)) throw problem('length-missing');
  if (size > limit)
    throw problem('too-large', {
      words: sentence('atMostMbCanBe', { limit: Math.floor(limit / MB) }),
    });
  return size;
}

/** The body in pieces of one size; the last may be shorter. A sender that goes away in the middle makes it throw. */
export async function* piecesOf(request: Request): AsyncGenerator<Buffer> {
  let waiting: Buffer[] = [];
  let size = 0;
  for await (const chunk of request as AsyncIterable<Buffer>) {
    waiting.push(chunk);
    size += chunk.length;
    while (size >= pieceSize) {
      const all = Buffer.concat(waiting);
      yield all.subarray(0, pieceSize);
      waiting = [all.subarray(pieceSize)];
      size -= pieceSize;
    }
  }
  if (size > 0) yield Buffer.concat(waiting);
}
