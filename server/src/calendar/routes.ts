/** Calendar feeds (iCalendar, RFC 5545): an address that nobody can guess, for whatever calendar a person uses. */
import { api } from '@oaken/contract';
import ical, { ICalEventTransparency } from 'ical-generator';
import { randomBytes } from 'node:crypto';
import { readAssignments } from '../assignments/rows';
import { listSeat } from '../attempts/list';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { Problem, signInFirst } from '../http/problem';
import { present } from '@oaken/core/certain';

interface Entry {
  id: number;
  title: string;
  opensAt: number;
  closesAt: number | null;
  words: string;
}

const hour = 3_600_000;

export function calendarRoutes(bind: Bind, context: Context): void {
  const { database, now } = context;

  bind(api.openCalendar, async ({ visitor, body, request }) => {
    if (!visitor) throw signInFirst();
    if (request.headers['x-csrf-token'] !== visitor.csrf)
      throw new Problem(403, 'This page is out of date.', 'Load it again.');
    const id = visitor.account.id;
    const account = present(await database.models.Account.findByPk(id), 'account');
    const kept = body.renew ? null : account.calendarToken;
    const token = kept ?? randomBytes(24).toString('base64url');
    await account.update({ calendarToken: token });
    return { path: `/api/calendar/${token}.ics` };
  });

  bind(api.readCalendar, async ({ params, response }) => {
    const owner = await database.models.Account.findOne({
      where: { calendarToken: params.token.slice(0, -4), disabledAt: null },
      include: ['school'],
    });
    if (!owner) throw new Problem(404, 'There is no calendar at this address.');
    const { id, schoolId, role, givenName, familyName } = owner;
    const account = { id, schoolId, role, givenName, familyName };
    const me: SignedIn = { account, csrf: '', at: now() };
    const entries =
      account.role === 'student' ? await ofStudent(context, me) : await ofTeacher(context, me);
    const feed = ical({
      name: `${owner.school?.name}: ${owner.fullName}`,
      prodId: { company: 'Oaken Ledger', product: 'Schedule', language: 'EN' },
      ttl: 900,
    });
    for (const own of entries)
      feed.createEvent({
        id: `assignment-${own.id}-${account.id}@oaken-ledger`,
        stamp: new Date(own.opensAt),
        start: new Date(own.opensAt),
        // One that never closes stands at its opening.
        end: new Date(own.closesAt ?? own.opensAt + hour),
        summary: own.title,
        description: own.words,
        // A window is no appointment: the days it spans stay free.
        transparency: ICalEventTransparency.TRANSPARENT,
      });
    response.type('text/calendar; charset=utf-8').send(feed.toString());
  });
}

async function ofTeacher({ database }: Context, me: SignedIn): Promise<Entry[]> {
  const all = await readAssignments(database, me);
  return all.map((own) => ({
    ...own,
    title: `${own.title} (${own.recipients})`,
    words: `${own.given} given, ${own.handedIn} handed in`,
  }));
}

/** What the student's own list has; nothing that cannot be seen yet. */
async function ofStudent(context: Context, me: SignedIn): Promise<Entry[]> {
  const { assignments } = await listSeat(context, me);
  return assignments.map((own) => ({
    id: own.assignmentId,
    title: own.title,
    opensAt: own.opensAt,
    closesAt: own.closesAt,
    words: `${own.teacher}, ${own.items} ${own.items === 1 ? 'question' : 'questions'}`,
  }));
}
