import { createHash, randomBytes } from 'node:crypto';
import { Op } from 'sequelize';
import { Batches } from '../batches';
import type { Database } from '../database/connect';
import type { SignedIn } from '../access/signed-in';
import type { Session } from '../models';

declare module '../context' {
  interface Context {
    sessions: Sessions;
  }
}

export const sessionHours = 12;
const hour = 3_600_000;
/** A session that another process ended is still honoured here for at most so long. */
const remember = 5_000;
const mostRemembered = 5_000;

const digest = (token: string) => createHash('sha256').update(token).digest();

/** A session as its owner may see it. */
export interface OpenSession {
  id: string;
  browser: string;
  address: string;
  signedInAt: number;
  /** It is the one that asks. */
  here: boolean;
}

/** A part of the hash: enough to name a session, of no use to enter it. */
const sessionId = (hash: Buffer) => hash.toString('hex').slice(0, 16);

/** The hashes that a session's id may stand for. */
const hashesOf = (id: string) => ({
  [Op.between]: [
    Buffer.from(id.padEnd(64, '0'), 'hex'),
    Buffer.from(id.padEnd(64, 'f'), 'hex'),
  ] as [Buffer, Buffer],
});

type StoredSession = Pick<Session, 'tokenHash' | 'csrf' | 'expiresAt'> & Pick<SignedIn, 'account'>;

/** Rows as they come, by the hash of their token. */
async function readSessions(
  { models }: Database,
  hashes: readonly Buffer[],
  now: Date,
): Promise<Map<string, StoredSession>> {
  const sessions = (await models.Session.findAll({
    attributes: ['tokenHash', 'csrf', 'expiresAt'],
    where: { tokenHash: [...hashes], expiresAt: { [Op.gt]: now } },
    include: {
      association: 'account',
      attributes: ['id', 'schoolId', 'role', 'givenName', 'familyName', 'language'],
      where: { disabledAt: null },
    },
    raw: true,
    nest: true,
  })) as unknown as StoredSession[];
  return new Map(sessions.map((session) => [session.tokenHash.toString('hex'), session]));
}

/** Sessions in the database, with the ones in use remembered for seconds. Only a token's hash is stored. */
export class Sessions {
  private readonly known = new Map<string, { signedIn: Omit<SignedIn, 'at'>; until: number }>();

  /** Every student's page asks this every few seconds: those of one moment are read together. */
  private readonly reads: Batches<Buffer, StoredSession | null>;

  constructor(
    private readonly database: Database,
    private readonly now: () => number,
  ) {
    this.reads = new Batches({
      run: async (hashes) => {
        const sessions = await readSessions(database, hashes, new Date(now()));
        return hashes.map((hash) => ({ answer: sessions.get(hash.toString('hex')) ?? null }));
      },
      largest: 200,
      lanes: 2,
      mostWaiting: 10_000,
    });
  }

  /** @param where what its owner will know the session by */
  async begin(accountId: number, where: { browser: string; address: string }): Promise<string> {
    const token = randomBytes(32).toString('base64url');
    const now = new Date(this.now());
    await this.database.models.Session.create({
      ...where,
      tokenHash: digest(token),
      accountId,
      csrf: randomBytes(16).toString('hex'),
      createdAt: now,
      expiresAt: new Date(now.getTime() + sessionHours * hour),
    });
    return token;
  }

  async find(token: string | null): Promise<SignedIn | null> {
    if (token === null || token.length > 100) return null;
    const now = this.now();
    const held = this.known.get(token);
    if (held && held.until > now) return { ...held.signedIn, at: now };
    const session = await this.reads.ask(digest(token));
    this.known.delete(token);
    if (!session) return null;
    const { account, csrf } = session;
    const signedIn = { account, csrf };
    this.remember(token, signedIn, Math.min(now + remember, session.expiresAt.getTime()));
    return { ...signedIn, at: now };
  }

  private remember(token: string, signedIn: Omit<SignedIn, 'at'>, until: number): void {
    const [oldest] = this.known.keys();
    if (oldest !== undefined && this.known.size >= mostRemembered) this.known.delete(oldest);
    this.known.set(token, { signedIn, until });
  }

  async end(token: string): Promise<void> {
    this.known.delete(token);
    await this.database.models.Session.destroy({ where: { tokenHash: digest(token) } });
  }

  /** The sessions of an account that have not ended, the newest first. */
  async listOf(accountId: number, present: string | null): Promise<OpenSession[]> {
    const open = await this.database.models.Session.findAll({
      where: { accountId, expiresAt: { [Op.gt]: new Date(this.now()) } },
      order: [['createdAt', 'DESC']],
      limit: 200,
    });
    const here = present === null ? null : sessionId(digest(present));
    return open.map(({ tokenHash, browser, address, createdAt }) => {
      const id = sessionId(tokenHash);
      return { id, browser, address, signedInAt: createdAt.getTime(), here: id === here };
    });
  }

  /** Ends one of an account's sessions, or all but the one that asks. */
  async endOf(accountId: number, which: { id: string } | { but: string | null }): Promise<void> {
    const tokenHash =
      'id' in which ? hashesOf(which.id) : { [Op.ne]: digest(which.but ?? 'no session') };
    await this.database.models.Session.destroy({ where: { accountId, tokenHash } });
    this.forget(accountId);
  }

  /** Reads an account anew at its next request, after something of it was changed. */
  forget(accountId: number): void {
    for (const [token, { signedIn }] of this.known)
      if (signedIn.account.id === accountId) this.known.delete(token);
  }

  async sweep(): Promise<void> {
    await this.database.models.Session.destroy({
      where: { expiresAt: { [Op.lte]: new Date(this.now()) } },
    });
  }
}
