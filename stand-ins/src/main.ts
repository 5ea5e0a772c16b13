/** Runs the stand-ins on ports of their own choosing and tells the parent process where they are. */
import { demoSeed, officeRoster } from '@oaken/demo';
import { randomBytes } from 'node:crypto';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mailService } from './mail';
import { rosterService } from './roster';

const listen = (server: Server) =>
  new Promise<number>((ready) =>
    server.listen(0, '127.0.0.1', () => ready((server.address() as AddressInfo).port)),
  );

async function main(): Promise<void> {
  const clientId = 'oaken';
  const clientSecret = randomBytes(18).toString('base64url');
  const port = await listen(
    rosterService({ tables: officeRoster(demoSeed), clientId, clientSecret }),
  );
  const mail = mailService();
  const mailboxPort = await listen(mail.mailbox);
  const smtpPort = await new Promise<number>((ready) => {
    const server = mail.smtp.listen(0, '127.0.0.1', () =>
      ready((server.address() as AddressInfo).port),
    );
  });
  process.send?.({
    OAKEN_SMTP_URL: `smtp://127.0.0.1:${smtpPort}`,
    OAKEN_MAILBOX_URL: `http://127.0.0.1:${mailboxPort}/`,
    OAKEN_ROSTER_URL: `http://127.0.0.1:${port}/ims/oneroster/rostering/v1p2`,
    OAKEN_ROSTER_TOKEN_URL: `http://127.0.0.1:${port}/token`,
    OAKEN_ROSTER_CLIENT_ID: clientId,
    OAKEN_ROSTER_CLIENT_SECRET: clientSecret,
  });
  process.on('disconnect', () => process.exit(0));
  process.on('SIGTERM', () => process.exit(0));
  process.on('SIGINT', () => {});
}

void main();
