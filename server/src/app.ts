import { present } from '@oaken/core/certain';
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type Request } from 'express';
import { setTimeout as wait } from 'node:timers/promises';
import { accountRoutes } from './accounts/account-routes';
import { Devices } from './accounts/devices';
import { sessionRoutes } from './sign-in/session-routes';
import { Sessions } from './accounts/sessions';
import { Throttle } from './accounts/throttle';
import { WaitingLines } from './accounts/waiting-lines';
import { localAssembler, type Assembler } from './assembly/assembler';
import { assemblyRoutes } from './assembly/routes';
import { assignmentRoutes } from './assignments/routes';
import { Editions } from './attempts/editions';
import { attemptRoutes } from './attempts/routes';
import { SavingQueue } from './attempts/saving';
import { Signs } from './attempts/signs';
import { LocalFinder, type Finder } from './banks/finding/finder';
import { calendarRoutes } from './calendar/routes';
import { anythingRoutes } from './anything/routes';
import { bankRoutes } from './banks/routes';
import type { RosterService } from './classes/roster-service';
import { classRoutes } from './classes/routes';
import { jobsOf, type Job } from './jobs';
import type { Context } from './context';
import { quotas } from './files/limits';
import { fileRoutes } from './files/routes';
import { localSizer, type Sizer } from './files/sizer';
import type { Database } from './database/connect';
import { binder, type BindOptions } from './http/bind';
import { openApi } from './http/openapi';
import { guard } from './http/guard';
import { servePages } from './http/pages';
import { busyDatabase, isDatabaseAway, problem, Problem } from './problems/problem';
import { identify, requestIdOf } from './http/request-id';
import { Site } from './http/site';
import type { Logger } from './log';
import type { Mailbox } from './letters/mailbox';
import type { Post } from './letters/post';
import { letterRoutes } from './letters/routes';
import { interchangeRoutes } from './interchange/routes';
import { markingRoutes } from './marking/routes';
import { scanRoutes } from './paper/routes';
import { localScanReader, type ScanReader } from './paper/scan-reader';
import { passageRoutes } from './passages/routes';
import type { Reader } from './reading/reader';
import { roundRoutes } from './rounds/routes';
import { curriculumRoutes } from './curricula/routes';
import { standardRoutes } from './standards/routes';
import { testRoutes } from './assessments/routes';
import type { DeskThread } from './threads/desk';
import { deskRoutes } from './desk-routes';
import { watchingRoutes } from './watching/routes';
import { sentence } from './sentences';

export interface AppOptions extends BindOptions {
  database: Database;
  /**
   * Connections that only sittings use, and those that only saves, signs of life and the sessions
   * behind them use, so that nothing else can take the last one; without them, those of `database`.
   */
  seatDatabase?: Database;
  savingDatabase?: Database;
  now(): number;
  log: Logger;
  /** The folder of the built web client; null for the API alone. */
  pages: string | null;
  /** The search index; without one, the application's own in this thread. */
  finder?: Finder;
  /** Fills blueprints; without one, this thread does. */
  assembler?: Assembler;
  /** Reads what people send, in threads. */
  reader: Reader;
  /** Reads scans of answer sheets; without one, this thread does. */
  scanReader?: ScanReader;
  /** Makes sizes of pictures; without one, this thread does. */
  sizer?: Sizer;
  /** Where a copier puts its scans; null where there is no such folder. */
  scanFolder?: string | null;
  /** Free bytes on the disk of the data; unlimited where nobody looks. */
  freeDisk?: () => Promise<number>;
  /** Bytes that all files of the school may take. */
  fileRoom?: number;
  /** Answers what computes much; without one, this thread does. */
  desk?: DeskThread | null;
  rosterService?: RosterService | null;
  post?: Post | null;
  mailbox?: Mailbox | null;
  /** The address that people type, by the settings; null where nobody but this machine asks. */
  origin?: string | null;
  /** Where links lead while `origin` is null. */
  localAddress?: string;
  /** Addresses of proxies whose word for the client's address is taken. */
  proxies?: string[];
  /** Resolves after so many milliseconds. */
  pause?(milliseconds: number): Promise<unknown>;
}

export interface App {
  http: Express;
  context: Context;
  /** What has to happen by itself: hands overdue attempts in, renews figures, forgets what is old. */
  jobs: Job[];
}

export function createApp(options: AppOptions): App {
  const {
    database,
    now,
    log,
    pages,
    finder,
    assembler,
    rosterService = null,
    post = null,
    mailbox = null,
    checkAnswers,
    seatDatabase = database,
    savingDatabase = seatDatabase,
    desk = null,
    scanFolder = null,
    freeDisk = async () => Infinity,
    fileRoom = quotas.school,
    origin = null,
    localAddress = 'http://127.0.0.1:4600',
    proxies = [],
    pause = wait,
  } = options;
  const editions = new Editions(seatDatabase);
  const site = new Site({ origin, fallback: localAddress });
  const throttle = new Throttle(database, now, new WaitingLines(pause));
  const devices = new Devices(database, site, now);
  const context: Context = {
    database,
    now,
    log,
    site,
    sessions: new Sessions(savingDatabase, now),
    throttle,
    devices,
    ...readersOf(options),
    freeDisk,
    fileRoom,
    saving: new SavingQueue(savingDatabase, editions, now),
    signs: new Signs(savingDatabase, now),
    finder: finder ?? new LocalFinder(database),
    assembler: assembler ?? localAssembler,
    rosterService,
    post,
    mailbox,
  };

  const http = bareExpress(proxies);
  const routes = interfaceRoutes(context, { seatDatabase, desk, editions, checkAnswers });
  http.use((request, response, next) =>
    request.path.startsWith('/api/') ? routes(request, response, next) : next(),
  );
  http.use(guard(site));
  http.use(compression());
  if (pages !== null) servePages(http, pages);
  http.use(problemHandler(log));
  return { http, context, jobs: jobsOf(context, { editions, scanFolder, desk }) };
}

/** What works on files that people send. */
const readersOf = ({
  reader,
  scanReader = localScanReader,
  sizer = localSizer,
}: AppOptions): Pick<Context, 'reader' | 'scanReader' | 'sizer'> => ({
  reader,
  scanReader,
  sizer,
});

/** Express as it is before any route. */
function bareExpress(proxies: string[]): Express {
  const http = express();
  http.disable('x-powered-by');
  // Answers of the interface are never cached; documents and assets carry their own tags.
  http.disable('etag');
  http.set('query parser', 'simple');
  http.set('trust proxy', proxies.length > 0 ? proxies : false);
  http.use(identify);
  return http;
}

/** Everything under /api, in the order in which it is looked through. */
function interfaceRoutes(
  context: Context,
  {
    seatDatabase,
    desk,
    editions,
    checkAnswers,
  }: {
    seatDatabase: Database;
    desk: DeskThread | null;
    editions: Editions;
    checkAnswers: boolean;
  },
): express.Router {
  const routes = express.Router();
  routes.use((_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    response.setHeader('X-Content-Type-Options', 'nosniff');
    if (context.site.secure) response.setHeader('Strict-Transport-Security', 'max-age=31536000');
    next();
  });
  const bind = binder(routes, context, { checkAnswers });
  // The saving path comes first: it is asked more often than all others together.
  attemptRoutes(bind, { ...context, database: seatDatabase }, editions);
  fileRoutes(routes, bind, context, editions);
  interchangeRoutes(bind, context);
  scanRoutes(bind, context, editions);
  // Written piece by piece as it goes on, so nothing may hold it back.
  watchingRoutes(bind, context, editions);
  roundRoutes(bind, context, editions);
  assemblyRoutes(bind, context);
  // Answers are small and many: the quickest level saves most of the bytes.
  routes.use(compression({ level: 1 }));
  sessionRoutes(bind, context);
  accountRoutes(bind, context);
  standardRoutes(bind, context);
  anythingRoutes(bind, context);
  bankRoutes(bind, context);
  passageRoutes(bind, context);
  testRoutes(bind, context);
  curriculumRoutes(bind, context);
  classRoutes(bind, context);
  assignmentRoutes(bind, context);
  markingRoutes(bind, context, editions);
  deskRoutes(desk ? desk.bind(bind) : bind, context, new Editions(context.database));
  letterRoutes(bind, context);
  calendarRoutes(bind, context, editions);
  routes.get('/api/health', async (_request, response) => {
    await context.database.authenticate();
    response.json({ status: 'well', now: context.now() });
  });
  routes.get('/api/openapi.json', (_request, response) => void response.json(openApi()));
  routes.use('/api', () => {
    throw problem('nothing-here');
  });
  return routes;
}

const tooLarge = (limit: number) =>
  limit < 1_000_000
    ? sentence('atMostKilobytes', { size: Math.round(limit / 1024) })
    : sentence('atMostMegabytes', { size: Math.round(limit / 1024 / 1024) });

/** Every error leaves as a problem in plain words; what is inside the server stays in its log. */
function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (response.headersSent) return next(error);
    const problem = asProblem(error) ?? unexpected(error, request, log);
    if (problem.retryAfter !== undefined) response.set('Retry-After', String(problem.retryAfter));
    // Only what an administrator would look up has a name to look it up by.
    const body = {
      ...problem.toBody(),
      ...(problem.status >= 500 && { requestId: requestIdOf(response) }),
    };
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(body));
  };
}

/** What somebody sent, or a database that is away; null for what nobody expected. */
function asProblem(error: unknown): Problem | null {
  if (error instanceof Problem) return error;
  if (isDatabaseAway(error)) return busyDatabase();
  const { type, status } = error as { type?: string; status?: number };
  if (type === 'entity.too.large')
    return problem('too-large', { words: tooLarge((error as { limit?: number }).limit ?? 0) });
  if (status === 404) return problem('nothing-here');
  if (status === 415) return problem('unreadable-encoding');
  if (status !== undefined && status >= 400 && status < 500) return problem('unreadable');
  return null;
}

function unexpected(error: unknown, request: Request, log: Logger): Problem {
  // The route's own path and not the address, which may hold what somebody typed.
  const route =
    (request.route as { path?: string } | undefined)?.path ?? request.path.slice(0, 100);
  log.error(
    {
      requestId: requestIdOf(present(request.res, 'response of the request')),
      method: request.method,
      route,
      err: error,
    },
    'unexpected error',
  );
  return problem('server-failed');
}
