import express, { type Express } from 'express';
import { existsSync } from 'node:fs';
import { join } from 'node:path';

/** The built web client: two small documents and their assets, which carry their content's hash in their names. */
export function servePages(app: Express, folder: string): void {
  app.use(
    '/assets',
    express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(express.static(folder, { index: false, maxAge: '1h' }));
  const page = (name: string) => join(folder, name);
  app.get(['/seat', '/seat/{*path}'], (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(page('seat.html'));
  });
  app.get('/{*path}', (request, response, next) => {
    if (request.path.startsWith('/api/') || !existsSync(page('index.html'))) return next();
    response.set('Cache-Control', 'no-cache').sendFile(page('index.html'));
  });
}
