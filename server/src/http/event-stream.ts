/** Server-sent events to a page, for as long as it listens and may. */
import type { Request, Response } from 'express';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { readCookie } from './bind';

/**
 * A proxy between lets go of a connection on which nothing is said for long, and a page has to hear
 * when it is cut off.
 */
const breathEvery = 5_000;
/** So long after somebody has lost a right, they hear no more. */
const askEvery = 15_000;

export type Send = (event: string, data: unknown) => void;

/**
 * @param may throws where somebody may not listen, at first or any more
 * @param listen begins to tell; what it returns ends that
 */
export async function eventStream(
  { sessions, site }: Pick<Context, 'sessions' | 'site'>,
  { me, request, response }: { me: SignedIn; request: Request; response: Response },
  may: (me: SignedIn) => Promise<unknown>,
  listen: (send: Send) => () => void,
): Promise<void> {
  await may(me);
  response.set({
    'Content-Type': 'text/event-stream; charset=utf-8',
    'Cache-Control': 'no-store, no-transform',
    'X-Accel-Buffering': 'no',
  });
  response.flushHeaders();
  const send: Send = (event, data) =>
    void response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
  const leave = listen(send);
  const breath = setInterval(() => send('here', {}), breathEvery);
  const ask = () => {
    asking = setTimeout(ask, askEvery);
    void sessions
      .find(readCookie(request, site.cookieName))
      .then((visitor) => (visitor ? may(visitor) : Promise.reject(new Error())))
      .catch(() => response.end());
  };
  // A class comes at the same moment; whether they may is not asked for all at once.
  let asking = setTimeout(ask, askEvery * Math.random());
  response.on('close', () => {
    clearInterval(breath);
    clearTimeout(asking);
    leave();
  });
}
