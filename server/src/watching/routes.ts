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
import { Snapshot, type Seen } from './snapshot';
import { JudgedAnswers } from './judged-answers';
import { watchQuestions } from './questions';
import { Rooms } from './rooms';
import { readWork } from './work';
import { mayRun } from '../access';

type About = Pick<Watched, 'assignment' | 'mayAct'>;

export function watchingRoutes(bind: Bind, context: Context, editions: Editions): void {
  const { database, now, log } = context;
  const judged = new JudgedAnswers();
  const rooms = new Rooms(database, editions, now, log);

  /** @throws Problem 404 for an assignment that is not mine to watch */
  async function about(me: SignedIn, assignmentId: number): Promise<About> {
    const [assignment] = await readAssignments(database, me, { id: assignmentId });
    if (!assignment) throw notFound('assignment');
    return { assignment, mayAct: await mayRun(database, me, assignmentId) };
  }

  /** A class may have been let begin since the page was opened, by somebody else. */
  function seenBy({ assignment, mayAct }: About, { letIn, ...seen }: Seen): Watched {
    const classes = assignment.classes.map((taught) => ({
      ...taught,
      letInAt: letIn[taught.id] ?? null,
    }));
    return { now: now(), mayAct, assignment: { ...assignment, classes }, ...seen };
  }

  bind(api.watchAssignment, async ({ me, params: { assignmentId } }) => {
    const known = await about(me, assignmentId);
    return seenBy(known, await new Snapshot(database, editions, assignmentId).now(now()));
  });

  bind(api.watchEvents, async (call) => {
    const { assignmentId } = call.params;
    const known = await about(call.me, assignmentId);
    // Whoever signs out, or no longer teaches the class, stops watching.
    const may = (me: SignedIn) => about(me, assignmentId);
    await eventStream(context, call, may, (send) =>
      rooms.watch(assignmentId, {
        whole: (seen) => send('whole', seenBy(known, seen)),
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
