/** How far an import is, told while it runs; it may have been cancelled meanwhile. */
import { Op } from 'sequelize';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { Problem } from '../problems/problem';
import { sentence } from './sentences';

export class Cancelled extends Error {}

export async function report({ models }: Database, id: string, done: number): Promise<void> {
  const { ItemImport } = models;
  await ItemImport.update({ doneRows: done }, { where: { id, state: { [Op.ne]: 'cancelled' } } });
  const stored = await ItemImport.findByPk(id, { attributes: ['state'] });
  if (stored?.state === 'cancelled') throw new Cancelled();
}

/** A thing that takes long runs on after its request; whatever goes wrong is said where the teacher looks. */
export async function inBackground(
  { database, log }: Context,
  id: string,
  work: () => Promise<void>,
): Promise<void> {
  try {
    await work();
  } catch (error) {
    if (error instanceof Cancelled) return;
    const known = error instanceof Problem;
    if (!known) log.error({ import: id, err: error }, 'an import failed');
    const message = known
      ? (error.body.errors?.[0]?.message ?? error.message)
      : sentence('somethingWentWrongOnServer');
    await database.models.ItemImport.update(
      { state: 'failed', message: message.slice(0, 500) },
      { where: { id } },
    ).catch(() => undefined);
  }
}
