import type { api, AnswerOf } from '@oaken/contract';
import type { Request, Response } from 'express';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { readCookie } from '../http/bind';
import { browserName } from './browser';
import { sessionHours } from './sessions';

/** A session for an account, its cookies, and what the page has to know. */
export function signingIn({ database, now, sessions, devices, site }: Context) {
  const answer = async (signedIn: SignedIn | null): Promise<AnswerOf<typeof api.readSession>> => {
    const school = await database.models.School.findOne({ order: ['id'] });
    const account = signedIn?.account;
    return {
      account: account
        ? {
            id: account.id,
            role: account.role,
            givenName: account.givenName,
            familyName: account.familyName,
            language: account.language,
          }
        : null,
      csrf: signedIn?.csrf ?? null,
      school: {
        name: school?.name ?? 'Oaken Ledger',
        zone: school?.zone ?? 'UTC',
        hasNetwork: Boolean(school?.networks),
      },
      demonstration: school?.demonstration ?? false,
      now: now(),
    };
  };

  const begin = async (accountId: number, request: Request, response: Response) => {
    const old = readCookie(request, site.cookieName);
    if (old) await sessions.end(old);
    const where = {
      browser: browserName(request.headers['user-agent'] ?? ''),
      address: request.ip ?? '',
    };
    const token = await sessions.begin(accountId, where);
    response.cookie(site.cookieName, token, { ...site.cookie, maxAge: sessionHours * 3_600_000 });
    await devices.remember(request, response, accountId);
    await database.models.Account.update(
      { signedInAt: new Date(now()) },
      { where: { id: accountId } },
    );
    return answer(await sessions.find(token));
  };
  return { answer, begin };
}
