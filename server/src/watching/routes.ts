import { api } from '@oaken/contract';
import type { Watched } from '@oaken/contract/watching';
import { readAssignments } from '../assignments/rows';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { quietly, readCookie, type Bind } from '../http/bind';
import { notFound } from '../problems/problem';
import { actOnSittings, sayToStudents } from './acts';
import { Snapshot } from './snapshot';
import { Rooms, type Seen } from './rooms';
import { readWork } from './work';
import { mayRun } from '../access';

/**
 * A proxy between lets go of a connection on which nothing is said for long, and a page has to hear
 * when it is cut off.
 */
const breathEvery = 5_000;
/** Whether somebody may still watch is asked with every so-manieth breath. */
const askEvery = 3;

export function watchingRoutes(bind: Bind, context: Context, editions: Editions): void {
  const { database, now, log } = context;
  const rooms = new Rooms(database, editions, now, log);

  /** @throws Problem 404 for an assignment that is not mine to watch */
  async function about(
    me: SignedIn,
    assignmentId: number,
  ): Promise<Pick<Watched, 'assignment' | 'mayAct'>> {
    const [assignment] = await readAssignments(database, me, { id: assignmentId });
    if (!assignment) throw notFound('assignment');
    return { assignment, mayAct: await mayRun(database, me, assignmentId) };
  }

  bind(api.watchAssignment, async ({ me, params: { assignmentId } }) => ({
    now: now(),
    ...(await about(me, assignmentId)),
    ...(await new Snapshot(database, editions, assignmentId).now(now())),
  }));

  bind(api.watchEvents, async ({ me, params: { assignmentId }, request, response }) => {
    const known = await about(me, assignmentId);
    response.set({
      'Content-Type': 'text/event-stream; charset=utf-8',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    });
    response.flushHeaders();
    const send = (event: string, data: unknown) =>
      response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
    const leave = rooms.watch(assignmentId, {
      whole: (seen: Seen) => send('whole', { now: now(), ...known, ...seen }),
      students: (students) => send('students', { now: now(), students }),
    });
    // Whoever signs out, or no longer teaches the class, stops watching.
    let breaths = 0;
    const breath = setInterval(() => {
      send('here', {});
      if (++breaths % askEvery === 0)
        void context.sessions
          .find(readCookie(request, context.site.cookieName))
          .then((visitor) => (visitor ? about(visitor, assignmentId) : Promise.reject(new Error())))
          .catch(() => response.end());
    }, breathEvery);
    response.on('close', () => {
      clearInterval(breath);
      leave();
    });
  });

  bind(api.actOnSittings, ({ me, params, body }) =>
    actOnSittings(context, editions, me, params.assignmentId, body),
  );
  bind(api.sayToStudents, ({ me, params, body }) =>
    quietly(sayToStudents(context, me, params.assignmentId, body)),
  );
  bind(api.readWork, ({ me, params }) =>
    readWork(context, editions, me, params.assignmentId, params.studentId),
  );
}
