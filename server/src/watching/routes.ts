import { api } from '@oaken/contract';
import type { Watched } from '@oaken/contract/watching';
import { readAssignments } from '../assignments/rows';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { quietly, type Bind } from '../http/bind';
import { eventStream } from '../http/event-stream';
import { notFound } from '../problems/problem';
import { actOnSittings, sayToStudents } from './acts';
import { Snapshot } from './snapshot';
import { JudgedAnswers } from './judged-answers';
import { watchQuestions } from './questions';
import { Rooms, type Seen } from './rooms';
import { readWork } from './work';
import { mayRun } from '../access';

export function watchingRoutes(bind: Bind, context: Context, editions: Editions): void {
  const { database, now, log } = context;
  const judged = new JudgedAnswers();
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

  bind(api.watchEvents, async (call) => {
    const { assignmentId } = call.params;
    const known = await about(call.me, assignmentId);
    // Whoever signs out, or no longer teaches the class, stops watching.
    const may = (me: SignedIn) => about(me, assignmentId);
    await eventStream(context, call, may, (send) =>
      rooms.watch(assignmentId, {
        whole: (seen: Seen) => send('whole', { now: now(), ...known, ...seen }),
        students: (students) => send('students', { now: now(), students }),
      }),
    );
  });

  bind(api.actOnSittings, ({ me, params, body }) =>
    actOnSittings(context, editions, me, params.assignmentId, body),
  );
  bind(api.sayToStudents, ({ me, params, body }) =>
    quietly(sayToStudents(context, me, params.assignmentId, body)),
  );
  bind(api.watchQuestions, ({ me, params }) =>
    watchQuestions(context, editions, judged, me, params.assignmentId),
  );
  bind(api.readWork, ({ me, params }) =>
    readWork(context, editions, me, params.assignmentId, params.studentId),
  );
}
