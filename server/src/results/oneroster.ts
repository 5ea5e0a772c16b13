/**
 * Scores for a gradebook. Source: 1EdTech OneRoster 1.2, CSV binding: manifest.csv, categories.csv, lineItems.csv and
 * results.csv with their headers in order. From memory.
 */
import { valueOf } from '@oaken/core/certain';
import type { AssignmentRow } from '@oaken/contract/assignments';
import { writePlainCsv } from '../csv';
import { strToU8, zipSync } from 'fflate';
import { type Database } from '../database/connect';
import type { ResultsAnswer, StudentResult } from '@oaken/contract/results';

export const headers = {
  categories: ['sourcedId', 'status', 'dateLastModified', 'title', 'weight'],
  lineItems: [
    'sourcedId',
    'status',
    'dateLastModified',
    'title',
    'description',
    'assignDate',
    'dueDate',
    'classSourcedId',
    'categorySourcedId',
    'gradingPeriodSourcedId',
    'academicSessionSourcedId',
    'schoolSourcedId',
    'resultValueMin',
    'resultValueMax',
    'scoreScaleSourcedId',
  ],
  results: [
    'sourcedId',
    'status',
    'dateLastModified',
    'lineItemSourcedId',
    'studentSourcedId',
    'scoreStatus',
    'score',
    'scoreDate',
    'comment',
    'scoreScaleSourcedId',
    'textScore',
    'classSourcedId',
    'inProgress',
    'incomplete',
    'late',
    'missing',
  ],
} as const;

const files = [
  'academicSessions',
  'categories',
  'classes',
  'classResources',
  'courses',
  'courseResources',
  'demographics',
  'enrollments',
  'lineItems',
  'lineItemLearningObjectiveIds',
  'lineItemScoreScales',
  'orgs',
  'resources',
  'results',
  'resultLearningObjectiveIds',
  'resultScoreScales',
  'roles',
  'scoreScales',
  'userProfiles',
  'userResources',
  'users',
];

const csv = (head: readonly string[], lines: Record<string, string>[]) =>
  writePlainCsv(
    head,
    lines.map((line) => head.map((name) => line[name] ?? '')),
  );

const date = (time: number) => new Date(time).toISOString().slice(0, 10);

/** What the roster calls classes and students; what it does not know goes by our own ids. */
async function sourcedIds(database: Database, assignmentId: number) {
  const { AssignmentClass, AssignmentStudent } = database.models;
  const students = await AssignmentStudent.findAll({
    where: { assignmentId },
    include: ['student'],
  });
  const classes = await AssignmentClass.findAll({ where: { assignmentId }, include: ['class'] });
  return {
    students: new Map(
      students.map(({ studentId, student, classId }) => [
        studentId,
        { sourcedId: student?.sourcedId ?? `student-${studentId}`, classId },
      ]),
    ),
    classes: new Map(
      classes.map(({ classId, class: taught }) => [
        classId,
        taught?.sourcedId ?? `class-${classId}`,
      ]),
    ),
  };
}

/** OneRoster 1.2, gradebook service, enumeration scoreStatus. */
function scoreStatus({ excused, points }: StudentResult, needsMarking: boolean): string {
  if (excused) return 'exempt';
  if (points === null) return 'not submitted';
  return needsMarking ? 'partially graded' : 'fully graded';
}

/** Which files the archive has, as OneRoster’s manifest.csv says it. */
const manifest = (): string[][] => [
  ['manifest.version', '1.0'],
  ['oneroster.version', '1.2'],
  ...files.map((name) => [
    `file.${name}`,
    ['categories', 'lineItems', 'results'].includes(name) ? 'bulk' : 'absent',
  ]),
  ['source.systemName', 'Oaken Ledger'],
  ['source.systemCode', 'oaken-ledger'],
];

/** One line item for each class, and a result for each of its students. */
export async function gradebookZip(
  database: Database,
  assignment: AssignmentRow,
  { students, points }: ResultsAnswer,
  now: number,
): Promise<Uint8Array> {
  const ids = await sourcedIds(database, assignment.id);
  const modified = new Date(now).toISOString();
  const active = { status: 'active', dateLastModified: modified };
  const category = `oaken-${assignment.kind}`;
  const lineItemOf = (classId: number) => `oaken-${assignment.id}-${classId}`;
  const lineItems = [...ids.classes].map(([classId, classSourcedId]) => ({
    ...active,
    sourcedId: lineItemOf(classId),
    title: assignment.title,
    assignDate: date(assignment.opensAt),
    dueDate: date(assignment.closesAt ?? now),
    classSourcedId,
    categorySourcedId: category,
    resultValueMin: '0',
    resultValueMax: String(points),
  }));
  const results = students.flatMap((student) => {
    const { sourcedId = '', classId = null } = ids.students.get(student.id) ?? {};
    // A guest belongs to no class, and a gradebook would not know them.
    if (classId === null || !ids.classes.has(classId)) return [];
    const needsMarking = student.cells.some((cell) => cell?.needsMarking);
    const earned = student.excused ? null : student.points;
    return [
      {
        ...active,
        sourcedId: `${lineItemOf(classId)}-${student.id}`,
        lineItemSourcedId: lineItemOf(classId),
        studentSourcedId: sourcedId,
        scoreStatus: scoreStatus(student, needsMarking),
        score: earned === null ? '' : String(Math.round(earned * 1e4) / 1e4),
        scoreDate: date(student.handedInAt ?? now),
        classSourcedId: valueOf(ids.classes, classId),
        inProgress: String(student.state === 'working'),
        incomplete: String(student.state === 'handed-in' && needsMarking),
        late: String(student.late),
        missing: String(student.state === 'not-begun'),
      },
    ];
  });
  return zipSync({
    'manifest.csv': strToU8(writePlainCsv(['propertyName', 'value'], manifest())),
    'categories.csv': strToU8(
      csv(headers.categories, [{ ...active, sourcedId: category, title: assignment.kind }]),
    ),
    'lineItems.csv': strToU8(csv(headers.lineItems, lineItems)),
    'results.csv': strToU8(csv(headers.results, results)),
  });
}
