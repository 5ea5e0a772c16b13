import { randomBytes } from 'node:crypto';
import type { Request, Response, NextFunction } from 'express';

const header = 'X-Request-Id';

/** Gives each request a short name, which the log, the answer and the page that shows a problem have in common. */
export function identify(_request: Request, response: Response, next: NextFunction): void {
  response.set(header, randomBytes(6).toString('hex'));
  next();
}

export const requestIdOf = (response: Response) => response.getHeader(header) as string;
