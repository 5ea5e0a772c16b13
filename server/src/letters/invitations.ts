import type { TestKind } from '@oaken/core/assessments';
import type { AssignmentRules } from '@oaken/core/assignments';
import { invitation } from '@oaken/core/letters';
import { type Transaction, Op } from 'sequelize';
import {
  schoolZone,
  studentWindow,
  exceptionsOf,
  timesOf,
  withAccommodation,
} from '../attempts/times';
import { toMillis, type Database, toMillisOrNull } from '../database/connect';
import { present } from '@oaken/core/certain';

/**
 * Writes an invitation to every student who was given it and has an address, or only to some of
 * them; they leave when the student can see it.
 */
export async function invite(
  database: Database,
  { assignmentId, only }: { assignmentId: number; only?: ReadonlySet<number> },
  origin: string,
  now: number,
  transaction: Transaction,
): Promise<number> {
  const { Assignment, AssignmentStudent, Letter, School } = database.models;
  const zone = await schoolZone(database);
  const assignment = present(
    await Assignment.findByPk(assignmentId, {
      include: ['assigner', { association: 'edition', attributes: ['itemCount'] }],
      transaction,
    }),
    'assignment',
  );
  const school = present(await School.findByPk(assignment.schoolId, { transaction }), 'school');
  const lines = await AssignmentStudent.findAll({
    where: { assignmentId, ...(only && { studentId: [...only] }) },
    include: [{ ...withAccommodation, where: { email: { [Op.ne]: null } } }],
    transaction,
  });
  const sendAfter = Math.max(now, toMillisOrNull(assignment.visibleFrom) ?? 0);
  const letters = lines.map((line) => {
    const exceptions = exceptionsOf(line);
    const student = present(line.student, 'account of the student');
    const { subject, body } = invitation({
      name: student.givenName,
      title: assignment.title,
      // What is asked in class invites nobody.
      kind: assignment.kind as TestKind,
      items: assignment.edition?.itemCount ?? 0,
      teacher: assignment.assigner?.fullName ?? '',
      school: school.name,
      instructions: assignment.instructions,
      opensAt: toMillis(assignment.opensAt),
      closesAt: studentWindow(timesOf(assignment), exceptions, zone).closesAt,
      limitMinutes: limitFor(assignment.rules, exceptions.accommodations?.time),
      address: `${origin}/seat`,
      language: student.language ?? 'en',
      zone,
      now: sendAfter,
    });
    return {
      accountId: student.id,
      assignmentId,
      address: student.email ?? '',
      subject: subject.slice(0, 250),
      body,
      sendAfter: new Date(sendAfter),
    };
  });
  await Letter.bulkCreate(letters, { transaction });
  return letters.length;
}

/** @param factor how much longer the student has; null: without a limit */
function limitFor({ limitMinutes }: AssignmentRules, factor: number | null | undefined) {
  return limitMinutes === null || factor === null ? null : limitMinutes * (factor ?? 1);
}
