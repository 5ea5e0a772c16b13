/** Who may see and do what, as scopes of the models: `Bank.scope({ method: ['readableBy', viewer] })`. */
import { Op, type Model, type ModelStatic, type WhereOptions } from 'sequelize';
import { valuesOf } from './subquery';
import type { Assignment, Bank, Curriculum, Models, Round, SchoolClass, Test } from './index';

/** Whoever asks, and when: substitutes teach a class until a day. */
export interface Viewer {
  accountId: number;
  schoolId: number;
  now: Date;
}

/** A school's bank without an owner is its teachers'. */
const ownBank = ({ accountId, schoolId }: Viewer): WhereOptions<Bank>[] => [
  { ownerId: accountId },
  { ownerId: null, reach: 'school', schoolId },
];

const openBank = ({ schoolId }: Viewer): WhereOptions<Bank>[] => [
  { reach: 'everybody' },
  { reach: 'school', schoolId },
];

function sharedBank(
  { BankShare }: Models,
  { accountId }: Viewer,
  ...right: ('read' | 'use' | 'edit')[]
): WhereOptions<Bank> {
  return { id: { [Op.in]: valuesOf(BankShare, 'bankId', { accountId, right }) } };
}

function sharedTest(
  { TestShare }: Models,
  { accountId }: Viewer,
  ...right: ('read' | 'edit')[]
): WhereOptions<Test> {
  return { id: { [Op.in]: valuesOf(TestShare, 'testId', { accountId, right }) } };
}

/** The classes that the viewer teaches now, as a substitute too. */
const classesOf = ({ ClassTeacher }: Models, { accountId, now }: Viewer) =>
  valuesOf(ClassTeacher, 'classId', {
    teacherId: accountId,
    until: { [Op.or]: [null, { [Op.gt]: now }] },
  });

/** The classes whose students and teachers the viewer may change: a substitute may not. */
const classesRunBy = ({ ClassTeacher }: Models, { accountId, now }: Viewer) =>
  valuesOf(ClassTeacher, 'classId', {
    teacherId: accountId,
    role: { [Op.ne]: 'substitute' },
    until: { [Op.or]: [null, { [Op.gt]: now }] },
  });

/** What the viewer assigned, and what was given only to classes of theirs. */
const assignmentsOf = (
  { AssignmentClass }: Models,
  { accountId }: Viewer,
  classes: ReturnType<typeof classesOf>,
): WhereOptions<Assignment> => ({
  unassignedAt: null,
  [Op.or]: [
    { assignedBy: accountId },
    {
      id: {
        [Op.in]: valuesOf(AssignmentClass, 'assignmentId', { classId: { [Op.in]: classes } }),
        [Op.notIn]: valuesOf(AssignmentClass, 'assignmentId', { classId: { [Op.notIn]: classes } }),
      },
    },
  ],
});

/** The rules, by model and name; each takes the viewer. */
export const accessRules = (models: Models) => ({
  Bank: {
    readableBy: (viewer: Viewer): WhereOptions<Bank> => ({
      [Op.or]: [
        ...ownBank(viewer),
        ...openBank(viewer),
        sharedBank(models, viewer, 'read', 'use', 'edit'),
      ],
    }),
    /** Its items may be put into tests and copied. */
    usableBy: (viewer: Viewer): WhereOptions<Bank> => ({
      [Op.or]: [...ownBank(viewer), ...openBank(viewer), sharedBank(models, viewer, 'use', 'edit')],
    }),
    /** Its items and folders may be changed. */
    editableBy: (viewer: Viewer): WhereOptions<Bank> => ({
      [Op.or]: [...ownBank(viewer), sharedBank(models, viewer, 'edit')],
    }),
  },
  Test: {
    /** Only the owner shares a test or puts it into the bin. */
    ownedBy: ({ accountId }: Viewer): WhereOptions<Test> => ({ ownerId: accountId }),
    editableBy: (viewer: Viewer): WhereOptions<Test> => ({
      [Op.or]: [{ ownerId: viewer.accountId }, sharedTest(models, viewer, 'edit')],
    }),
    /** Read and copied; a draft shows itself only to those it was shared with by name. */
    readableBy: (viewer: Viewer): WhereOptions<Test> => ({
      [Op.or]: [
        { ownerId: viewer.accountId },
        sharedTest(models, viewer, 'read', 'edit'),
        { ready: true, reach: 'everybody' },
        { ready: true, reach: 'school', schoolId: viewer.schoolId },
      ],
    }),
  },
  Curriculum: {
    editableBy: ({ accountId, schoolId }: Viewer): WhereOptions<Curriculum> => ({
      [Op.or]: [{ ownerId: accountId }, { reach: 'edit', schoolId }],
    }),
    readableBy: ({ accountId, schoolId }: Viewer): WhereOptions<Curriculum> => ({
      [Op.or]: [{ ownerId: accountId }, { reach: ['read', 'edit'], schoolId }],
    }),
    ownedBy: ({ accountId }: Viewer): WhereOptions<Curriculum> => ({ ownerId: accountId }),
  },
  SchoolClass: {
    taughtBy: (viewer: Viewer): WhereOptions<SchoolClass> => ({
      id: { [Op.in]: classesOf(models, viewer) },
    }),
    runBy: (viewer: Viewer): WhereOptions<SchoolClass> => ({
      id: { [Op.in]: classesRunBy(models, viewer) },
    }),
  },
  Round: {
    /** Led; a substitute leads as well. */
    taughtBy: (viewer: Viewer): WhereOptions<Round> => ({
      classId: { [Op.in]: classesOf(models, viewer) },
    }),
  },
  Assignment: {
    /** Watched and read. */
    readableBy: (viewer: Viewer): WhereOptions<Assignment> =>
      assignmentsOf(models, viewer, classesOf(models, viewer)),
    /** Changed; a substitute watches and reads only. */
    runBy: (viewer: Viewer): WhereOptions<Assignment> =>
      assignmentsOf(models, viewer, classesRunBy(models, viewer)),
  },
});

export type AccessRules = ReturnType<typeof accessRules>;

/** Gives each model its rules as scopes. */
export function addAccessScopes(models: Models): void {
  for (const [name, rules] of Object.entries(accessRules(models))) {
    const model = models[name as keyof AccessRules] as unknown as ModelStatic<Model>;
    for (const [scope, rule] of Object.entries(rules))
      model.addScope(scope, (viewer: Viewer) => ({ where: rule(viewer) }));
  }
}
