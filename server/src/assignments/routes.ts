import { api } from '@oaken/contract';
import { insistOnAssignment } from '../access';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { Assignment } from './model';
import { readAssignments } from './rows';
import { giveAssignment, takeBack } from './service';

export function assignmentRoutes(bind: Bind, context: Context): void {
  const { database, now } = context;

  bind(api.listAssignments, async ({ me }) => ({ assignments: await readAssignments(database, me) }));

  bind(api.giveAssignment, ({ me, body }) => giveAssignment(context, me, body));

  bind(api.takeBackAssignment, async ({ me, params }) => {
    await takeBack(context, me, params.assignmentId);
    return {};
  });

  bind(api.releaseAssignment, async ({ me, params: { assignmentId }, body }) => {
    await insistOnAssignment(database, me, assignmentId);
    const releasedAt = body.released ? now() : null;
    await Assignment.update(
      { releasedAt: releasedAt === null ? null : new Date(releasedAt) },
      { where: { id: assignmentId } },
    );
    return { releasedAt };
  });
}
