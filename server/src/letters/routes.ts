import { api } from '@oaken/contract';
import { Op } from 'sequelize';
import { rule } from '../access';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import type { Bind } from '../http/bind';
import { problem } from '../problems/problem';
import type { SignedIn } from '../access/signed-in';
import { valuesOf } from '../models/subquery';

export function letterRoutes(bind: Bind, context: Context): void {
  bind(api.readMailbox, async ({ me }) => {
    const { database, mailbox } = context;
    if (!mailbox) return { there: false, letters: [] };
    const addresses = await addressesOf(database, me);
    const letters = await mailbox.read().catch(() => {
      throw problem('mailbox-away');
    });
    return {
      there: true,
      letters: letters.filter(({ to }) => addresses.has(to.toLowerCase())).reverse(),
    };
  });
}

/** My own address, and those of the students of my classes. */
async function addressesOf({ models }: Database, me: SignedIn): Promise<Set<string>> {
  const classes = await models.SchoolClass.scope(rule('taughtBy', me)).findAll({
    attributes: ['id'],
  });
  const classId = classes.map(({ id }) => id);
  const accounts = await models.Account.findAll({
    attributes: ['email'],
    where: {
      email: { [Op.ne]: null },
      id: {
        [Op.or]: [
          me.account.id,
          { [Op.in]: valuesOf(models.Enrollment, 'studentId', { classId }) },
        ],
      },
    },
  });
  return new Set(accounts.flatMap(({ email }) => email?.toLowerCase() ?? []));
}
