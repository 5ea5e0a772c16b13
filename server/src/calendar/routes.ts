/** Calendar feeds (iCalendar, RFC 5545): an address that nobody can guess, for whatever calendar a person uses. */
import { api } from '@oaken/contract';
import ical, { ICalEventTransparency } from 'ical-generator';
import { randomBytes } from 'node:crypto';
import { readAssignments } from '../assignments/rows';
import { listSeat } from '../attempts/list';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row } from '../database/connect';
import type { Bind } from '../http/bind';
import { Problem, signInFirst } from '../http/problem';

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
    const held = await row<{ token: string | null }>(
      database,
      'SELECT calendar_token AS token FROM accounts WHERE id = :id',
      { id },
    );
    const token = body.renew || !held?.token ? randomBytes(24).toString('base64url') : held.token;
    await database.query('UPDATE accounts SET calendar_token = :token WHERE id = :id', {
      replacements: { id, token },
    });
    return { path: `/api/calendar/${token}.ics` };
  });

  bind(api.readCalendar, async ({ params, response }) => {
    const owner = await row<SignedIn['account'] & { school: string }>(
      database,
      `SELECT a.id, a.school_id AS schoolId, a.role, a.given_name AS givenName, a.family_name AS familyName, s.name AS school
         FROM accounts a JOIN schools s ON s.id = a.school_id WHERE a.calendar_token = :token AND a.disabled_at IS NULL`,
      { token: params.token.slice(0, -4) },
    );
    if (!owner) throw new Problem(404, 'There is no calendar at this address.');
    const { school, ...account } = owner;
    const me: SignedIn = { account, csrf: '', at: now() };
    const entries =
      account.role === 'student' ? await ofStudent(context, me) : await ofTeacher(context, me);
    const feed = ical({
      name: `${school}: ${account.givenName} ${account.familyName}`,
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
