import { api } from '@oaken/contract';
import type { Request, Response, Router } from 'express';
import type { Editions } from '../attempts/editions';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Context } from '../context';
import { readCookie, type Bind } from '../http/bind';
import { notFound, problem, signInFirst } from '../problems/problem';
import { findFile, keepFile, keepWork, readBytes, type Served } from './service';
import { readSize, widthAsked } from './sizes';

/**
 * `bytes=0-99`, `bytes=100-`, `bytes=-50`; null when there is none or it is of a kind that is not
 * served in parts (RFC 9110).
 */
function rangeOf(
  header: string | undefined,
  size: number,
): { from: number; to: number } | 'unsatisfiable' | null {
  const read = /^bytes=(\d*)-(\d*)$/.exec(header ?? '');
  if (!read || (read[1] === '' && read[2] === '')) return null;
  const last = size - 1;
  const [from, to] =
    read[1] === ''
      ? [Math.max(0, size - Number(read[2])), last]
      : [Number(read[1]), read[2] === '' ? last : Math.min(last, Number(read[2]))];
  return from > last || from > to ? 'unsatisfiable' : { from, to };
}

export function fileRoutes(router: Router, bind: Bind, context: Context, editions: Editions): void {
  bind(api.keepFile, ({ me, query, request }) => keepFile(context, me, query, request));
  bind(api.keepWork, ({ me, params, query, request }) =>
    keepWork(context, editions, me, params.attemptId, query, request),
  );

  router.get('/api/files/:fileId', async (request: Request, response: Response) => {
    const me = await context.sessions.find(readCookie(request, context.site.cookieName));
    if (!me) throw signInFirst();
    const id = String(request.params.fileId);
    if (!/^[A-Za-z0-9_-]{22}$/.test(id)) throw notFound('file');
    const width = widthAsked(request.query.width);
    const file = await findFile(context, me, id);
    response.set({
      // What an address gives never changes.
      'Cache-Control': 'private, max-age=31536000, immutable',
      'X-Content-Type-Options': 'nosniff',
      // Opened by itself, a drawing may not run or fetch anything.
      'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      'Content-Disposition': `${/^(image|audio|video)\//.test(file.type) ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(file.name)}`,
    });
    const size =
      width &&
      (await readSize(context, file, width).catch((error) => asItIs(context, error, response)));
    if (size) response.type('image/webp').end(size);
    else await sendFile(context, file, request, response);
  });
}

/** A size that could not be made now is asked for again soon. */
function asItIs({ log }: Context, error: unknown, response: Response): null {
  log.warn({ err: error }, 'a picture is sent as it is');
  response.set('Cache-Control', 'private, max-age=60');
  return null;
}

/** All of a file, or the part that is asked for. */
async function sendFile(
  context: Context,
  file: Served,
  request: Request,
  response: Response,
): Promise<void> {
  response.set({ 'Content-Type': file.type, 'Accept-Ranges': 'bytes' });
  const range = rangeOf(request.headers.range, file.bytes);
  if (range === 'unsatisfiable') {
    response.set('Content-Range', `bytes */${file.bytes}`);
    throw problem('no-such-part-of-file');
  }
  const { from, to } = range ?? { from: 0, to: file.bytes - 1 };
  if (range) response.status(206).set('Content-Range', `bytes ${from}-${to}/${file.bytes}`);
  response.set('Content-Length', String(to - from + 1));
  await pipeline(Readable.from(readBytes(context, file.id, from, to)), response).catch(
    (error: NodeJS.ErrnoException) => {
      // A player that jumps ahead closes the one stream and opens another.
      if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
    },
  );
}
