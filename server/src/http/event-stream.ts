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
/** Whether somebody may still listen is asked with every so-manieth breath. */
const askEvery = 3;

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
  let breaths = 0;
  const breath = setInterval(() => {
    send('here', {});
    if (++breaths % askEvery === 0)
      void sessions
        .find(readCookie(request, site.cookieName))
        .then((visitor) => (visitor ? may(visitor) : Promise.reject(new Error())))
        .catch(() => response.end());
  }, breathEvery);
  response.on('close', () => {
    clearInterval(breath);
    leave();
  });
}
