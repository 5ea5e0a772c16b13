import { randomBytes } from 'node:crypto';
import type { Request, Response, NextFunction } from 'express';

const header = 'X-Request-Id';
/** Of this run of the server; within it requests are numbered. */
const run = randomBytes(4).toString('hex');
let count = 0;

/** Gives each request a short name, which the log, the answer and the page that shows a problem have in common. */
export function identify(_request: Request, response: Response, next: NextFunction): void {
  response.setHeader(header, `${run}-${(++count).toString(36)}`);
  next();
}

export const requestIdOf = (response: Response) => response.getHeader(header) as string;
