import { api } from '@oaken/contract';
import { asking, ownClass } from '../access';
import type { Context } from '../context';
import { rows } from '../database/connect';
import type { Bind } from '../http/bind';
import { Problem } from '../http/problem';

export function letterRoutes(bind: Bind, context: Context): void {
  bind(api.readMailbox, async ({ me }) => {
    const { database, mailbox } = context;
    if (!mailbox) return { there: false, letters: [] };
    const mine = await rows<{ email: string }>(
      database,
      `SELECT email FROM accounts WHERE id = :me AND email IS NOT NULL UNION
       SELECT s.email FROM accounts s JOIN enrolments e ON e.student_id = s.id JOIN classes c ON c.id = e.class_id
        WHERE s.email IS NOT NULL AND ${ownClass}`,
      asking(me),
    );
    const addresses = new Set(mine.map(({ email }) => email.toLowerCase()));
    const letters = await mailbox.read().catch(() => {
      throw new Problem(
        502,
        'The simulated mailbox does not answer.',
        'Letters are kept and sent when it is back.',
      );
    });
    return {
      there: true,
      letters: letters.filter(({ to }) => addresses.has(to.toLowerCase())).reverse(),
    };
  });
}
