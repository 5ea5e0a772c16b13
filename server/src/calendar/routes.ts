/** Calendar feeds (iCalendar, RFC 5545): an address that nobody can guess, for whatever calendar a person uses. */
import { api } from '@oaken/contract';
import ical, { ICalEventTransparency } from 'ical-generator';
import { randomBytes } from 'node:crypto';
import { readAssignments } from '../assignments/rows';
import type { Editions } from '../attempts/editions';
import { listSeat } from '../attempts/list';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { problem } from '../problems/problem';
import { present } from '@oaken/core/certain';
import { count } from '@oaken/core/text';
import { sentence } from './sentences';

interface Entry {
  id: number;
  title: string;
  opensAt: number;
  closesAt: number | null;
  words: string;
}

const hour = 3_600_000;

export function calendarRoutes(bind: Bind, context: Context, editions: Editions): void {
  const { database, now } = context;

  bind(api.openCalendar, async ({ me, body }) => {
    const id = me.account.id;
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
    if (!owner) throw problem('no-calendar');
    const { id, schoolId, role, givenName, familyName, language } = owner;
    const account = { id, schoolId, role, givenName, familyName, language };
    const me: SignedIn = { account, csrf: '', at: now() };
    const entries =
      account.role === 'student'
        ? await ofStudent(context, editions, me)
        : await ofTeacher(context, me);
    const feed = ical({
      name: `${owner.school?.name}: ${owner.fullName}`,
      prodId: { company: 'Oaken Ledger', product: 'Schedule', language: 'EN' },
      ttl: 900,
    });
    for (const entry of entries)
      feed.createEvent({
        id: `assignment-${entry.id}-${account.id}@oaken-ledger`,
        stamp: new Date(entry.opensAt),
        start: new Date(entry.opensAt),
        // One that never closes stands at its opening.
        end: new Date(entry.closesAt ?? entry.opensAt + hour),
        summary: entry.title,
        description: entry.words,
        // A window is no appointment: the days it spans stay free.
        transparency: ICalEventTransparency.TRANSPARENT,
      });
    response.type('text/calendar; charset=utf-8').send(feed.toString());
  });
}

async function ofTeacher({ database }: Context, me: SignedIn): Promise<Entry[]> {
  const all = await readAssignments(database, me);
  return all.map((assignment) => ({
    ...assignment,
    title: `${assignment.title} (${assignment.recipients})`,
    words: sentence('givenHandedIn', { given: assignment.given, handedIn: assignment.handedIn }),
  }));
}

/** What the student's own list has; nothing that cannot be seen yet. */
async function ofStudent(context: Context, editions: Editions, me: SignedIn): Promise<Entry[]> {
  const { assignments } = await listSeat(context, editions, me, undefined);
  return assignments.map((assignment) => ({
    id: assignment.assignmentId,
    title: assignment.title,
    opensAt: assignment.opensAt,
    closesAt: assignment.closesAt,
    words: `${assignment.teacher}, ${count(assignment.items, 'question')}`,
  }));
}
