import { api } from '@oaken/contract';
import { insistOnRunningAssignment } from '../access';
import type { Context } from '../context';
import { quietly, type Bind } from '../http/bind';
import { addStudents, previewMoreStudents } from './adding';
import { changeAssignment, letIn, stopAssignment, takeBack } from './changing';
import { keepDraft, listDrafts, readDraft, removeDraft } from './drafts';
import { extendAssignment } from './extending';
import { giveAssignment } from './giving';
import { tieGuest } from './guests';
import { listGroups, readRecipients } from './recipients';
import { letClassBegin } from './letting-begin';
import { releaseAssignment } from './releasing';
import { readAssignments } from './rows';
import { readAssignment } from './detail';
import { setStandards } from './standards';

export function assignmentRoutes(bind: Bind, context: Context): void {
  const { database, now } = context;
  bind(api.readRecipients, ({ me, body }) => readRecipients(context, me, body));
  bind(api.listGroups, ({ me }) => listGroups(database, me));
  bind(api.listAssignments, async ({ me }) => ({
    assignments: await readAssignments(database, me),
  }));
  bind(api.giveAssignment, ({ me, body }) => giveAssignment(context, me, body));
  bind(api.readAssignment, ({ me, params }) =>
    readAssignment(database, me, params.assignmentId, now()),
  );
  bind(api.changeAssignment, ({ me, params, body }) =>
    quietly(changeAssignment(context, me, params.assignmentId, body)),
  );
  bind(api.previewMoreStudents, ({ me, params, body }) =>
    previewMoreStudents(context, me, params.assignmentId, body),
  );
  bind(api.addStudents, ({ me, params, body }) =>
    addStudents(context, me, params.assignmentId, body),
  );
  bind(api.setAssignmentStandards, ({ me, params, body }) =>
    quietly(setStandards(context, me, params.assignmentId, body.standards)),
  );
  bind(api.stopAssignment, ({ me, params }) =>
    quietly(stopAssignment(context, me, params.assignmentId)),
  );
  bind(api.extendAssignment, ({ me, params, body }) =>
    extendAssignment(context, me, params.assignmentId, body),
  );
  bind(api.letIn, ({ me, params }) =>
    quietly(letIn(context, me, params.assignmentId, params.studentId)),
  );
  bind(api.letClassBegin, ({ me, params, body }) => letClassBegin(context, me, params, body.may));
  bind(api.takeBackAssignment, ({ me, params }) =>
    quietly(takeBack(context, me, params.assignmentId)),
  );
  bind(api.tieGuest, ({ me, params, body }) =>
    quietly(tieGuest(context, me, params.assignmentId, params.guestId, body.studentId)),
  );

  bind(api.listDrafts, ({ me }) => listDrafts(database, me));
  bind(api.readDraft, ({ me, params }) => readDraft(database, me, params.draftId));
  bind(api.keepDraft, ({ me, params, body }) => keepDraft(context, me, params.draftId, body));
  bind(api.removeDraft, ({ me, params }) => quietly(removeDraft(context, me, params.draftId)));

  bind(api.releaseAssignment, async ({ me, params: { assignmentId }, body }) => {
    await insistOnRunningAssignment(database, me, assignmentId);
    return releaseAssignment(context, me, assignmentId, body.released);
  });
}
