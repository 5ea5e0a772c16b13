/** The settings of a server process, from its environment. */
import { readOrigin } from './http/site';

/** A setting that cannot be right, in a sentence for the administrator. */
export class WrongSetting extends Error {}

type Environment = Record<string, string | undefined>;

export function readSettings(env: Environment) {
  const socket = env.OAKEN_SOCKET;
  if (!socket)
    throw new WrongSetting(
      'OAKEN_SOCKET is not set: start with “npm start”, which starts the database too.',
    );
  const port = Number(env.OAKEN_PORT ?? 4600);
  return {
    address: { socket, name: env.OAKEN_DATABASE ?? 'oaken' },
    port,
    /** The folder of the built web client. */
    pages: env.OAKEN_PAGES ?? null,
    /** The data folder: its disk is watched, its logs are written there. */
    folder: env.OAKEN_FOLDER ?? null,
    kind: env.OAKEN_KIND === 'school' ? ('school' as const) : ('demonstration' as const),
    origin: origin(env.OAKEN_ORIGIN),
    localAddress: `http://127.0.0.1:${port}`,
    proxies: (env.OAKEN_PROXY ?? '').split(/[\s,]+/).filter(Boolean),
    fileRoom: env.OAKEN_FILES_GB ? gigabytes(env.OAKEN_FILES_GB) : undefined,
    /** The folder into which a copier puts its scans. */
    scanFolder: env.OAKEN_SCANS || null,
    rosterService: rosterServiceOf(env),
    mail: env.OAKEN_SMTP_URL
      ? {
          url: env.OAKEN_SMTP_URL,
          from: env.OAKEN_MAIL_FROM ?? 'Oaken Ledger <oaken-ledger@localhost>',
        }
      : null,
    mailbox: env.OAKEN_MAILBOX_URL ?? null,
  };
}

function origin(setting: string | undefined): string | null {
  try {
    return readOrigin(setting);
  } catch (error) {
    throw new WrongSetting((error as Error).message);
  }
}

/** @returns bytes */
function gigabytes(setting: string): number {
  const n = Number(setting);
  if (!(n > 0))
    throw new WrongSetting(`OAKEN_FILES_GB is “${setting}”; it must be a number of gigabytes.`);
  return n * 1024 ** 3;
}

function rosterServiceOf(env: Environment) {
  const { OAKEN_ROSTER_URL: base, OAKEN_ROSTER_TOKEN_URL: tokenUrl } = env;
  if (!base || !tokenUrl) return null;
  return {
    base,
    tokenUrl,
    clientId: env.OAKEN_ROSTER_CLIENT_ID ?? '',
    clientSecret: env.OAKEN_ROSTER_CLIENT_SECRET ?? '',
  };
}
