/**
 * The seat's service worker: its pages open without network. Answers and everything else under /api/ never pass through
 * here, but for pictures and sounds of questions that were shown, which are let go when the student signs out.
 */
declare const PRECACHED: string[];
declare const VERSION: string;

const worker = self as unknown as ServiceWorkerGlobalScope;

const pages = `oaken-seat-${VERSION}`;
const shown = 'oaken-seat-files';
const shell = '/seat';
/** A network that does not answer for so long counts as none. */
const patience = 4_000;

worker.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(pages)
      .then((cache) => cache.addAll([shell, '/leaf.svg', '/seat.webmanifest', ...PRECACHED])),
  );
});

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys())
        if (name !== pages && name !== shown) await caches.delete(name);
      await worker.clients.claim();
    })(),
  );
});

worker.addEventListener('message', (event) => {
  if (event.data === 'signed-out') event.waitUntil(caches.delete(shown));
});

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== worker.location.origin) return;
  if (request.mode === 'navigate') event.respondWith(open(request));
  else if (pathname.startsWith('/assets/') || pathname === '/leaf.svg')
    event.respondWith(keptFirst(request, pages));
  // A player asks for parts of a file, which a cache cannot keep.
  else if (pathname.startsWith('/api/files/') && !request.headers.has('range'))
    event.respondWith(keptFirst(request, shown).catch(() => inAnotherSize(request)));
});

/** The newest page, or the kept one where there is no network. */
async function open(request: Request): Promise<Response> {
  try {
    return await fetch(request, { signal: AbortSignal.timeout(patience) });
  } catch (error) {
    const kept = await caches.match(shell);
    if (kept) return kept;
    throw error;
  }
}

/** Without network a picture in another size than the one that was kept is better than none. */
async function inAnotherSize(request: Request): Promise<Response> {
  const kept = await caches.match(request, { cacheName: shown, ignoreSearch: true });
  return kept ?? Response.error();
}

/** What an address gives never changes, so what is kept will do. */
async function keptFirst(request: Request, name: string): Promise<Response> {
  const kept = await caches.match(request);
  if (kept) return kept;
  const fresh = await fetch(request);
  if (fresh.ok) await (await caches.open(name)).put(request, fresh.clone());
  return fresh;
}
