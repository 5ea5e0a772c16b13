/** The server's log: one JSON line an event, with neither students' answers nor values of statements in it. */
import { join } from 'node:path';
import { types } from 'node:util';
import pino, { type DestinationStream, type Logger } from 'pino';
import { BaseError } from 'sequelize';

export type { Logger };

/** Where an error came from: its kind and its lines of the stack, without its message. */
const framesOf = (stack: string | undefined) =>
  (stack ?? '')
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .map((line) => line.trim())
    .slice(0, 12);

/** Messages that may quote what somebody sent: those of the database quote the statement, JSON's the text. */
const quotes = (error: Error): boolean =>
  error instanceof BaseError || error instanceof SyntaxError || Object.hasOwn(error, 'sql');

/** Errors of another realm too, as a thread or a test runner makes them. */
const isError = (error: unknown): error is Error =>
  error instanceof Error || types.isNativeError(error);

/** An error as the log may have it. */
export function loggable(error: unknown) {
  if (!isError(error)) return { type: typeof error };
  const { code, errno } = ((error as { original?: unknown }).original ?? error) as {
    code?: string;
    errno?: number;
  };
  return {
    type: error.name,
    ...(code !== undefined && { code }),
    ...(errno !== undefined && { errno }),
    ...(quotes(error) ? {} : { message: error.message }),
    stack: framesOf(error.stack),
  };
}

const options = {
  base: null,
  timestamp: pino.stdTimeFunctions.isoTime,
  serializers: { err: loggable },
};

/** A log that goes into one stream; for tests, and where no folder is given. */
export const logTo = (stream: DestinationStream): Logger => pino(options, stream);

/** A log in files that are turned over by day and size; the oldest are removed. */
export const logInto = (folder: string): Logger =>
  pino(
    options,
    pino.transport({
      target: 'pino-roll',
      options: {
        file: join(folder, 'oaken'),
        extension: '.log',
        frequency: 'daily',
        dateFormat: 'yyyy-MM-dd',
        size: '20m',
        limit: { count: 14, removeOtherLogFiles: true },
        mkdir: true,
      },
    }),
  );
