import { listedStudent, mostInClass } from '@oaken/core/rosters';
import { accommodations } from '@oaken/core/accommodations';
import { z } from 'zod';
import { clientKey, endpoint, id, idInPath, instant, roomy } from '../endpoint/define';
import { classFacts, classRow, inClass } from './classes';
import { sentence } from './sentences';

export const rosterRow = z.object({
  id,
  rosterNumber: z.number(),
  givenName: z.string(),
  familyName: z.string(),
  studentNumber: z.string(),
  email: z.string(),
  grade: z.number().nullable(),
  signedInAt: instant.nullable(),
  /** Without one nobody can sign in; a sign-in slip gives one. */
  hasPasscode: z.boolean(),
  joinedBySelf: z.boolean(),
  /** Null while in the class. */
  leftAt: instant.nullable(),
  handedIn: z.number(),
  groups: z.array(id),
  accommodations,
});
export type RosterRow = z.infer<typeof rosterRow>;

export const readClass = endpoint({
  method: 'GET',
  path: '/api/classes/:classId',
  who: 'teacher',
  does: 'Gives a class with its roster, those who have left, its groups and each student’s accommodations.',
  params: inClass,
  answer: z.object({
    class: classRow,
    roster: z.array(rosterRow),
    groups: z.array(z.object({ id, name: z.string() })),
    /** Assignments that were given to it. */
    assignments: z.number(),
  }),
});

const listed = z
  .array(listedStudent)
  .max(mostInClass, sentence('classHoldsAtMostStudents', { mostInClass }))
  .refine(
    (all) => new Set(all.map(({ line }) => line)).size === all.length,
    sentence('twoStudentsStandOnSame'),
  );
const rosterTarget = {
  /** Null: a class that is made with it. */
  classId: id.nullable(),
  listed,
  /** The list names everybody of the class. */
  whole: z.boolean(),
};
const rosters = <T extends z.ZodType>(roster: T) =>
  z.array(roster).min(1).max(60, sentence('atMost60ClassesAt'));

const rosterLine = z.object({
  listed: listedStudent,
  act: z.enum(['add', 'join', 'back', 'keep', 'ask']),
  studentId: id.nullable(),
  name: z.string(),
  rosterNumber: z.number(),
  changes: z.array(
    z.object({
      field: z.enum(['givenName', 'familyName', 'studentNumber', 'email', 'grade']),
      from: z.string(),
      to: z.string(),
    }),
  ),
  from: z.object({ classId: id, className: z.string() }).nullable(),
  likely: z.array(
    z.object({ studentId: id, name: z.string(), why: z.string(), where: z.string() }),
  ),
  note: z.string(),
});

export const planRosters = endpoint({
  method: 'POST',
  path: '/api/rosters/plan',
  who: 'teacher',
  does: 'Says what lists would do to classes; nothing is changed by it.',
  largest: roomy,
  body: z.strictObject({
    rosters: rosters(z.strictObject({ ...rosterTarget, subject: z.string().max(60) })),
  }),
  answer: z.object({
    plans: z.array(
      z.object({
        lines: z.array(rosterLine),
        gone: z.array(z.object({ studentId: id, name: z.string(), rosterNumber: z.number() })),
        /** Names what was shown; applying says it again, so that nothing else happens. */
        seen: z.string(),
        /** Assignments that whoever comes into the class is given too. */
        open: z.number(),
      }),
    ),
  }),
});

export const applyRosters = endpoint({
  method: 'POST',
  path: '/api/rosters/apply',
  who: 'teacher',
  does: 'Does what a plan showed, with the decisions on it, all or nothing.',
  largest: roomy,
  body: z.strictObject({
    clientKey,
    rosters: rosters(
      z.strictObject({
        ...rosterTarget,
        make: classFacts.extend({ sourcedId: z.string().max(64).nullable() }).nullable(),
        /** Ties the class to the roster service’s or the file’s. */
        sourcedId: z.string().max(64).nullable(),
        seen: z.string().max(80),
        choices: z.strictObject({
          lines: z.record(
            z.string(),
            z.strictObject({
              take: z.boolean(),
              as: id.nullable().optional(),
              move: z.boolean().optional(),
            }),
          ),
          leaving: z.array(id).max(mostInClass),
        }),
      }),
    ),
  }),
  answer: z.object({
    changeId: id,
    classIds: z.array(id),
    added: z.number(),
    joined: z.number(),
    changed: z.number(),
    left: z.number(),
  }),
});

export const undoRosters = endpoint({
  method: 'POST',
  path: '/api/rosters/changes/:changeId/undo',
  who: 'teacher',
  does: 'Takes back what a list did to classes.',
  params: z.object({ changeId: idInPath }),
  answer: z.object({}),
});

const ofStudent = z.object({ classId: idInPath, studentId: idInPath });

export const describeStudent = endpoint({
  method: 'PUT',
  path: '/api/classes/:classId/students/:studentId',
  who: 'teacher',
  does: 'Corrects a student’s name, student number, e-mail address or grade.',
  params: ofStudent,
  body: listedStudent.pick({
    givenName: true,
    familyName: true,
    studentNumber: true,
    email: true,
    grade: true,
  }),
  answer: z.object({}),
});

export const leaveClass = endpoint({
  method: 'POST',
  path: '/api/classes/:classId/students/:studentId/left',
  who: 'teacher',
  does: 'Notes that a student has left the class, or is back; every result is kept.',
  params: ofStudent,
  body: z.strictObject({ left: z.boolean() }),
  answer: z.object({ working: z.number() }),
});

export const moveStudent = endpoint({
  method: 'POST',
  path: '/api/classes/:classId/students/:studentId/move',
  who: 'teacher',
  does: 'Moves a student to another class: they leave this one, every result is kept, and what is open there is given to them.',
  params: ofStudent,
  body: z.strictObject({ to: id }),
  answer: z.object({ rosterNumber: z.number(), working: z.number() }),
});

export const renewPasscode = endpoint({
  method: 'POST',
  path: '/api/classes/:classId/students/:studentId/passcode',
  who: 'teacher',
  does: 'Gives a student a new passcode and shows it once; the old one ends.',
  params: ofStudent,
  answer: z.object({ passcode: z.string() }),
});

export const makeSlips = endpoint({
  method: 'POST',
  path: '/api/classes/:classId/slips',
  who: 'teacher',
  does: 'Gives students new passcodes for sign-in slips, shown this once; old ones end.',
  params: inClass,
  body: z.strictObject({
    students: z.array(id).min(1, sentence('chooseAtLeastOneStudent')).max(mostInClass),
  }),
  answer: z.object({ slips: z.array(z.object({ studentId: id, passcode: z.string() })) }),
});

export const setAccommodations = endpoint({
  method: 'PUT',
  path: '/api/classes/:classId/students/:studentId/accommodations',
  who: 'teacher',
  does: 'Sets what a student needs; it acts in every assignment that is not begun.',
  params: ofStudent,
  body: accommodations,
  answer: z.object({}),
});
