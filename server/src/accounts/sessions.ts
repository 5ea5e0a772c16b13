import { createHash, randomBytes } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import { row, rows } from '../database/connect';
import type { Role } from './model';

export type { Role } from './model';

export interface SignedIn {
  account: { id: number; schoolId: number; role: Role; givenName: string; familyName: string };
  csrf: string;
  /** The instant of the request. */
  at: number;
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

/** Sessions in the database, with the ones in use remembered for seconds. Only a token's hash is stored. */
export class Sessions {
  private readonly known = new Map<string, { signedIn: Omit<SignedIn, 'at'>; until: number }>();

  constructor(
    private readonly database: Sequelize,
    private readonly now: () => number,
  ) {}

  /** @param where what its owner will know the session by */
  async begin(accountId: number, where: { browser: string; address: string }): Promise<string> {
    const token = randomBytes(32).toString('base64url');
    const now = new Date(this.now());
    await this.database.query(
      `INSERT INTO sessions (token_hash, account_id, csrf, created_at, expires_at, browser, address)
       VALUES (:hash, :accountId, :csrf, :now, :expires, :browser, :address)`,
      {
        replacements: {
          ...where,
          hash: digest(token),
          accountId,
          csrf: randomBytes(16).toString('hex'),
          now,
          expires: new Date(now.getTime() + sessionHours * hour),
        },
      },
    );
    return token;
  }

  async find(token: string | null): Promise<SignedIn | null> {
    if (token === null || token.length > 100) return null;
    const now = this.now();
    const held = this.known.get(token);
    if (held && held.until > now) return { ...held.signedIn, at: now };
    const found = await row<SignedIn['account'] & { csrf: string; expiresAt: Date }>(
      this.database,
      `SELECT a.id, a.school_id AS schoolId, a.role, a.given_name AS givenName, a.family_name AS familyName,
              s.csrf, s.expires_at AS expiresAt
         FROM sessions s JOIN accounts a ON a.id = s.account_id
        WHERE s.token_hash = :hash AND s.expires_at > :now AND a.disabled_at IS NULL`,
      { hash: digest(token), now: new Date(now) },
    );
    this.known.delete(token);
    if (!found) return null;
    const { csrf, expiresAt, ...account } = found;
    if (this.known.size >= mostRemembered) this.known.delete(this.known.keys().next().value!);
    const signedIn = { account, csrf };
    this.known.set(token, { signedIn, until: Math.min(now + remember, expiresAt.getTime()) });
    return { ...signedIn, at: now };
  }

  async end(token: string): Promise<void> {
    this.known.delete(token);
    await this.database.query('DELETE FROM sessions WHERE token_hash = :hash', {
      replacements: { hash: digest(token) },
    });
  }

  /** The sessions of an account that have not ended, the newest first. */
  async listOf(accountId: number, present: string | null): Promise<OpenSession[]> {
    const held = await rows<{ hash: Buffer; browser: string; address: string; createdAt: Date }>(
      this.database,
      `SELECT token_hash AS hash, browser, address, created_at AS createdAt FROM sessions
        WHERE account_id = :accountId AND expires_at > :now ORDER BY created_at DESC LIMIT 200`,
      { accountId, now: new Date(this.now()) },
    );
    const here = present === null ? null : sessionId(digest(present));
    return held.map(({ hash, browser, address, createdAt }) => {
      const id = sessionId(hash);
      return { id, browser, address, signedInAt: createdAt.getTime(), here: id === here };
    });
  }

  /** Ends one of an account's sessions, or all but the one that asks. */
  async endOf(accountId: number, which: { id: string } | { but: string | null }): Promise<void> {
    const condition = 'id' in which ? 'LEFT(HEX(token_hash), 16) = :id' : 'token_hash <> :but';
    const but = 'but' in which && which.but !== null ? digest(which.but) : Buffer.alloc(32);
    await this.database.query(
      `DELETE FROM sessions WHERE account_id = :accountId AND ${condition}`,
      {
        replacements: { accountId, id: 'id' in which ? which.id.toUpperCase() : '', but },
      },
    );
    for (const [token, { signedIn }] of this.known)
      if (signedIn.account.id === accountId) this.known.delete(token);
  }

  async sweep(): Promise<void> {
    await this.database.query('DELETE FROM sessions WHERE expires_at <= :now', {
      replacements: { now: new Date(this.now()) },
    });
  }
}
