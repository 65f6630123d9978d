/** The server: the built application, the demo pack, the Foley shelf, and the queue where there is one. Everything else happens in the browser. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { foleyList, foleyWav } from './foley.ts';
import { NO_QUEUE, type QueueSettings, queueDoors } from './queue.ts';

export interface Folders {
  /** The built application. */
  web: string;
  /** The demo pack: `packs.json` and the shot files it names. */
  demo: string;
}

export function createApp({ web, demo }: Folders, queue: QueueSettings = NO_QUEUE): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          'img-src': ["'self'", 'blob:', 'data:'],
          'media-src': ["'self'", 'blob:'],
          // The AAC encoder is WebAssembly; this allows compiling it and no other code from text.
          'script-src': ["'self'", "'wasm-unsafe-eval'"],
          'worker-src': ["'self'", 'blob:'],
          'style-src': ["'self'", "'unsafe-inline'"],
          'font-src': ["'self'", 'data:'],
          // Served over plain http on the user's own machine.
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());
  app.get('/api/demo', (_request, response) => {
    const packs = join(demo, 'packs.json');
    if (existsSync(packs)) response.sendFile(packs);
    else response.json({ packs: [] });
  });
  app.use('/api/demo', express.static(demo, { index: false }));
  app.get('/api/foley', (_request, response) => {
    response.json(foleyList());
  });
  app.get('/api/foley/:file', (request, response, next) => {
    const wav = foleyWav(request.params.file);
    if (!wav) next();
    else response.type('audio/wav').set('Cache-Control', 'public, max-age=86400').send(wav);
  });
  app.use('/api/queue', queueDoors(queue));
  app.use('/api', (_request, response) => {
    response.status(404).json({ error: 'There is nothing at this address.' });
  });
  app.use('/assets', express.static(join(web, 'assets'), { immutable: true, maxAge: '1y' }));
  // A part of an earlier build that is gone must not come as a page: a worker or a view would wait for it for ever.
  app.use('/assets', (_request, response) => {
    response
      .status(404)
      .type('text/plain')
      .send('This part of the application is not there any more. Reload the page.');
  });
  app.use(express.static(web));
  // Addresses of views are the application's own.
  app.get('/{*path}', (_request, response) => {
    response.sendFile(join(web, 'index.html'));
  });
  return app;
}
