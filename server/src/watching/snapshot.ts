/**
 * Where each student of one assignment stands now, read from the database alone, so that it is the
 * same from every server process.
 */
import type { Watched, WatchedStudent } from '@oaken/contract/watching';
import { mayBeAway, type AssignmentRules } from '@oaken/core/assignments';
import { entriesOf, type EditionEntry } from '@oaken/core/forms';
import { exampleOf, scoreItem, type Responses } from '@oaken/core/items';
import { progressOf } from '@oaken/core/sitting';
import { attemptState, defaultGrace } from '@oaken/core/timing';
import { Op } from 'sequelize';
import { readAssigned, withAttempts, type Assigned } from '../assignments/assigned';
import { asAttempt, attemptForm, type Attempt } from '../attempts/given';
import type { Editions } from '../attempts/editions';
import { toMillisOrNull, type Database } from '../database/connect';
import { present } from '@oaken/core/certain';
import type { Presence } from '../models';
import { Breather } from '../threads/breather';

type Cell = NonNullable<WatchedStudent['cells'][number]>;

/** One student with the latest attempt and its last sign; both are null where nothing was begun. */
interface Line {
  student: Assigned;
  attempt: Attempt | null;
  sign: Presence | null;
}

/** What is seen at one moment. */
export type Seen = Pick<Watched, 'columns' | 'students' | 'oneSitting'> & {
  /** When each class was let begin, by its id; null where it was not. */
  letIn: Record<number, number | null>;
};

/** Answers of so many attempts are read in one statement; a whole grade's would arrive in one piece. */
const attemptsAtOnce = 40;

export class Snapshot {
  /** Of each attempt: its entries in the student's own order. */
  private readonly forms = new Map<number, EditionEntry[]>();
  /** What was read of an answer stays until its number grows. */
  private readonly cells = new Map<string, { number: number; cell: Cell }>();

  private editionId = 0;

  constructor(
    private readonly database: Database,
    private readonly editions: Editions,
    private readonly assignmentId: number,
  ) {}

  async now(time: number): Promise<Seen> {
    const { Assignment } = this.database.models;
    const assignment = present(await Assignment.findByPk(this.assignmentId), 'assignment');
    const { rules } = assignment;
    const { edition } = await this.editions.get(assignment.editionId);
    if (assignment.editionId !== this.editionId) {
      // Another key: what was right or wrong by the old one is looked at again.
      this.forms.clear();
      this.cells.clear();
      this.editionId = assignment.editionId;
    }
    const lines = await this.lines();
    const breather = new Breather();
    const attempts = lines.flatMap(({ attempt }) => attempt ?? []);
    for (const attempt of attempts) {
      await breather.breathe();
      if (this.forms.has(attempt.id)) continue;
      const { sections } = attemptForm(edition, attempt, rules);
      this.forms.set(
        attempt.id,
        sections.flatMap(({ entries }) => entries),
      );
    }
    const attemptIds = attempts.map(({ id }) => id);
    for (let from = 0; from < attemptIds.length; from += attemptsAtOnce)
      await this.readCells(attemptIds.slice(from, from + attemptsAtOnce), breather);
    // Where students have different items, a column is a place in each one's own order.
    const differ =
      edition.sections.some(({ draw }) => draw != null) || (edition.forms ?? []).length > 0;
    const columns = differ
      ? Array.from(
          { length: Math.max(0, ...[...this.forms.values()].map((form) => form.length)) },
          (_, n) => ({ entry: '', number: n + 1, stem: '' }),
        )
      : entriesOf(edition).map(({ id, content }, n) => ({
          entry: id,
          number: n + 1,
          stem: exampleOf(content).stem,
        }));
    const students: WatchedStudent[] = [];
    for (const line of lines) {
      await breather.breathe();
      students.push(this.student(line, columns, rules, time));
    }
    return { oneSitting: rules.oneSitting, columns, students, letIn: await this.letIn(rules) };
  }

  private async letIn({ supervision }: AssignmentRules): Promise<Seen['letIn']> {
    if (!supervision?.byPress) return {};
    const { AssignmentClass } = this.database.models;
    const classes = await AssignmentClass.findAll({ where: { assignmentId: this.assignmentId } });
    return Object.fromEntries(
      classes.map(({ classId, letInAt }) => [classId, toMillisOrNull(letInAt)]),
    );
  }

  private async lines(): Promise<Line[]> {
    const { Attempt, Presence } = this.database.models;
    const where = { assignmentId: this.assignmentId };
    const students = await readAssigned(this.database, this.assignmentId);
    const attempts = await Attempt.findAll({ where, order: ['studentId', 'number'], raw: true });
    const latest = [...new Map(attempts.map((attempt) => [attempt.studentId, attempt])).values()];
    const signs = await Presence.findAll({
      where: { attemptId: latest.map(({ id }) => id) },
      raw: true,
    });
    const signOf = new Map(signs.map((sign) => [sign.attemptId, sign]));
    return withAttempts(students, latest).map(([student, attempt]) => ({
      student,
      attempt: attempt && asAttempt(attempt),
      sign: (attempt && signOf.get(attempt.id)) ?? null,
    }));
  }

  /** Reads only the answers that have changed since the last snapshot. */
  private async readCells(attemptIds: number[], breather: Breather): Promise<void> {
    const { Answer } = this.database.models;
    const saved = await Answer.findAll({
      attributes: ['attemptId', 'entryId', 'number'],
      where: { attemptId: attemptIds },
      raw: true,
    });
    const changed = new Map<number, string[]>();
    for (const { attemptId, entryId, number } of saved)
      if (this.cells.get(`${attemptId} ${entryId}`)?.number !== number)
        changed.set(attemptId, [...(changed.get(attemptId) ?? []), entryId]);
    if (changed.size === 0) return;
    const read = await Answer.findAll({
      where: { [Op.or]: [...changed].map(([attemptId, entryId]) => ({ attemptId, entryId })) },
      raw: true,
    });
    for (const { attemptId, entryId, number, flagged, responses } of read) {
      await breather.breathe();
      const entry = this.forms.get(attemptId)?.find(({ id }) => id === entryId);
      if (entry)
        this.cells.set(`${attemptId} ${entryId}`, {
          number,
          cell: cellOf(entry, responses, Boolean(flagged)),
        });
    }
  }

  private student(
    { student, attempt, sign }: Line,
    columns: Watched['columns'],
    rules: AssignmentRules,
    time: number,
  ): WatchedStudent {
    const form = (attempt && this.forms.get(attempt.id)) ?? [];
    const state = stateOf(attempt, time);
    const sits = state === 'working' || state === 'paused';
    const entryId = sits ? (sign?.entryId ?? null) : null;
    const cellAt = (entry: EditionEntry | undefined) => {
      if (!entry || !attempt) return null;
      return this.cells.get(`${attempt.id} ${entry.id}`)?.cell ?? cellOf(entry, {}, false);
    };
    return {
      studentId: student.studentId,
      name: student.name,
      className: student.className ?? '',
      rosterNumber: student.rosterNumber,
      state: student.withdrawnAt === null ? state : 'left-class',
      attempt: attempt?.number ?? 0,
      at: entryId,
      on: form.findIndex(({ id }) => id === entryId) + 1 || null,
      deadlineAt: toMillisOrNull(attempt?.deadlineAt ?? null),
      partEndsAt: toMillisOrNull(attempt?.clockAt ?? null),
      handedInAt: toMillisOrNull(attempt?.handedInAt ?? null),
      handedInBy: attempt?.handedInBy ?? null,
      seenAt: toMillisOrNull(sign?.seenAt ?? null),
      hidden: sits && Boolean(sign?.hidden),
      leaves: sign?.leftPageCount ?? 0,
      away: sits && rules.oneSitting && wasAwayLong(attempt?.seenAt ?? null, time),
      cells: columns.map(({ entry }, n) =>
        cellAt(entry === '' ? form[n] : form.find(({ id }) => id === entry)),
      ),
    };
  }
}

const wasAwayLong = (seenAt: Date | null, time: number) =>
  seenAt !== null && time - seenAt.getTime() > mayBeAway;

function stateOf(attempt: Attempt | null, time: number): WatchedStudent['state'] {
  if (attempt === null) return 'not-begun';
  const times = {
    deadlineAt: toMillisOrNull(attempt.deadlineAt),
    handedInAt: toMillisOrNull(attempt.handedInAt),
  };
  if (attemptState(times, defaultGrace, time) === 'over') return 'handed-in';
  return attempt.pausedAt === null ? 'working' : 'paused';
}

function cellOf({ content }: EditionEntry, responses: Responses, flagged: boolean): Cell {
  const progress = progressOf(content.parts, responses);
  const { points, maxPoints, needsMarking } = scoreItem(content, responses);
  return {
    progress,
    share: progress === 'unanswered' || needsMarking || maxPoints === 0 ? null : points / maxPoints,
    needsMarking,
    flagged,
  };
}
