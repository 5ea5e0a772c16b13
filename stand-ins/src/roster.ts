/**
 * The school's information system, as far as its roster service goes: OneRoster 1.2 by REST, read
 * only, behind a client id and a secret (1EdTech; paths, parameters and payloads from memory).
 */
import type { RosterTables } from '@oaken/core/rosters';
import { randomBytes } from 'node:crypto';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';

export interface RosterOptions {
  tables: RosterTables;
  clientId: string;
  clientSecret: string;
}

const base = '/ims/oneroster/rostering/v1p2/';
const readScope = 'https://purl.imsglobal.org/spec/or/v1p2/scope/roster.readonly';
type Line = Readonly<Record<string, string>>;

const reference = (type: string, sourcedId: string | undefined) =>
  sourcedId ? { sourcedId, type, href: `${base}${type}s/${sourcedId}` } : undefined;
const list = (cell: string | undefined) => (cell ? cell.split(',') : []);

/** The CSV binding's rows as the REST binding's objects. */
const shapes: Record<string, (line: Line) => object> = {
  academicSessions: ({ sourcedId, status, title, type }) => ({ sourcedId, status, title, type }),
  courses: ({ sourcedId, status, title, grades, subjects }) => ({
    sourcedId,
    status,
    title,
    grades: list(grades),
    subjects: list(subjects),
  }),
  classes: (schoolClass) => ({
    sourcedId: schoolClass.sourcedId,
    status: schoolClass.status,
    title: schoolClass.title,
    classType: 'scheduled',
    grades: list(schoolClass.grades),
    subjects: list(schoolClass.subjects),
    periods: list(schoolClass.periods),
    course: reference('course', schoolClass.courseSourcedId),
    terms: list(schoolClass.termSourcedIds).map((id) => reference('academicSession', id)),
  }),
  users: ({ sourcedId, status, givenName, familyName, identifier, email, grades }) => ({
    sourcedId,
    status,
    enabledUser: true,
    givenName,
    familyName,
    identifier,
    email,
    grades: list(grades),
  }),
  enrollments: (schoolClass) => ({
    sourcedId: schoolClass.sourcedId,
    status: schoolClass.status,
    role: schoolClass.role,
    class: reference('class', schoolClass.classSourcedId),
    user: reference('user', schoolClass.userSourcedId),
  }),
};

export function rosterService({ tables, clientId, clientSecret }: RosterOptions): Server {
  const tokens = new Set<string>();

  async function issueToken(request: IncomingMessage, response: ServerResponse): Promise<void> {
    let body = '';
    for await (const piece of request) body += piece;
    const form = new URLSearchParams(body);
    const expected = `Basic ${Buffer.from(`${clientId}:${clientSecret}`).toString('base64')}`;
    if (request.headers.authorization !== expected)
      return answer(response, 401, { error: 'invalid_client' });
    if (form.get('grant_type') !== 'client_credentials')
      return answer(response, 400, { error: 'unsupported_grant_type' });
    if (!form.get('scope')?.split(' ').includes(readScope))
      return answer(response, 400, { error: 'invalid_scope' });
    const token = randomBytes(24).toString('base64url');
    tokens.add(token);
    answer(response, 200, {
      access_token: token,
      token_type: 'Bearer',
      expires_in: 3600,
      scope: readScope,
    });
  }

  function collection(request: IncomingMessage, response: ServerResponse, address: URL): void {
    const token = request.headers.authorization?.replace(/^Bearer /, '') ?? '';
    if (!tokens.has(token)) return failure(response, 401, 'unauthorisedrequest');
    const [name = '', sourcedId] = address.pathname.slice(base.length).split('/');
    const shape = shapes[name];
    const lines = tables[name];
    if (!shape || !lines) return failure(response, 404, 'unknownobject');
    if (sourcedId) {
      const line = lines.find((record) => record.sourcedId === sourcedId);
      return line
        ? answer(response, 200, { [name.replace(/e?s$/, '')]: shape(line) })
        : failure(response, 404, 'unknownobject');
    }
    const limit = Number(address.searchParams.get('limit') ?? 100);
    const offset = Number(address.searchParams.get('offset') ?? 0);
    if (!(limit >= 1) || !(offset >= 0)) return failure(response, 400, 'invalid_selection_field');
    response.setHeader('X-Total-Count', lines.length);
    answer(response, 200, { [name]: lines.slice(offset, offset + limit).map(shape) });
  }

  return createServer((request, response) => {
    const address = new URL(request.url ?? '/', 'http://roster.invalid');
    if (request.method === 'POST' && address.pathname === '/token')
      return void issueToken(request, response);
    if (!address.pathname.startsWith(base)) return failure(response, 404, 'unknownobject');
    // It is the office's list: nobody writes it from here.
    if (request.method !== 'GET') return failure(response, 405, 'forbidden');
    collection(request, response, address);
  });
}

function answer(response: ServerResponse, status: number, body: object): void {
  response.writeHead(status, { 'Content-Type': 'application/json' }).end(JSON.stringify(body));
}

const failure = (response: ServerResponse, status: number, minor: string) =>
  answer(response, status, {
    imsx_codeMajor: 'failure',
    imsx_severity: 'error',
    imsx_CodeMinor: {
      imsx_codeMinorField: [
        { imsx_codeMinorFieldName: 'TargetEndSystem', imsx_codeMinorFieldValue: minor },
      ],
    },
  });
