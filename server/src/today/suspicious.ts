/** Items of finished tests that a teacher should look at: whose key looks wrong, or where one wrong choice tempts. */
import { elementAt } from '@oaken/core/certain';
import { col, fn } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Database } from '../database/connect';
import type { SuspiciousItem } from '../models/assignments';
import { readResults } from '../results/service';

/**
 * Analysing a test costs what its results cost, and Today asks about every test of three weeks. So
 * what was found is kept beside the assignment until something of it is scored again. So many that
 * were never looked at are looked at before the page is answered, usually all; the others after it.
 */
const lookedAtOnce = 2;

export class SuspiciousItems {
  /** Assignments that are being looked at after a page was answered. */
  private readonly pending = new Set<number>();

  constructor(private readonly database: Database) {}

  /** By assignment; `unread` are those that nobody looked at yet, for `lookLater`. */
  async of(
    me: SignedIn,
    assignmentIds: readonly number[],
    time: number,
  ): Promise<{ items: Map<number, SuspiciousItem[]>; unread: number[] }> {
    const versions = await this.versionsOf(assignmentIds);
    const kept = await this.database.models.Assignment.findAll({
      attributes: ['id', 'suspicious', 'suspiciousAsOf'],
      where: { id: [...assignmentIds] },
    });
    const items = new Map<number, SuspiciousItem[]>();
    for (const { id, suspicious, suspiciousAsOf } of kept)
      if (suspicious && suspiciousAsOf === versions.get(id)) items.set(id, suspicious);
    const unread = assignmentIds.filter((id) => !items.has(id));
    const atOnce = unread.filter((id) => !this.pending.has(id)).slice(0, lookedAtOnce);
    for (const id of atOnce) items.set(id, await this.look(me, id, versions.get(id) ?? '', time));
    return { items, unread: unread.filter((id) => !items.has(id)) };
  }

  /** Changes whenever work of an assignment is handed in, marked, rescored or excused. */
  private async versionsOf(assignmentIds: readonly number[]): Promise<Map<number, string>> {
    const scored = await this.database.models.Attempt.findAll({
      attributes: [
        'assignmentId',
        [fn('COUNT', col('handed_in_at')), 'number'],
        [fn('MAX', col('scored_at')), 'scoredAt'],
      ],
      where: { assignmentId: [...assignmentIds] },
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

  /** Looks at the others, one after the other, while nobody waits for it. */
  async lookLater(me: SignedIn, unread: readonly number[], time: number): Promise<void> {
    const ids = unread.filter((id) => !this.pending.has(id));
    for (const id of ids) this.pending.add(id);
    try {
      const versions = await this.versionsOf(ids);
      for (const id of ids) await this.look(me, id, versions.get(id) ?? '', time);
    } catch {
      // Whatever it was, the next page asks again.
    } finally {
      for (const id of ids) this.pending.delete(id);
    }
  }

  private async look(
    me: SignedIn,
    assignmentId: number,
    version: string,
    time: number,
  ): Promise<SuspiciousItem[]> {
    const { items } = await readResults(this.database, me, assignmentId, time);
    const suspicious = items
      .filter(({ flags }) =>
        flags.some(({ kind }) => kind === 'possible-miskey' || kind === 'tempting-choice'),
      )
      .map(({ number, flags }) => ({ number, title: elementAt(flags, 0).title }));
    await this.database.models.Assignment.update(
      { suspicious, suspiciousAsOf: version },
      { where: { id: assignmentId } },
    );
    return suspicious;
  }
}
