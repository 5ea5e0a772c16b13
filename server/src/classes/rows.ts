import type { ClassRow } from '@oaken/contract/classes';
import type { SignedIn } from '../access/signed-in';
import { toMillisOrNull, type Database } from '../database/connect';
import type { Transaction } from 'sequelize';
import type { SchoolClass } from '../models';
import { countOf } from '../database/count-of';
import { present } from '@oaken/core/certain';
import { rule } from '../access';

/** My classes, those in use first; `classId` narrows to one. */
export async function readClasses(
  { models }: Database,
  me: SignedIn,
  classId: number | null = null,
  transaction?: Transaction,
): Promise<ClassRow[]> {
  const classes = await models.SchoolClass.scope(rule('taughtBy', me)).findAll({
    where: classId === null ? {} : { id: classId },
    include: [{ association: 'teachers', where: { teacherId: me.account.id } }],
    transaction,
  });
  const students = await models.Enrollment.count({
    where: { classId: classes.map(({ id }) => id), leftAt: null },
    group: ['classId'],
    transaction,
  });
  return classes
    .map((taught) => asRow(taught, me, countOf(students, 'classId', taught.id)))
    .sort((a, b) => Number(a.putAway) - Number(b.putAway) || a.name.localeCompare(b.name));
}

function asRow(taught: SchoolClass, me: SignedIn, students: number): ClassRow {
  const { meetsFrom, meetsUntil } = taught;
  const { id, name, period, grade, subject, term, notes, code, sourcedId, joiningUntil } = taught;
  const mine = present(taught.teachers?.[0], 'the teacher’s own classes');
  return {
    id,
    name,
    period,
    meetsFrom,
    meetsUntil,
    grade,
    subject,
    term,
    notes,
    code,
    sourcedId,
    students,
    part: mine.role,
    putAway: taught.archivedAt !== null,
    until: toMillisOrNull(mine.until),
    // A time that has passed is no longer one.
    joiningUntil: joiningUntil && joiningUntil.getTime() > me.at ? joiningUntil.getTime() : null,
  };
}
