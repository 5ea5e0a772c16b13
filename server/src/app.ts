import compression from 'compression';
import express, { type ErrorRequestHandler, type Express } from 'express';
import helmet from 'helmet';
import { BaseError, type Sequelize } from 'sequelize';
import { accountRoutes } from './accounts/routes';
import { defineAccounts } from './accounts/model';
import { Sessions } from './accounts/sessions';
import { Throttle } from './accounts/throttle';
import { localAssembler, type Assembler } from './assembly/assembler';
import { assemblyRoutes } from './assembly/routes';
import { defineAssignments } from './assignments/model';
import { assignmentRoutes } from './assignments/routes';
import { Editions } from './attempts/editions';
import { attemptRoutes } from './attempts/routes';
import { SavingQueue } from './attempts/saving';
import { handInOverdue } from './attempts/hand-in';
import { LocalFinder, type Finder } from './banks/finding/finder';
import { calendarRoutes } from './calendar/routes';
import { bankRoutes } from './banks/routes';
import type { RosterService } from './classes/roster';
import { classRoutes } from './classes/routes';
import type { Context } from './context';
import { fileRoutes } from './files/routes';
import { row } from './database/connect';
import { binder, type BindOptions } from './http/bind';
import { openApi } from './http/openapi';
import { servePages } from './http/pages';
import { busyDatabase, isDatabaseAway, Problem } from './http/problem';
import type { Mailbox } from './letters/mailbox';
import type { Post } from './letters/post';
import { letterRoutes } from './letters/routes';
import { sendLetters } from './letters/sending';
import { interchangeRoutes } from './interchange/routes';
import { markingRoutes } from './marking/routes';
import { passageRoutes } from './passages/routes';
import { followUpRoutes } from './follow-up/routes';
import { repairRoutes } from './repairs/routes';
import { renewFigures } from './results/figures';
import { resultRoutes } from './results/routes';
import { standardRoutes } from './standards/routes';
import { defineTests } from './tests/model';
import { testRoutes } from './tests/routes';
import { todayRoutes } from './today/routes';
import { watchingRoutes } from './watching/routes';

export interface AppOptions extends BindOptions {
  database: Sequelize;
  now(): number;
  log(line: string): void;
  /** The folder of the built web client; null for the API alone. */
  pages: string | null;
  /** The search index; without one, the application's own in this thread. */
  finder?: Finder;
  /** Fills blueprints; without one, this thread does. */
  assembler?: Assembler;
  roster?: RosterService | null;
  post?: Post | null;
  mailbox?: Mailbox | null;
  origin?: string;
}

export interface App {
  http: Express;
  context: Context;
  /** What has to happen by itself: hands overdue attempts in, renews figures, forgets what is old. */
  chores: { every: number; name: string; run(): Promise<unknown> }[];
}

const longestBody = '1mb';

export function createApp(options: AppOptions): App {
  const {
    database,
    now,
    log,
    pages,
    finder,
    assembler,
    roster = null,
    post = null,
    mailbox = null,
    checkAnswers,
  } = options;
  const { origin = 'http://127.0.0.1:4600' } = options;
  defineAccounts(database);
  defineTests(database);
  defineAssignments(database);
  const editions = new Editions(database);
  const context: Context = {
    database,
    now,
    log,
    sessions: new Sessions(database, now),
    saving: new SavingQueue(database, editions, now),
    finder: finder ?? new LocalFinder(database),
    assembler: assembler ?? localAssembler,
    roster,
    post,
    mailbox,
    origin,
  };

  const http = express();
  http.disable('x-powered-by');
  // Answers of the interface are never cached; documents and assets carry their own tags.
  http.disable('etag');
  http.set('query parser', 'simple');

  const routes = express.Router();
  routes.use(express.json({ limit: longestBody, strict: true }));
  routes.use((_request, response, next) => {
    response.set({ 'Cache-Control': 'no-store', 'X-Content-Type-Options': 'nosniff' });
    next();
  });
  const bind = binder(routes, context, { checkAnswers });
  // The saving path comes first: it is asked more often than all others together.
  attemptRoutes(bind, context, editions);
  fileRoutes(routes, bind, context);
  interchangeRoutes(routes, bind, context);
  // Written piece by piece as it goes on, so nothing may hold it back.
  watchingRoutes(bind, context, editions);
  assemblyRoutes(bind, context);
  // Answers are small and many: the quickest level saves most of the bytes.
  routes.use(compression({ level: 1 }));
  accountRoutes(bind, context);
  standardRoutes(bind, context);
  bankRoutes(bind, context);
  passageRoutes(bind, context);
  testRoutes(bind, context);
  classRoutes(bind, context);
  assignmentRoutes(bind, context);
  markingRoutes(bind, context, editions);
  resultRoutes(bind, context, editions);
  repairRoutes(bind, context, editions);
  followUpRoutes(bind, context, editions);
  todayRoutes(bind, context);
  letterRoutes(bind, context);
  calendarRoutes(bind, context);
  routes.get('/api/health', async (_request, response) => {
    await row(database, 'SELECT 1 AS well');
    response.json({ status: 'well', now: now() });
  });
  routes.get('/api/openapi.json', (_request, response) => void response.json(openApi()));
  routes.use('/api', () => {
    throw new Problem(404, 'There is nothing at this address.');
  });
  http.use((request, response, next) => (request.path.startsWith('/api/') ? routes(request, response, next) : next()));

  const [seat, desk] = [guard([]), guard(["'unsafe-inline'"])];
  http.use((request, response, next) => (request.path.startsWith('/seat') ? seat : desk)(request, response, next));
  http.use(compression());
  if (pages !== null) servePages(http, pages);
  http.use(problemHandler(log));

  const throttle = new Throttle(database, now);
  const chores: App['chores'] = [
    { name: 'hand in overdue attempts', every: 1_000, run: () => handInOverdue(context, editions) },
    { name: 'send letters', every: 2_000, run: () => sendLetters(context) },
    { name: 'renew item figures', every: 15_000, run: () => renewFigures(context) },
    {
      name: 'forget old sessions',
      every: 600_000,
      run: () => Promise.all([context.sessions.sweep(), throttle.sweep()]),
    },
  ];
  return { http, context, chores };
}

const tooLarge = (limit: number) => `At most ${Math.round(limit / 1024 / 1024)} MB can be sent at once.`;

/**
 * What a page may load and run: only what this server sends.
 *
 * @param styleAttributes the formula editor of the desk writes places as style attributes; wordings cannot hold any
 */
function guard(styleAttributes: string[]) {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'"],
        ...(styleAttributes.length > 0 && { styleSrcAttr: styleAttributes }),
        imgSrc: ["'self'", 'data:'],
        mediaSrc: ["'self'"],
        fontSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // The school's own server often speaks plain HTTP on its own network; a proxy that adds TLS adds this header.
    strictTransportSecurity: false,
  });
}

/** Every error leaves as a problem in plain words; what is inside the server stays in its log. */
function problemHandler(log: (line: string) => void): ErrorRequestHandler {
  return (error: unknown, _request, response, next) => {
    if (response.headersSent) return next(error);
    const problem = asProblem(error, log);
    if (problem.retryAfter !== undefined) response.set('Retry-After', String(problem.retryAfter));
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem.toBody()));
  };
}

function asProblem(error: unknown, log: (line: string) => void): Problem {
  if (error instanceof Problem) return error;
  if (isDatabaseAway(error)) return busyDatabase();
  const { type, status } = error as { type?: string; status?: number };
  if (type === 'entity.too.large')
    return new Problem(413, 'That is too large.', tooLarge((error as { limit?: number }).limit ?? 0));
  if (type === 'entity.parse.failed') return new Problem(400, 'That could not be read as JSON.');
  if (status === 404) return new Problem(404, 'There is nothing at this address.');
  if (status !== undefined && status >= 400 && status < 500)
    return new Problem(status, 'That request could not be read.');
  // The database's own words stand in the error's parent.
  const said = error instanceof BaseError && 'parent' in error ? `${String(error.parent)}\n` : '';
  log(`unexpected: ${said}${error instanceof Error ? (error.stack ?? error.message) : String(error)}`);
  return new Problem(
    500,
    'Something went wrong on the server.',
    'It was noted in the server’s log. What you typed is kept; try again.',
  );
}
