/** Answers of a round while a batch of them is stored. */
import type { Responses } from '@oaken/core/items';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';

/** What is stored of a student's answer to one asking. */
export interface AnswerRow {
  roundId: number;
  askingId: string;
  studentId: number;
  number: number;
  unsure: boolean;
  responses: Responses | null;
  lateResponses: Responses | null;
  checkedAt: Date | null;
  answeredAt: Date;
}

interface Wanted {
  roundId: number;
  askings: readonly string[];
  students: readonly number[];
}

/** The rows of a batch, as they are and as it changes them. */
export class AnswerRows {
  private readonly rows: Map<string, AnswerRow>;
  private readonly touched = new Set<AnswerRow>();

  private constructor(
    private readonly roundId: number,
    stored: readonly AnswerRow[],
    private readonly answeredAt: Date,
  ) {
    this.rows = new Map(stored.map((row) => [`${row.askingId} ${row.studentId}`, row]));
  }

  /** @param wanted every answer that the batch may change; the round is held by the transaction */
  static async read(
    { models }: Database,
    { roundId, askings, students }: Wanted,
    now: number,
    transaction: Transaction,
  ): Promise<AnswerRows> {
    const stored: AnswerRow[] = await models.RoundAnswer.findAll({
      where: {
        roundId,
        askingId: [...new Set(askings)],
        studentId: [...new Set(students)],
      },
      transaction,
      raw: true,
    });
    return new AnswerRows(roundId, stored, new Date(now));
  }

  of(askingId: string, studentId: number): AnswerRow {
    const key = `${askingId} ${studentId}`;
    const row = this.rows.get(key) ?? {
      ...{ roundId: this.roundId, askingId, studentId, number: 0, unsure: false },
      ...{ responses: null, lateResponses: null, checkedAt: null, answeredAt: this.answeredAt },
    };
    this.rows.set(key, row);
    return row;
  }

  change(row: AnswerRow, changed: Partial<AnswerRow>): void {
    Object.assign(row, changed, { answeredAt: this.answeredAt });
    this.touched.add(row);
  }

  async save({ models }: Database, transaction: Transaction): Promise<void> {
    await models.RoundAnswer.bulkCreate([...this.touched], {
      updateOnDuplicate: ['number', 'unsure', 'responses', 'lateResponses', 'answeredAt'],
      transaction,
    });
  }
}
