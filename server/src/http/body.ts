/** The JSON that somebody sent. */
import { text } from 'express';
import type { Request, Response } from 'express';
import { problem } from '../problems/problem';
import { readJson } from './json';

/** Readers of a body's text by the number of bytes that they take. */
const textReaders = new Map<number, ReturnType<typeof text>>();

/** What browsers send: its length is known, and it is as it says. */
const isPlain = ({ headers }: Request, largest: number): boolean =>
  headers['content-type'] === 'application/json' &&
  headers['content-encoding'] === undefined &&
  Number(headers['content-length']) <= largest;

/** Reads a body of known length; the parser of HTTP lets no more of it through. */
function readPlain(request: Request): Promise<string> {
  return new Promise((resolve, reject) => {
    const chunks: Buffer[] = [];
    request.on('data', (chunk: Buffer) => chunks.push(chunk));
    request.on('end', () => {
      const [first] = chunks;
      resolve((chunks.length === 1 && first ? first : Buffer.concat(chunks)).toString('utf8'));
    });
    request.on('error', reject);
    request.on('aborted', () => reject(problem('unreadable')));
  });
}

/**
 * @param largest in bytes
 * @returns what was sent, or undefined where it was no JSON
 * @throws Problem 400 or 422 for JSON that cannot be read, 413 and 415 by way of the body's reader
 */
export async function readBody(
  request: Request,
  response: Response,
  largest: number,
): Promise<unknown> {
  if (isPlain(request, largest)) {
    const sent = await readPlain(request);
    return sent === '' ? undefined : readJson(sent);
  }
  const read =
    textReaders.get(largest) ?? text({ type: 'application/json', limit: largest, inflate: false });
  textReaders.set(largest, read);
  await new Promise<void>((done, fail) =>
    read(request, response, (error?: unknown) => (error ? fail(error) : done())),
  );
  return typeof request.body === 'string' ? readJson(request.body) : undefined;
}

/** Answers with JSON, at once and as it is. */
export function sendJson(response: Response, answer: unknown): void {
  const body = Buffer.from(JSON.stringify(answer));
  response.setHeader('Content-Type', 'application/json; charset=utf-8');
  response.setHeader('Content-Length', body.byteLength);
  response.end(body);
}
