/** Devices that have signed in to an account before: they are let through while others guess at it. */
import { createHash, randomBytes } from 'node:crypto';
import type { Request, Response } from 'express';
import { Op } from 'sequelize';
import type { Database } from '../database/connect';
import { readCookie } from '../http/bind';
import type { Site } from '../http/site';

declare module '../context' {
  interface Context {
    devices: Devices;
  }
}

const remembered = 400 * 86_400_000;
const tokenPattern = /^[A-Za-z0-9_-]{43}$/;

export class Devices {
  constructor(
    private readonly database: Database,
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
    const tokenHash = digest(token);
    const device = await this.database.models.Device.findOne({
      where: accountId === null ? { tokenHash } : { tokenHash, accountId },
    });
    return device ? tokenHash.toString('hex').slice(0, 32) : null;
  }

  /** From now on the device is known to the account. */
  async remember(request: Request, response: Response, accountId: number): Promise<void> {
    const token = this.tokenOf(request) ?? randomBytes(32).toString('base64url');
    await this.database.models.Device.upsert({
      tokenHash: digest(token),
      accountId,
      seenAt: new Date(this.now()),
    });
    response.cookie(this.site.deviceCookieName, token, { ...this.site.cookie, maxAge: remembered });
  }

  async sweep(): Promise<void> {
    await this.database.models.Device.destroy({
      where: { seenAt: { [Op.lt]: new Date(this.now() - remembered) } },
    });
  }
}

const digest = (token: string) => createHash('sha256').update(token).digest();
