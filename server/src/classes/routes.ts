import { present } from '@oaken/core/certain';
import { api } from '@oaken/contract';
import type { Context } from '../context';
import { quietly, type Bind } from '../http/bind';
import { applyRosters, planRosters } from './bringing';
import { undoRosters } from './bringing-back';
import { changeMembers, makeGroup, removeGroup, renameGroup } from './groups';
import { moveStudent } from './moving';
import {
  describeStudent,
  readClassRoster,
  renewPasscodes,
  setLeft,
  setAccommodations,
} from './roster';
import { readRosterService } from './roster-service';
import { readClasses } from './rows';
import {
  describeClass,
  makeClass,
  openJoining,
  putAway,
  readTeachers,
  removeClass,
  setTeachers,
} from './service';

/** Lists of whole classes: comparing thousands of names takes a while. */
export function rosterRoutes(bind: Bind, context: Context): void {
  bind(api.planRosters, ({ me, body }) => planRosters(context, me, body.rosters));
  bind(api.applyRosters, ({ me, body }) => applyRosters(context, me, body));
  bind(api.undoRosters, ({ me, params }) => quietly(undoRosters(context, me, params.changeId)));
}

export function classRoutes(bind: Bind, context: Context): void {
  const { database } = context;
  bind(api.listClasses, async ({ me }) => ({ classes: await readClasses(database, me) }));

  bind(api.makeClass, ({ me, body: { clientKey, facts } }) =>
    database.transaction(async (transaction) => ({
      id: await makeClass(context, me, facts, { clientKey }, transaction),
    })),
  );
  bind(api.readClass, ({ me, params }) => readClassRoster(database, me, params.classId));
  bind(api.describeClass, ({ me, params, body }) =>
    quietly(describeClass(context, me, params.classId, body)),
  );
  bind(api.putClassAway, ({ me, params, body }) =>
    quietly(putAway(context, me, params.classId, body.away)),
  );
  bind(api.removeClass, ({ me, params }) => quietly(removeClass(context, me, params.classId)));
  bind(api.openJoining, ({ me, params, body }) =>
    quietly(openJoining(context, me, params.classId, body.until)),
  );
  bind(api.readTeachers, ({ me, params }) => readTeachers(database, me, params.classId));
  bind(api.setTeachers, ({ me, params, body }) =>
    quietly(setTeachers(context, me, params.classId, body)),
  );

  bind(api.readRosterService, ({ me }) => readRosterService(database, me, context.rosterService));

  bind(api.describeStudent, ({ me, params, body }) =>
    quietly(describeStudent(context, me, params, body)),
  );
  bind(api.leaveClass, ({ me, params, body }) => setLeft(context, me, params, body.left));
  bind(api.moveStudent, ({ me, params, body }) => moveStudent(context, me, params, body.to));
  bind(api.setAccommodations, ({ me, params, body }) =>
    quietly(setAccommodations(context, me, params, body)),
  );
  bind(api.renewPasscode, async ({ me, params: { classId, studentId } }) => {
    const [slip] = await renewPasscodes(context, me, classId, [studentId]);
    return { passcode: present(slip, 'slip of the student').passcode };
  });
  bind(api.makeSlips, async ({ me, params, body }) => ({
    slips: await renewPasscodes(context, me, params.classId, body.students),
  }));

  bind(api.makeGroup, ({ me, params, body }) => makeGroup(context, me, params.classId, body));
  bind(api.renameGroup, ({ me, params, body }) =>
    quietly(renameGroup(context, me, params, body.name)),
  );
  bind(api.removeGroup, ({ me, params }) => quietly(removeGroup(context, me, params)));
  bind(api.changeMembers, ({ me, params, body }) =>
    quietly(changeMembers(context, me, params, body)),
  );
}
