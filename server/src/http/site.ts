/**
 * Where this server is reached, and what follows from it: which requests are our own, and how the
 * session's cookie is kept.
 */
import type { Request } from 'express';
import { problem } from '../problems/problem';
import { sentence } from './sentences';

declare module '../context' {
  interface Context {
    site: Site;
  }
}

export interface SiteOptions {
  /**
   * The address that people type, such as `https://tests.school.example`; null while nobody but this machine asks. It
   * decides what is our own address and whether TLS stands before us.
   */
  origin: string | null;
  /** For letters and links while `origin` is null. */
  fallback: string;
}

const loopback = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

export class Site {
  /** Where links lead. */
  readonly origin: string;
  /** Whether browsers reach us by TLS. */
  readonly secure: boolean;
  /** The cookie of the session. The prefix makes browsers refuse it without TLS or from another host (RFC 6265bis). */
  readonly cookieName: string;
  /** The cookie by which a device is known again that has signed in before. */
  readonly deviceCookieName: string;
  private readonly named: boolean;

  constructor({ origin, fallback }: SiteOptions) {
    this.origin = origin ?? fallback;
    this.named = origin !== null;
    this.secure = this.origin.startsWith('https:');
    const prefix = this.secure ? '__Host-' : '';
    this.cookieName = `${prefix}oaken`;
    this.deviceCookieName = `${prefix}oaken-device`;
  }

  /** What both cookies have in common. */
  get cookie() {
    return { httpOnly: true, sameSite: 'lax', secure: this.secure, path: '/' } as const;
  }

  /**
   * A browser says where a request comes from; a change from another site is refused before anything is read.
   *
   * @throws Problem 403
   */
  insistOnOwn(request: Request): void {
    const site = request.headers['sec-fetch-site'];
    const { origin } = request.headers;
    if (
      site === 'cross-site' ||
      site === 'same-site' ||
      (origin !== undefined && !this.isOwn(origin, request))
    )
      throw problem('other-site', {
        hint: this.named ? '' : sentence('ifThisIsYourSchools'),
      });
  }

  private isOwn(origin: string, request: Request): boolean {
    if (this.named) return origin === this.origin;
    const { host } = request.headers;
    return (
      host !== undefined &&
      loopback.test(host) &&
      URL.canParse(origin) &&
      new URL(origin).host === host
    );
  }
}

/**
 * Reads the setting OAKEN_ORIGIN.
 *
 * @throws Error with a sentence for the administrator
 */
export function readOrigin(setting: string | undefined): string | null {
  if (!setting) return null;
  const url = URL.canParse(setting) ? new URL(setting) : null;
  if (
    !url ||
    !/^https?:$/.test(url.protocol) ||
    !['', '/'].includes(url.pathname) ||
    url.search ||
    url.hash
  )
    throw new Error(
      `OAKEN_ORIGIN is “${setting}”; it must be an address without a path, such as https://tests.school.example.`,
    );
  return url.origin;
}
