/** The school's roster service: OneRoster 1.2 by REST, read only (1EdTech; paths and names from memory). */
import type { api, AnswerOf } from '@oaken/contract';
import { readOneRoster, type RosterReading } from '@oaken/core/rosters';
import { Op } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { type Database } from '../database/connect';
import { problem, Problem } from '../problems/problem';
import { present } from '@oaken/core/certain';
import { sentence } from './sentences';

declare module '../context' {
  interface Context {
    /** The school's roster service; null where it has none. */
    rosterService: RosterService | null;
  }
}

export interface RosterService {
  read(): Promise<RosterReading>;
}

/** Where the school's roster is asked for, and as whom. */
export interface RosterAddress {
  /** Such as http://127.0.0.1:4610/ims/oneroster/rostering/v1p2 */
  base: string;
  tokenUrl: string;
  clientId: string;
  clientSecret: string;
}

const pageSize = 200;
const mostPages = 200;
const patience = 10_000;

type Json = Record<string, unknown>;
const idOf = (ref: unknown) =>
  String((ref as { sourcedId?: unknown } | undefined)?.sourcedId ?? '');
const listed = (value: unknown) =>
  Array.isArray(value)
    ? value.map((option) => (typeof option === 'object' ? idOf(option) : String(option))).join(',')
    : '';
const text = (value: unknown) => (value === null || value === undefined ? '' : String(value));
const scopes = 'https://purl.imsglobal.org/spec/or/v1p2/scope/roster.readonly';

export class RemoteRoster implements RosterService {
  constructor(private readonly address: RosterAddress) {}

  async read(): Promise<RosterReading> {
    try {
      const token = await this.token();
      const all = async (name: string) => this.all(name, token);
      const [classes, users, enrollments, academicSessions, courses] = await Promise.all([
        all('classes'),
        all('users'),
        all('enrollments'),
        all('academicSessions'),
        all('courses'),
      ]);
      return readOneRoster({
        classes: classes.map((json) => ({
          ...head(json),
          title: text(json.title),
          grades: listed(json.grades),
          periods: listed(json.periods),
          subjects: listed(json.subjects),
          courseSourcedId: idOf(json.course),
          termSourcedIds: listed(json.terms),
        })),
        users: users.map((user) => ({
          ...head(user),
          givenName: text(user.givenName),
          familyName: text(user.familyName),
          preferredGivenName: text(user.preferredFirstName),
          preferredFamilyName: text(user.preferredLastName),
          identifier: text(user.identifier),
          email: text(user.email),
          grades: listed(user.grades),
        })),
        enrollments: enrollments.map((enrollment) => ({
          ...head(enrollment),
          classSourcedId: idOf(enrollment.class),
          userSourcedId: idOf(enrollment.user),
          role: text(enrollment.role),
        })),
        academicSessions: academicSessions.map((academicSession) => ({
          ...head(academicSession),
          title: text(academicSession.title),
        })),
        courses: courses.map((course) => ({
          ...head(course),
          title: text(course.title),
          grades: listed(course.grades),
          subjects: listed(course.subjects),
        })),
      });
    } catch (error) {
      if (error instanceof Problem) throw error;
      const why = error instanceof RangeError ? error.message : sentence('tryAgainLaterOrImport');
      throw problem('roster-service-odd', { why });
    }
  }

  private async token(): Promise<string> {
    const { tokenUrl, clientId, clientSecret } = this.address;
    const response = await fetch(tokenUrl, {
      method: 'POST',
      headers: {
        authorization: `Basic ${Buffer.from(`${clientId}:${clientSecret}`).toString('base64')}`,
        'content-type': 'application/x-www-form-urlencoded',
      },
      body: new URLSearchParams({ grant_type: 'client_credentials', scope: scopes }).toString(),
      signal: AbortSignal.timeout(patience),
    });
    if (!response.ok) throw problem('roster-service-shut');
    return ((await response.json()) as { access_token: string }).access_token;
  }

  /** All pages of a collection. */
  private async all(name: string, token: string): Promise<Json[]> {
    const jsons: Json[] = [];
    for (let page = 0; page < mostPages; page++) {
      const response = await fetch(
        `${this.address.base}/${name}?limit=${pageSize}&offset=${page * pageSize}`,
        {
          headers: { authorization: `Bearer ${token}`, accept: 'application/json' },
          signal: AbortSignal.timeout(patience),
        },
      );
      if (!response.ok) throw new Error(`${name}: ${response.status}`);
      const lines = ((await response.json()) as Record<string, Json[]>)[name] ?? [];
      jsons.push(...lines);
      if (lines.length < pageSize) break;
    }
    return jsons;
  }
}

const head = (json: Json) => ({ sourcedId: text(json.sourcedId), status: text(json.status) });

/** The roster's classes that I teach by my e-mail address, and those that my classes are tied to. */
export async function readRosterService(
  database: Database,
  me: SignedIn,
  rosterService: RosterService | null,
): Promise<AnswerOf<typeof api.readRosterService>> {
  if (!rosterService) return { there: false, classes: [], problems: [] };
  const { classes, problems } = await rosterService.read();
  const { Account, SchoolClass } = database.models;
  const tied = await SchoolClass.scope(rule('taughtBy', me)).findAll({
    where: { sourcedId: { [Op.ne]: null } },
  });
  const { email: mail } = present(await Account.findByPk(me.account.id), 'account');
  const mine = classes.flatMap((rosterClass) => {
    const classId = tied.find(({ sourcedId }) => sourcedId === rosterClass.sourcedId)?.id ?? null;
    const taught =
      mail !== null && rosterClass.teachers.some(({ email }) => email === mail.toLowerCase());
    return classId !== null || taught ? [{ ...rosterClass, classId }] : [];
  });
  return { there: true, classes: mine, problems };
}
