/**
 * What a list would do to a class: who is added, comes back, joins from elsewhere, changes, stays
 * and is gone, and who is likely somebody already known. Nothing happens by planning;
 * `settleRoster` says what is written once a person has decided.
 */
import {
  changeable,
  type FieldChange,
  type KnownStudent,
  type RosterAct,
  type RosterLine,
  type RosterPlan,
  type RosterTarget,
} from './line';
import { type ListedStudent, nameOf } from './listed';
import { lookup } from './lookup';
import { sentence } from './sentences';

/** What becomes of a student of the list, as far as it follows from whether and where the student is known. */
export function actFor(
  student: KnownStudent | null | undefined,
  here: { left: boolean } | null | undefined,
): RosterAct {
  if (!student) return 'add';
  if (!here) return 'join';
  return here.left ? 'back' : 'keep';
}

/** What else a plan knows while its lines are made. */
interface Planning {
  find: ReturnType<typeof lookup>;
  /** Students whom a line stands for with certainty. */
  used: ReadonlySet<number>;
  numbers: ReturnType<typeof rosterNumbers>;
}

function lineOf(
  target: RosterTarget,
  listed: ListedStudent,
  student: KnownStudent | null,
  { find, used, numbers }: Planning,
): RosterLine {
  const likely = student
    ? []
    : find.likely(listed, target.classId).filter(({ studentId }) => !used.has(studentId));
  const corrected = student
    ? corrections(student, listed, find.ownerOf)
    : { changes: [], note: '' };
  const here = student?.enrollments.find(({ classId }) => classId === target.classId) ?? null;
  const elsewhere = student?.enrollments.find(
    ({ left, classId, subject }) =>
      !left && classId !== target.classId && subject === target.subject,
  );
  const act: RosterAct = !student && likely.length > 0 ? 'ask' : actFor(student, here);
  const rosterNumber = here?.rosterNumber ?? numbers.take(listed.rosterNumber);
  const leaves = act === 'keep' ? undefined : elsewhere;
  return {
    listed,
    act,
    studentId: student?.id ?? null,
    name: nameOf(listed),
    rosterNumber,
    changes: corrected.changes,
    from: leaves ? { classId: leaves.classId, className: leaves.className } : null,
    likely,
    note: [numberNote(listed, rosterNumber, here !== null), corrected.note]
      .filter(Boolean)
      .join(' '),
  };
}

/** Why a student does not get the number that the list says. */
function numberNote({ rosterNumber: wanted }: ListedStudent, given: number, isHere: boolean) {
  if (wanted === null || wanted === given) return '';
  return isHere
    ? sentence('keepsRosterNumberWhichStays', { given })
    : sentence('rosterNumberIsSomebodysAlready', { wanted, given });
}

/**
 * Plans what a list would do to a class; nothing is written.
 *
 * @param target the class as it is
 * @param known every student of the school
 */
export function planRoster(
  target: RosterTarget,
  listed: readonly ListedStudent[],
  known: readonly KnownStudent[],
): RosterPlan {
  const find = lookup(known);
  const used = new Set<number>();
  // Certain ones first, so that a likely one is never taken by a name that is somebody else's number.
  const certain = listed.map((listedStudent) => {
    const knownStudent = find.certain(listedStudent, target.classId);
    if (!knownStudent || used.has(knownStudent.id)) return null;
    used.add(knownStudent.id);
    return knownStudent;
  });
  const numbers = rosterNumbers(target, known);
  const lines = listed.map((listedStudent, index) =>
    lineOf(target, listedStudent, certain[index] ?? null, { find, used, numbers }),
  );
  const gone = target.whole
    ? known
        .flatMap((knownStudent) => {
          const here = knownStudent.enrollments.find(
            ({ classId, left }) => classId === target.classId && !left,
          );
          return here && !used.has(knownStudent.id)
            ? [
                {
                  studentId: knownStudent.id,
                  name: nameOf(knownStudent),
                  rosterNumber: here.rosterNumber,
                },
              ]
            : [];
        })
        .sort((a, b) => a.rosterNumber - b.rosterNumber)
    : [];
  return { lines, gone };
}

/** What a list does not say changes nothing, and a student number that is somebody else's stays theirs. */
export function corrections(
  student: KnownStudent,
  listedStudent: ListedStudent,
  ownerOf: (number: string) => KnownStudent | undefined,
) {
  const owner =
    listedStudent.studentNumber === '' ? undefined : ownerOf(listedStudent.studentNumber);
  const taken = owner !== undefined && owner.id !== student.id;
  const changes = changeable.flatMap((field): FieldChange[] => {
    if (field === 'studentNumber' && taken) return [];
    const [from, to] = [String(student[field] ?? ''), String(listedStudent[field] ?? '')];
    return to !== '' && to !== from ? [{ field, from, to }] : [];
  });
  const note = taken
    ? sentence('studentNumberIsSSo', {
        studentNumber: listedStudent.studentNumber,
        owner: nameOf(owner),
      })
    : '';
  return { changes, note };
}

/** Numbers of those who have left stay theirs. */
function rosterNumbers({ classId }: RosterTarget, known: readonly KnownStudent[]) {
  const taken = new Set(
    known.flatMap(({ enrollments }) =>
      enrollments
        .filter((enrollment) => enrollment.classId === classId)
        .map(({ rosterNumber }) => rosterNumber),
    ),
  );
  let next = Math.max(0, ...taken) + 1;
  return {
    take(wanted: number | null): number {
      if (wanted === null || taken.has(wanted)) {
        while (taken.has(next)) next++;
        wanted = next;
      }
      taken.add(wanted);
      return wanted;
    },
  };
}
