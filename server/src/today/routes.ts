import { api, type AnswerOf } from '@oaken/contract';
import { count, listing, wholePercent } from '@oaken/core/text';
import { day } from '@oaken/core/timing';
import { Op } from 'sequelize';
import { readAssignments } from '../assignments/rows';
import type { Context } from '../context';
import { toMillis } from '../database/connect';
import { unmarkedEntries } from '../marking/queries';
import type { Bind } from '../http/bind';
import { isComplete, readResults } from '../results/service';

type Waiting = AnswerOf<typeof api.readToday>['waiting'];

/** Results older than this are no news. */
const recent = 21 * day;

export function todayRoutes(bind: Bind, { database, now }: Context): void {
  bind(api.readToday, async ({ me }) => {
    const time = now();
    const mine = await readAssignments(database, me, {
      closesAt: { [Op.or]: [null, { [Op.gt]: new Date(time - recent) }] },
    });
    const open = mine.filter((own) => own.opensAt <= time && !isComplete(own, time));
    const windows = mine
      .filter(
        (own) =>
          own.opensAt < time + 7 * day &&
          (open.includes(own) || own.opensAt > time || (own.closesAt ?? 0) > time - day),
      )
      .sort((a, b) => (a.closesAt ?? Infinity) - (b.closesAt ?? Infinity));

    const waiting: Waiting = [];
    const complete = mine.filter((own) => own.handedIn > 0 && isComplete(own, time));
    for (const own of complete) {
      const line = {
        assignmentId: own.id,
        title: own.title,
        classes: listing(own.classes.map(({ name }) => name)),
        at: own.closesAt ?? time,
      };
      const results = await readResults(database, me, own.id, time);
      const flagged = results.items.filter(({ flags }) =>
        flags.some(({ kind }) => kind === 'key-suspect' || kind === 'tempting-choice'),
      );
      if (flagged.length > 0) {
        const numbers = listing(
          flagged.map(({ number, flags }) => `item ${number} (${flags[0]!.title.toLowerCase()})`),
        );
        waiting.push({ ...line, what: 'flagged', count: flagged.length, detail: numbers });
      }
      const mean = own.meanShare === null ? '' : `, mean ${wholePercent(own.meanShare)} %`;
      waiting.push({
        ...line,
        what: 'complete',
        count: own.handedIn,
        detail: `${own.handedIn} of ${own.given} handed in${mean}`,
      });
    }
    for (const own of open.filter(
      ({ notBegun, closesAt }) => notBegun > 0 && closesAt !== null && closesAt < time + day,
    ))
      waiting.push({
        assignmentId: own.id,
        title: own.title,
        classes: listing(own.classes.map(({ name }) => name)),
        at: own.closesAt!,
        what: 'not-begun',
        count: own.notBegun,
        detail: `${count(own.notBegun, 'student has', 'students have')} not begun and it closes within a day`,
      });
    const unmarked = await unmarkedEntries(
      database,
      mine.map(({ id }) => id),
    );
    for (const own of mine) {
      const entries = unmarked.filter(({ assignmentId }) => assignmentId === own.id);
      const [oldest] = entries;
      if (!oldest) continue;
      const n = entries.reduce((sum, { waits }) => sum + Number(waits), 0);
      waiting.push({
        assignmentId: own.id,
        title: own.title,
        classes: listing(own.classes.map(({ name }) => name)),
        at: toMillis(oldest.oldest),
        what: 'to-mark',
        count: n,
        detail: `${count(n, 'answer waits', 'answers wait')} for your mark`,
      });
    }
    return {
      now: time,
      windows,
      waiting: waiting.sort((a, b) => b.at - a.at),
      footing: {
        open: open.length,
        working: open.reduce((sum, own) => sum + own.working, 0),
        complete: complete.length,
      },
    };
  });
}
