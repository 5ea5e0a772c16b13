import { present } from '@oaken/core/certain';
import { api } from '@oaken/contract';
import type { Context } from '../context';
import { quietly, type Bind } from '../http/bind';
import { applyRolls, planRolls, undoRolls } from './bringing';
import { changeMembers, makeGroup, removeGroup, renameGroup } from './groups';
import { describeStudent, readRoll, renewPasscodes, setLeft, setSupports } from './roll';
import { readRoster } from './roster';
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
export function rollRoutes(bind: Bind, context: Context): void {
  bind(api.planRolls, ({ me, body }) => planRolls(context, me, body.rolls));
  bind(api.applyRolls, ({ me, body }) => applyRolls(context, me, body));
  bind(api.undoRolls, ({ me, params }) => quietly(undoRolls(context, me, params.changeId)));
}

export function classRoutes(bind: Bind, context: Context): void {
  const { database } = context;
  bind(api.listClasses, async ({ me }) => ({ classes: await readClasses(database, me) }));

  bind(api.makeClass, ({ me, body: { clientKey, facts } }) =>
    database.transaction(async (transaction) => ({
      id: await makeClass(context, me, facts, { clientKey }, transaction),
    })),
  );
  bind(api.readClass, ({ me, params }) => readRoll(database, me, params.classId));
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

  bind(api.readRoster, ({ me }) => readRoster(database, me, context.roster));

  bind(api.describeStudent, ({ me, params, body }) =>
    quietly(describeStudent(context, me, params, body)),
  );
  bind(api.leaveClass, ({ me, params, body }) => setLeft(context, me, params, body.left));
  bind(api.setSupports, ({ me, params, body }) => quietly(setSupports(context, me, params, body)));
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
