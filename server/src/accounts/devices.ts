/** Devices that have signed in to an account before: they are let through while others guess at it. */
import { createHash, randomBytes } from 'node:crypto';
import type { Request, Response } from 'express';
import type { Sequelize } from 'sequelize';
import { row } from '../database/connect';
import { readCookie } from '../http/bind';
import type { Site } from '../http/site';

const remembered = 400 * 86_400_000;
const tokenPattern = /^[A-Za-z0-9_-]{43}$/;

export class Devices {
  constructor(
    private readonly database: Sequelize,
    private readonly site: Site,
    private readonly now: () => number,
  ) {}

  /** The device that a request comes from, when it carries the cookie of one. */
  private tokenOf(request: Request): string | null {
    const token = readCookie(request, this.site.deviceCookieName);
    return token !== null && tokenPattern.test(token) ? token : null;
  }

  /** @returns a name for the device, when it has signed in to this account, or to any (`null`), before */
  async known(request: Request, accountId: number | null): Promise<string | null> {
    const token = this.tokenOf(request);
    if (token === null) return null;
    const held = await row(
      this.database,
      'SELECT account_id FROM devices WHERE token_hash = :hash AND (:accountId IS NULL OR account_id = :accountId) LIMIT 1',
      { hash: digest(token), accountId },
    );
    return held ? digest(token).toString('hex').slice(0, 32) : null;
  }

  /** From now on the device is known to the account. */
  async remember(request: Request, response: Response, accountId: number): Promise<void> {
    const token = this.tokenOf(request) ?? randomBytes(32).toString('base64url');
    await this.database.query(
      `INSERT INTO devices (token_hash, account_id, seen_at) VALUES (:hash, :accountId, :now)
       ON DUPLICATE KEY UPDATE seen_at = VALUES(seen_at)`,
      { replacements: { hash: digest(token), accountId, now: new Date(this.now()) } },
    );
    response.cookie(this.site.deviceCookieName, token, { ...this.site.cookie, maxAge: remembered });
  }

  async sweep(): Promise<void> {
    await this.database.query('DELETE FROM devices WHERE seen_at < :before', {
      replacements: { before: new Date(this.now() - remembered) },
    });
  }
}

const digest = (token: string) => createHash('sha256').update(token).digest();
