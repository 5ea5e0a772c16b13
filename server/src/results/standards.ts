/**
 * What was earned by standard, of classes, groups and students, in one assignment or in all of
 * them; and teachers' own ratings.
 */
import type { api, AnswerOf, QueryOf } from '@oaken/contract';
import type { AssignmentRow } from '@oaken/contract/assignments';
import type { StandardResult } from '@oaken/contract/results';
import { StandardTally, type Earned } from '@oaken/core/analysis';
import { entriesOf, type EditionEntry } from '@oaken/core/forms';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { present, valueOf } from '@oaken/core/certain';
import { scoredWorks, type ScoredWork } from './queries';
import { chosenLines, readGroups, readLines, type Group } from './lines';
import { readRatings } from './ratings';
import { ownAssignmentRow } from './service';
import { tagsOfItems } from '../banks/tags';

type Query = QueryOf<typeof api.readStandardResults>;

/**
 * What was scored of these students: in one assignment, or in every one of mine. A question that
 * was not reached counts as it does in the score, as nothing of its points.
 */
async function readWork(
  database: Database,
  me: SignedIn,
  students: number[],
  assignmentId: number | null,
  { from, to }: Query,
): Promise<ScoredWork[]> {
  const mine = await database.models.Assignment.scope(rule('readableBy', me)).findAll({
    attributes: ['id'],
    where: assignmentId === null ? {} : { id: assignmentId },
  });
  return scoredWorks(database, {
    assignmentIds: mine.map(({ id }) => id),
    students,
    from: from === undefined ? null : new Date(from),
    to: to === undefined ? null : new Date(to),
  });
}

interface Scored extends Earned, Pick<ScoredWork, 'assignmentId' | 'title' | 'at' | 'studentId'> {
  /** Codes of its standards, or its tags; each once. */
  labels: readonly string[];
}

/** An entry as results by standard know it. */
interface Labelled {
  item: number;
  labels: readonly string[];
}

/** By edition and entry; what was settled for everybody speaks of no standard. */
async function labelsOf(
  database: Database,
  editions: Editions,
  editionIds: readonly number[],
  by: Query['by'],
): Promise<Map<number, Map<string, Labelled>>> {
  const held = await editions.all([...new Set(editionIds)]);
  const counted = [...held].map(
    ([id, { edition }]) => [id, entriesOf(edition).filter(({ override }) => !override)] as const,
  );
  const items = counted.flatMap(([, entries]) => entries.map(({ itemId }) => itemId));
  const tags = by === 'tag' ? await tagsOfItems(database, [...new Set(items)]) : null;
  const labelsIn = ({ itemId, standards }: EditionEntry) =>
    tags ? (tags.get(itemId) ?? []) : standards;
  return new Map(
    counted.map(([id, entries]) => [
      id,
      new Map(
        entries.map((entry) => [
          entry.id,
          { item: entry.itemId, labels: [...new Set(labelsIn(entry))] },
        ]),
      ),
    ]),
  );
}

/** Each score with the item and the standards or tags that it speaks of. */
export async function scoredWork(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  students: number[],
  assignmentId: number | null,
  query: Query,
): Promise<Scored[]> {
  const works = await readWork(database, me, students, assignmentId, query);
  const editionIds = works.map(({ editionId }) => editionId);
  const labelled = await labelsOf(database, editions, editionIds, query.by);
  return works.flatMap(
    ({ editionId, scores, assignmentId: inAssignment, title, at, studentId }) => {
      const entries = valueOf(labelled, editionId);
      return scores.flatMap(({ entry, points, maxPoints }): Scored[] => {
        const known = entries.get(entry);
        if (!known) return [];
        const { item, labels } = known;
        return [
          { assignmentId: inAssignment, title, at, studentId, item, labels, points, maxPoints },
        ];
      });
    },
  );
}

export async function readStandardResults(
  context: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  query: Query,
): Promise<AnswerOf<typeof api.readStandardResults>> {
  const { database } = context;
  const assignment = await ownAssignmentRow(database, me, assignmentId);
  const groups = await readGroups(database, assignmentId);
  const lines = chosenLines(
    { lines: await readLines(database, assignmentId), groups },
    { ...query, attempt: 'counting', from: undefined, to: undefined },
  );
  const students = [...new Map(lines.map((line) => [line.studentId, line])).values()];
  const work = await scoredWork(
    context,
    editions,
    me,
    students.map(({ studentId }) => studentId),
    query.over === 'this' ? assignmentId : null,
    query,
  );
  const tallies = tallied(
    work,
    new Map(students.map(({ studentId, classId }) => [studentId, classId])),
    groups,
  );
  // A rating is of a standard.
  const isOfTags = query.by === 'tag';
  const ratings = isOfTags ? new Map<string, number>() : await readRatings(database, assignmentId);
  const others = isOfTags ? [] : await unscoredCodes(database, assignmentId, ratings);
  const codes = [...new Set([...tallies.keys(), ...others])].sort();
  const statements = await readStatements(database, isOfTags ? [] : codes);
  return {
    assignments: new Set(work.map((line) => line.assignmentId)).size,
    standards: codes.map((code) => ({
      code,
      statement: statements.get(code) ?? '',
      ...resultOf(tallies.get(code) ?? nothingScored(), assignment, groups),
      students: students.map((student) => ({
        id: student.studentId,
        name: student.name,
        class: student.class,
        earned: earnedBy(tallies.get(code) ?? nothingScored(), subjects.student(student.studentId)),
        rating: ratings.get(`${student.studentId} ${code}`) ?? null,
      })),
    })),
  };
}

/** Codes that the assignment was given, or that work was rated on, whether or not anything scored speaks of them. */
export async function unscoredCodes(
  { models }: Database,
  assignmentId: number,
  ratings: ReadonlyMap<string, number>,
): Promise<string[]> {
  const assignment = present(await models.Assignment.findByPk(assignmentId), 'assignment');
  const given = await models.Standard.findAll({
    attributes: ['code'],
    where: { id: assignment.standards ?? [] },
  });
  const rated = [...ratings.keys()].map((key) => key.slice(key.indexOf(' ') + 1));
  return [...given.map(({ code }) => code), ...rated];
}

const nothingScored = (): Tallies => ({ by: new Map(), assignments: new Map() });

const earnedBy = ({ by }: Tallies, subject: string) => by.get(subject)?.result ?? null;

/** What was earned on one standard by everybody, by classes and groups, and from one assignment to the next. */
function resultOf(
  tallies: Tallies,
  { classes }: AssignmentRow,
  groups: Group[],
): Pick<StandardResult, 'all' | 'classes' | 'groups' | 'overTime'> {
  const times = [...tallies.assignments.values()].sort((a, b) => toMillis(a.at) - toMillis(b.at));
  return {
    all: earnedBy(tallies, subjects.all),
    classes: classes.map(({ id, name }) => ({
      id,
      name,
      earned: earnedBy(tallies, subjects.class(id)),
    })),
    groups: groups.map(({ id, name }) => ({
      id,
      name,
      earned: earnedBy(tallies, subjects.group(id)),
    })),
    overTime: times.map(({ assignmentId, title, at }) => ({
      assignmentId,
      title,
      at: toMillis(at),
      earned: present(
        earnedBy(tallies, subjects.assignment(assignmentId)),
        'tally of the assignment',
      ),
    })),
  };
}

/** Whose work a tally gathers. */
const subjects = {
  all: 'all',
  class: (id: number) => `class ${id}`,
  group: (id: number) => `group ${id}`,
  student: (id: number) => `student ${id}`,
  assignment: (id: number) => `assignment ${id}`,
};

interface Tallies {
  by: Map<string, StandardTally>;
  /** One line of each assignment that asked about the standard. */
  assignments: Map<number, Scored>;
}

/** By standard, then subject; every line of work is looked at once. */
function tallied(
  work: Scored[],
  classOf: ReadonlyMap<number, number | null>,
  groups: { id: number; students: ReadonlySet<number> }[],
): Map<string, Tallies> {
  const groupsOf = new Map<number, number[]>();
  for (const { id, students } of groups)
    for (const student of students) groupsOf.set(student, [...(groupsOf.get(student) ?? []), id]);
  /** Whose tallies a student's work goes into; the same for all of it. */
  const subjectsOf = new Map(
    [...classOf].map(([studentId, classId]) => [
      studentId,
      [
        subjects.all,
        subjects.student(studentId),
        ...(classId === null ? [] : [subjects.class(classId)]),
        ...(groupsOf.get(studentId) ?? []).map(subjects.group),
      ],
    ]),
  );
  const tallies = new Map<string, Tallies>();
  for (const line of work)
    for (const code of line.labels) {
      const held = tallies.get(code) ?? nothingScored();
      tallies.set(code, held);
      if (!held.assignments.has(line.assignmentId)) held.assignments.set(line.assignmentId, line);
      for (const subject of subjectsOf.get(line.studentId) ?? []) addTo(held, subject, line);
      addTo(held, subjects.assignment(line.assignmentId), line);
    }
  return tallies;
}

function addTo({ by }: Tallies, subject: string, line: Scored): void {
  const tally = by.get(subject) ?? new StandardTally();
  by.set(subject, tally);
  tally.add(line);
}

export async function readStatements(
  { models }: Database,
  codes: string[],
): Promise<Map<string, string>> {
  // Of a code that several frameworks have, the first statement by the alphabet, so that it is always the same.
  const known = await models.Standard.findAll({
    attributes: ['code', 'statement'],
    where: { code: codes },
    order: [['statement', 'DESC']],
  });
  return new Map(known.map(({ code, statement }) => [code, statement]));
}
