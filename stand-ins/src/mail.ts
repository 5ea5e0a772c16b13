/**
 * A mail service and its mailboxes: takes letters by SMTP (RFC 5321) and shows them as JSON. They
 * are forgotten when it ends.
 */
import { simpleParser } from 'mailparser';
import { createServer, type Server } from 'node:http';
import { SMTPServer } from 'smtp-server';

export interface Letter {
  to: string;
  subject: string;
  text: string;
  at: number;
}

const mostKept = 2_000;

export function mailService(): { smtp: SMTPServer; mailbox: Server; letters: Letter[] } {
  const letters: Letter[] = [];
  const smtp = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onData(stream, session, done) {
      simpleParser(stream).then(
        ({ subject = '', text = '' }) => {
          for (const { address } of session.envelope.rcptTo)
            letters.push({ to: address, subject, text: text.trim(), at: Date.now() });
          letters.splice(0, Math.max(0, letters.length - mostKept));
          done();
        },
        (error: Error) => done(error),
      );
    },
  });
  const mailbox = createServer((_request, response) => {
    response.writeHead(200, { 'Content-Type': 'application/json' }).end(JSON.stringify(letters));
  });
  return { smtp, mailbox, letters };
}
