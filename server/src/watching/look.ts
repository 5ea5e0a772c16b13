/** Where each student of one assignment stands now, read from the database alone, so that it is the same from every server process. */
import type { Watched, WatchedStudent } from '@oaken/contract/watching';
import { mayBeAway, type AssignmentRules } from '@oaken/core/assignments';
import { entriesOf, type EditionEntry } from '@oaken/core/forms';
import { scoreItem, type Responses } from '@oaken/core/items';
import { progressOf } from '@oaken/core/sitting';
import { attemptState, defaultGrace } from '@oaken/core/timing';
import { attemptForm, type Attempt, type Fixed } from '../attempts/given';
import type { Editions } from '../attempts/editions';
import { fromJson, row, rows, toMillisOrNull, type Database } from '../database/connect';
import { Breather } from '../threads/breather';

type Cell = NonNullable<WatchedStudent['cells'][number]>;

interface Line extends Pick<
  Attempt,
  'seed' | 'place' | 'form' | 'deadlineAt' | 'handedInAt' | 'handedInBy' | 'clockAt' | 'pausedAt'
> {
  studentId: number;
  name: string;
  className: string | null;
  rollNumber: number | null;
  withdrawnAt: Date | null;
  attemptId: number | null;
  number: number | null;
  given: unknown;
  signAt: Date | null;
  sittingSeenAt: Date | null;
  entry: string | null;
  hidden: number | null;
  leaves: number | null;
}

interface Saved {
  attemptId: number;
  entry: string;
  number: number;
  flagged: number;
}

/** Answers of so many attempts are read in one statement; a whole grade's would arrive in one piece. */
const attemptsAtOnce = 40;

export class Look {
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

  async now(time: number): Promise<Pick<Watched, 'columns' | 'students' | 'oneSitting'>> {
    const assignment = (await row<{ editionId: number; rules: unknown }>(
      this.database,
      'SELECT edition_id AS editionId, rules FROM assignments WHERE id = :id',
      { id: this.assignmentId },
    ))!;
    const rules = fromJson<AssignmentRules>(assignment.rules);
    const { edition } = await this.editions.get(assignment.editionId);
    if (assignment.editionId !== this.editionId) {
      // Another key: what was right or wrong by the old one is looked at again.
      this.forms.clear();
      this.cells.clear();
      this.editionId = assignment.editionId;
    }
    const lines = await this.lines();
    const breather = new Breather();
    for (const own of lines) {
      await breather.breathe();
      if (own.attemptId !== null && !this.forms.has(own.attemptId)) {
        const form = attemptForm(
          edition,
          { ...own, given: own.given === null ? null : fromJson<Fixed>(own.given) },
          rules,
        );
        this.forms.set(
          own.attemptId,
          form.sections.flatMap(({ entries }) => entries),
        );
      }
    }
    const attempts = lines.flatMap(({ attemptId }) => attemptId ?? []);
    for (let from = 0; from < attempts.length; from += attemptsAtOnce)
      await this.readCells(attempts.slice(from, from + attemptsAtOnce), breather);
    // Where students have different items, a column is a place in each one's own order.
    const differ =
      edition.sections.some(({ draw }) => draw != null) || (edition.forms ?? []).length > 0;
    const columns = differ
      ? Array.from(
          { length: Math.max(0, ...[...this.forms.values()].map((own) => own.length)) },
          (_, n) => ({ entry: '', number: n + 1, stem: '' }),
        )
      : entriesOf(edition).map(({ id, content }, n) => ({
          entry: id,
          number: n + 1,
          stem: content.stem,
        }));
    const students: WatchedStudent[] = [];
    for (const line of lines) {
      await breather.breathe();
      students.push(this.student(line, columns, rules, time));
    }
    return { oneSitting: rules.oneSitting, columns, students };
  }

  private lines(): Promise<Line[]> {
    return rows<Line>(
      this.database,
      `SELECT g.student_id AS studentId, CONCAT(s.given_name, ' ', s.family_name) AS name, c.name AS className, n.roll_number AS rollNumber,
              g.withdrawn_at AS withdrawnAt, t.id AS attemptId, t.number, t.seed, t.place, t.form, t.given, t.deadline_at AS deadlineAt,
              t.handed_in_at AS handedInAt, t.handed_in_by AS handedInBy, t.clock_at AS clockAt, t.paused_at AS pausedAt, t.seen_at AS sittingSeenAt,
              p.seen_at AS signAt, p.entry_id AS entry, p.hidden, p.leaves
         FROM assignment_students g JOIN accounts s ON s.id = g.student_id LEFT JOIN classes c ON c.id = g.class_id
         LEFT JOIN enrolments n ON n.class_id = g.class_id AND n.student_id = g.student_id
         LEFT JOIN attempts t ON t.assignment_id = g.assignment_id AND t.student_id = g.student_id
           AND t.number = (SELECT MAX(l.number) FROM attempts l WHERE l.assignment_id = g.assignment_id AND l.student_id = g.student_id)
         LEFT JOIN presence p ON p.attempt_id = t.id
        WHERE g.assignment_id = :id AND (g.withdrawn_at IS NULL OR t.id IS NOT NULL)
        ORDER BY c.name IS NULL, c.name, n.roll_number, s.family_name, s.id`,
      { id: this.assignmentId },
    );
  }

  /** Reads only the answers that have changed since the last look. */
  private async readCells(attempts: number[], breather: Breather): Promise<void> {
    const saved = await rows<Saved>(
      this.database,
      'SELECT attempt_id AS attemptId, entry_id AS entry, number, flagged FROM answers WHERE attempt_id IN (:attempts)',
      { attempts },
    );
    const changed = saved.filter(
      (own) => this.cells.get(`${own.attemptId} ${own.entry}`)?.number !== own.number,
    );
    if (changed.length === 0) return;
    const read = await rows<Saved & { responses: unknown }>(
      this.database,
      'SELECT attempt_id AS attemptId, entry_id AS entry, number, flagged, responses FROM answers WHERE (attempt_id, entry_id) IN (:keys)',
      { keys: changed.map(({ attemptId, entry }) => [attemptId, entry]) },
    );
    for (const { attemptId, entry, number, flagged, responses } of read) {
      await breather.breathe();
      const own = this.forms.get(attemptId)?.find(({ id }) => id === entry);
      if (own)
        this.cells.set(`${attemptId} ${entry}`, {
          number,
          cell: cellOf(own, fromJson<Responses>(responses), Boolean(flagged)),
        });
    }
  }

  private student(
    own: Line,
    columns: Watched['columns'],
    rules: AssignmentRules,
    time: number,
  ): WatchedStudent {
    const form = own.attemptId === null ? [] : (this.forms.get(own.attemptId) ?? []);
    const times = {
      deadlineAt: toMillisOrNull(own.deadlineAt),
      handedInAt: toMillisOrNull(own.handedInAt),
    };
    const over = own.attemptId !== null && attemptState(times, defaultGrace, time) === 'over';
    const state =
      own.attemptId === null
        ? 'not-begun'
        : over
          ? 'handed-in'
          : own.pausedAt !== null
            ? 'paused'
            : 'working';
    const sits = state === 'working' || state === 'paused';
    const cellAt = (entry: EditionEntry | undefined) => {
      if (!entry) return null;
      const known = this.cells.get(`${own.attemptId} ${entry.id}`)?.cell;
      return known ?? cellOf(entry, {}, false);
    };
    return {
      studentId: own.studentId,
      name: own.name.trim(),
      className: own.className ?? '',
      rollNumber: own.rollNumber,
      state: own.withdrawnAt !== null ? 'left-class' : state,
      attempt: own.number ?? 0,
      at: sits ? own.entry : null,
      on:
        sits && own.entry !== null
          ? form.findIndex(({ id }) => id === own.entry) + 1 || null
          : null,
      deadlineAt: times.deadlineAt,
      partEndsAt: toMillisOrNull(own.clockAt),
      handedInAt: times.handedInAt,
      handedInBy: own.handedInBy,
      seenAt: toMillisOrNull(own.signAt),
      hidden: sits && Boolean(own.hidden),
      leaves: own.leaves ?? 0,
      away:
        sits &&
        rules.oneSitting &&
        own.sittingSeenAt !== null &&
        time - own.sittingSeenAt.getTime() > mayBeAway,
      cells: columns.map(({ entry }, n) =>
        cellAt(entry === '' ? form[n] : form.find(({ id }) => id === entry)),
      ),
    };
  }
}

function cellOf({ content }: EditionEntry, responses: Responses, flagged: boolean): Cell {
  const progress = progressOf(content.parts, responses);
  const { points, most, waits } = scoreItem(content, responses);
  return {
    progress,
    share: progress === 'unanswered' || waits || most === 0 ? null : points / most,
    waits,
    flagged,
  };
}
