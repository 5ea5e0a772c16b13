/** Items of finished tests that a teacher should look at: whose key looks wrong, or where one wrong choice tempts. */
import { listing } from '@oaken/core/text';
import { col, fn } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Database } from '../database/connect';
import { readResults } from '../results/service';
import { sentence } from './sentences';

export interface Flagged {
  count: number;
  /** Which items, and what is the matter with each. */
  detail: string;
}

/** Assignments that are kept in mind; beyond that the one that was asked for longest ago is forgotten. */
const mostKept = 2_000;

/**
 * Analysing a test costs what its results cost, and Today asks about every test of three weeks. So
 * what was found is kept until something of the test is scored again.
 */
export class FlaggedItems {
  private readonly known = new Map<number, { sign: string; flagged: Flagged | null }>();

  constructor(private readonly database: Database) {}

  /** By assignment; those without such items have no line. */
  async of(me: SignedIn, assignmentIds: number[], time: number): Promise<Map<number, Flagged>> {
    const signs = await this.signsOf(assignmentIds);
    const flaggedByAssignment = new Map<number, Flagged>();
    for (const id of assignmentIds) {
      const sign = signs.get(id) ?? '';
      const held = this.known.get(id);
      const flagged = held?.sign === sign ? held.flagged : await this.read(me, id, time);
      this.keep(id, sign, flagged);
      if (flagged) flaggedByAssignment.set(id, flagged);
    }
    return flaggedByAssignment;
  }

  /** A sign that changes whenever work of an assignment is handed in, marked, rescored or excused. */
  private async signsOf(assignmentIds: number[]): Promise<Map<number, string>> {
    const scored = await this.database.models.Attempt.findAll({
      attributes: [
        'assignmentId',
        [fn('COUNT', col('handed_in_at')), 'number'],
        [fn('MAX', col('scored_at')), 'scoredAt'],
      ],
      where: { assignmentId: assignmentIds },
      group: ['assignmentId'],
      raw: true,
    });
    return new Map(
      scored.map(({ assignmentId, number, scoredAt }) => [
        assignmentId,
        `${number} ${scoredAt === null ? '' : new Date(scoredAt).getTime()}`,
      ]),
    );
  }

  private async read(me: SignedIn, assignmentId: number, time: number): Promise<Flagged | null> {
    const { items } = await readResults(this.database, me, assignmentId, time);
    const words = items.flatMap(({ number, flags }) => {
      const serious = flags.find(
        ({ kind }) => kind === 'possible-miskey' || kind === 'tempting-choice',
      );
      const [first] = flags;
      return serious && first
        ? [sentence('item', { number, title: first.title.toLowerCase() })]
        : [];
    });
    return words.length === 0 ? null : { count: words.length, detail: listing(words) };
  }

  private keep(id: number, sign: string, flagged: Flagged | null): void {
    this.known.delete(id);
    const [oldest] = this.known.keys();
    if (oldest !== undefined && this.known.size >= mostKept) this.known.delete(oldest);
    this.known.set(id, { sign, flagged });
  }
}
