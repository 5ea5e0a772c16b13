/** Accounts beyond signing in: beginning a school, its staff, and everybody's own. */
import { api } from '@oaken/contract';
import type { Context } from '../context';
import { quietly, readCookie, type Bind } from '../http/bind';
import { readNetworks, setNetworks } from './networks';
import { signingIn } from './signing-in';
import { beginSchool, insistOnSetupLink, zones } from './setup';
import {
  addStaff,
  changePassword,
  choosePassword,
  listStaff,
  makePersonalLink,
  personOf,
  setBlocked,
} from './staff';

/** Wrong links from one address before its answers slow down. */
const patience = 20;

export function accountRoutes(bind: Bind, context: Context): void {
  const { database, sessions, throttle, site } = context;
  const { begin } = signingIn(context);

  /** Links are long secrets; whoever tries many stands in line all the same. */
  const guarded = async <T>(address: string | undefined, find: () => Promise<T>): Promise<T> => {
    const from = { address: `personal link ${address}`, patience };
    await throttle.guess({}, from);
    return find().catch(async (error: unknown) => {
      await throttle.failed(from);
      throw error;
    });
  };

  bind(api.readSetup, ({ body, request }) =>
    guarded(request.ip, async () => {
      await insistOnSetupLink(context, body.token);
      return { zones: zones() };
    }),
  );
  bind(api.beginSchool, async ({ body, request, response }) =>
    begin(await beginSchool(context, body), request, response),
  );

  bind(api.listAccounts, ({ me }) => listStaff(context, me));
  bind(api.addStaff, ({ me, body }) => addStaff(context, me, body));
  bind(api.blockAccount, ({ me, params, body }) =>
    quietly(setBlocked(context, me, params.accountId, body.blocked)),
  );
  bind(api.makePersonalLink, ({ me, params }) => makePersonalLink(context, me, params.accountId));

  bind(api.readNetworks, async ({ me, request }) => ({
    networks: await readNetworks(database, me),
    here: request.ip ?? '',
  }));
  bind(api.setNetworks, ({ me, body }) => quietly(setNetworks(database, me, body.networks)));

  bind(api.readPersonalLink, ({ body, request }) =>
    guarded(request.ip, async () => {
      const { name, signInName } = await personOf(context, body.token);
      return { name, signInName };
    }),
  );
  bind(api.choosePassword, async ({ body, request, response }) =>
    begin(await choosePassword(context, body.token, body.password), request, response),
  );

  bind(api.changePassword, ({ me, body, request }) =>
    quietly(changePassword(context, me, body, readCookie(request, site.cookieName))),
  );
  bind(api.listSessions, async ({ me, request }) => {
    const account = await database.models.Account.findByPk(me.account.id);
    const open = await sessions.listOf(me.account.id, readCookie(request, site.cookieName));
    return { signInName: account?.signInName ?? '', sessions: open };
  });
  bind(api.endSession, ({ me, params }) =>
    quietly(sessions.endOf(me.account.id, { id: params.sessionId })),
  );
}
