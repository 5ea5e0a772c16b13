/**
 * Behind a proxy with TLS, as docs/for-administrators.md describes one: cookies, addresses, streams
 * and large bodies.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer as createPlain, request as ask, type Server } from 'node:http';
import { createServer, request, type RequestOptions } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createApp } from '../src/app';
import { readOrigin } from '../src/http/site';
import { giveTest, openSchool, signInsOf, type School } from './support/school';

const host = 'tests.school.example';
const folder = mkdtempSync(join(tmpdir(), 'oaken-tls-'));
let school: School;
let behind: Server;
let proxy: ReturnType<typeof createServer>;

const listen = (server: Server | ReturnType<typeof createServer>) =>
  new Promise<number>((ready) =>
    server.listen(0, '127.0.0.1', () => ready((server.address() as AddressInfo).port)),
  );

beforeAll(async () => {
  school = await openSchool();
  const origin = `https://${host}`;
  behind = createPlain(
    createApp({
      ...school.app.context,
      pages: null,
      checkAnswers: true,
      origin,
      proxies: ['127.0.0.1'],
    }).http,
  );
  const port = await listen(behind);
  const [keyFile, certFile] = [join(folder, 'key.pem'), join(folder, 'cert.pem')];
  execFileSync(
    'openssl',
    [
      'req',
      '-x509',
      '-newkey',
      'rsa:2048',
      '-nodes',
      '-days',
      '2',
      '-subj',
      `/CN=${host}`,
      '-addext',
      `subjectAltName=DNS:${host}`,
      '-keyout',
      keyFile,
      '-out',
      certFile,
    ],
    { stdio: 'ignore' },
  );
  // What every proxy does: pass the request on, say who asked, and pass what comes back on as it comes.
  proxy = createServer({ key: readFileSync(keyFile), cert: readFileSync(certFile) }, (from, to) => {
    const headers = {
      ...from.headers,
      'x-forwarded-for': '198.51.100.7',
      'x-forwarded-proto': 'https',
    };
    const passed = ask({ port, method: from.method, path: from.url, headers }, (answer) => {
      to.writeHead(answer.statusCode!, answer.rawHeaders);
      answer.pipe(to);
    });
    from.pipe(passed);
  });
  await listen(proxy);
});
afterAll(async () => {
  for (const server of [behind, proxy]) {
    server.closeAllConnections();
    server.close();
  }
  await school.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Asks through the proxy as a browser would that was given the certificate. */
function send(method: string, path: string, { headers = {}, body = '' as string | Buffer } = {}) {
  const options: RequestOptions = {
    port: (proxy.address() as AddressInfo).port,
    servername: host,
    ca: readFileSync(join(folder, 'cert.pem')),
    method,
    path,
    headers: {
      host,
      'content-type': 'application/json',
      'content-length': Buffer.byteLength(body),
      ...headers,
    },
  };
  return new Promise<{
    status: number;
    headers: Record<string, unknown>;
    cookies: string[];
    text: string;
  }>((done, fail) => {
    const sent = request(options, (answer) => {
      let text = '';
      const finish = () =>
        done({
          status: answer.statusCode!,
          headers: answer.headers,
          cookies: answer.headers['set-cookie'] ?? [],
          text,
        });
      answer.setEncoding('utf8').on('data', (piece: string) => {
        text += piece;
        // A stream goes on for ever; its first event is enough.
        if (answer.headers['content-type']?.startsWith('text/event-stream')) {
          finish();
          sent.destroy();
        }
      });
      answer.on('end', finish);
    });
    sent.on('error', fail);
    sent.end(body);
  });
}

async function signIn() {
  const { name, password } = signInsOf.teacher;
  const reply = await send('POST', '/api/session/staff', {
    headers: { origin: `https://${host}` },
    body: JSON.stringify({ name, password }),
  });
  const cookie = reply.cookies.map((cooky) => cooky.split(';')[0]).join('; ');
  return {
    reply,
    headers: { cookie, origin: `https://${host}`, 'x-csrf-token': JSON.parse(reply.text).csrf },
  };
}

test('the cookies are of this host alone, by TLS alone, and browsers are told to stay with TLS', async () => {
  const { reply } = await signIn();
  expect(reply.status).toBe(200);
  for (const cookie of reply.cookies)
    expect(cookie).toMatch(
      /^__Host-oaken(-device)?=[^;]+;.*Path=\/;.*HttpOnly; Secure; SameSite=Lax$/,
    );
  expect(reply.headers['strict-transport-security']).toBe('max-age=31536000');
});

test.each([
  ['the school’s address', `https://${host}`, 200],
  ['the school’s address without TLS', `http://${host}`, 403],
  ['another host of the school', 'https://www.school.example', 403],
  ['this machine', 'http://127.0.0.1:4600', 403],
])('a change that comes from %s', async (_, origin, status) => {
  const { headers } = await signIn();
  const reply = await send('POST', '/api/test-folders', {
    headers: { ...headers, origin },
    body: JSON.stringify({ parent: null, name: `From ${origin}` }),
  });
  expect(reply.status).toBe(status);
});

test('what is watched arrives piece by piece', async () => {
  const teacher = await school.staff('holloway');
  const { assignmentId } = await giveTest(school, teacher);
  const { headers } = await signIn();
  const reply = await send('GET', `/api/assignments/${assignmentId}/watch/events`, { headers });
  expect([reply.status, reply.text.slice(0, 12)]).toEqual([200, 'event: whole']);
});

test('an address with a path is no setting', () => {
  expect(() => readOrigin('https://school.example/tests')).toThrow(
    /^OAKEN_ORIGIN is .*without a path/,
  );
  expect(readOrigin('https://school.example/')).toBe('https://school.example');
});
