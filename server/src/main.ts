/**
 * Starts one server process; with `prepare`, only brings the database up to date and ends. Settings come from the
 * environment; scripts/start.mjs gives them.
 */
import { createServer } from 'node:http';
import { createApp } from './app';
import { RemoteAssembler } from './assembly/assembler';
import { RemoteFinder } from './banks/finding/remote';
import { RemoteRoster } from './classes/roster';
import { connect, createDatabase } from './database/connect';
import { SmtpPost } from './letters/post';
import { RemoteMailbox } from './letters/mailbox';
import { migrator } from './database/migrate';

const socket = process.env.OAKEN_SOCKET;
const port = Number(process.env.OAKEN_PORT ?? 4600);
const name = process.env.OAKEN_DATABASE ?? 'oaken';
const pages = process.env.OAKEN_PAGES ?? null;

const { OAKEN_ROSTER_URL, OAKEN_ROSTER_TOKEN_URL, OAKEN_ROSTER_CLIENT_ID, OAKEN_ROSTER_CLIENT_SECRET } = process.env;
const roster =
  OAKEN_ROSTER_URL && OAKEN_ROSTER_TOKEN_URL
    ? new RemoteRoster({
        base: OAKEN_ROSTER_URL,
        tokenUrl: OAKEN_ROSTER_TOKEN_URL,
        clientId: OAKEN_ROSTER_CLIENT_ID ?? '',
        clientSecret: OAKEN_ROSTER_CLIENT_SECRET ?? '',
      })
    : null;

const { OAKEN_SMTP_URL, OAKEN_MAIL_FROM, OAKEN_MAILBOX_URL, OAKEN_ORIGIN } = process.env;
const post = OAKEN_SMTP_URL
  ? new SmtpPost(OAKEN_SMTP_URL, OAKEN_MAIL_FROM ?? 'Oaken Ledger <oaken-ledger@localhost>')
  : null;
const mailbox = OAKEN_MAILBOX_URL ? new RemoteMailbox(OAKEN_MAILBOX_URL) : null;
const origin = OAKEN_ORIGIN ?? `http://127.0.0.1:${port}`;

const log = (line: string) => process.stdout.write(`${new Date().toISOString()} ${line}\n`);

function stopWith(message: string, code: number): never {
  process.stderr.write(`${message}\n`);
  process.exit(code);
}

async function main(): Promise<void> {
  if (!socket) stopWith('OAKEN_SOCKET is not set: start with “npm start”, which starts the database too.', 2);
  const place = { socket, name };
  const database = connect(place);
  try {
    await createDatabase(place);
    await migrator(database).up();
  } catch (error) {
    stopWith(`The database could not be prepared: ${(error as Error).message}`, 4);
  }
  if (process.argv[2] === 'prepare') {
    await database.close();
    return;
  }
  const finder = new RemoteFinder(new URL('./finder.mjs', import.meta.url), place, log);
  const assembler = new RemoteAssembler(new URL('./assembler.mjs', import.meta.url));
  const { http, context, chores } = createApp({
    database,
    now: Date.now,
    log,
    pages,
    finder,
    assembler,
    roster,
    post,
    mailbox,
    origin,
    checkAnswers: false,
  });
  const server = createServer(http);
  // Longer than browsers and proxies keep an idle connection, so that it is not closed under a request on its way.
  server.keepAliveTimeout = 75_000;
  server.headersTimeout = 80_000;
  server.on('error', (error: NodeJS.ErrnoException) =>
    error.code === 'EADDRINUSE'
      ? stopWith(`Port ${port} is already in use. Set OAKEN_PORT to another one, or stop the program that has it.`, 3)
      : error.code === 'EACCES'
        ? stopWith(`Port ${port} may not be opened by this user. Set OAKEN_PORT to one above 1023.`, 3)
        : stopWith(`The server could not start: ${error.message}`, 1),
  );
  // What should have happened while no server ran happens before the first visitor comes in.
  for (const { name: chore, run } of chores) await run().catch((error: Error) => log(`${chore}: ${error.message}`));
  server.listen(port, '127.0.0.1', () => {
    log(`listening on http://127.0.0.1:${port}`);
    process.send?.('ready');
  });

  const timers = chores.map(({ name: chore, every, run }) => {
    let busy = false;
    return setInterval(() => {
      if (busy) return;
      busy = true;
      // A chore that fails is tried again at its next turn; the database may be away for a while.
      run()
        .catch((error: Error) => log(`${chore}: ${error.message}`))
        .finally(() => (busy = false));
    }, every);
  });

  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    timers.forEach(clearInterval);
    server.close();
    server.closeIdleConnections();
    await context.saving.drain();
    await context.finder.close();
    await database.close();
    process.exit(0);
  };
  process.on('SIGTERM', () => void stop());
  process.on('SIGINT', () => void stop());
  process.on('disconnect', () => void stop());
}

void main();
