/** A line of a list, the students that are known, and what is planned for them. */
import type { ListedStudent } from './listed';

export interface KnownStudent {
  id: number;
  givenName: string;
  familyName: string;
  studentNumber: string;
  email: string;
  grade: number | null;
  sourcedId: string | null;
  /** Every class that the student is in or was in. */
  enrollments: {
    classId: number;
    className: string;
    subject: string;
    rosterNumber: number;
    left: boolean;
  }[];
}

export interface RosterTarget {
  /** Null: a class that is still to be made. */
  classId: number | null;
  subject: string;
  /** The list names everybody, so that whoever is not on it has gone. */
  whole: boolean;
}

export const changeable = ['givenName', 'familyName', 'studentNumber', 'email', 'grade'] as const;

export type Changeable = (typeof changeable)[number];

export interface FieldChange {
  field: Changeable;
  from: string;
  to: string;
}

/** `ask`: likely somebody known, and a person has to say who it is. */
export type RosterAct = 'add' | 'join' | 'back' | 'keep' | 'ask';

export interface RosterLine {
  listed: ListedStudent;
  act: RosterAct;
  /** Who it is, where that is certain. */
  studentId: number | null;
  name: string;
  rosterNumber: number;
  changes: FieldChange[];
  /** Another class of the same subject that the student would leave; moving is offered, being in both is possible. */
  from: { classId: number; className: string } | null;
  likely: { studentId: number; name: string; why: string; where: string }[];
  note: string;
}

export interface RosterPlan {
  lines: RosterLine[];
  gone: { studentId: number; name: string; rosterNumber: number }[];
}

/** Whether two marks of a person are the same one; nothing is like nothing. */
export const same = (a: string, b: string) => a !== '' && a.toLowerCase() === b.toLowerCase();

/** Two student numbers that are not the same are two students, whatever their names. */
export const differs = (knownStudent: KnownStudent, listedStudent: ListedStudent) =>
  knownStudent.studentNumber !== '' &&
  listedStudent.studentNumber !== '' &&
  !same(knownStudent.studentNumber, listedStudent.studentNumber);
