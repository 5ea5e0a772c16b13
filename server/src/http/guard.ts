/** What a page may load and run: only what this server sends. */
import type { RequestHandler } from 'express';
import helmet from 'helmet';
import type { Site } from './site';

/** What some addresses need beyond that, and nothing else. */
const needs = {
  seat: {},
  // The desk's formula editor writes places as style attributes; wordings cannot hold any.
  desk: { styleSrcAttr: ["'unsafe-inline'"] },
  // Photos of phones are decoded by WebAssembly, in a worker that has a policy of its own.
  decoder: { scriptSrc: ["'self'", "'wasm-unsafe-eval'"] },
};
type Place = keyof typeof needs;

function placeOf(path: string): Place {
  if (path.startsWith('/assets/heic.worker')) return 'decoder';
  return path.startsWith('/seat') ? 'seat' : 'desk';
}

export function guard(site: Site): RequestHandler {
  const handlers = Object.fromEntries(
    Object.entries(needs).map(([place, directives]) => [place, policy(site, directives)]),
  ) as Record<Place, RequestHandler>;
  return (request, response, next) => handlers[placeOf(request.path)](request, response, next);
}

const policy = (site: Site, more: Record<string, string[]>): RequestHandler =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'"],
        imgSrc: ["'self'", 'data:'],
        mediaSrc: ["'self'"],
        fontSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
        ...more,
      },
    },
    // Only where the settings say that browsers come by TLS.
    strictTransportSecurity: site.secure ? { maxAge: 31_536_000, includeSubDomains: false } : false,
  });
