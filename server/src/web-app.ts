import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import compression from 'compression';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';

/** Serves the built web application; every address of it that is no file is answered with its page. */
export function serveWebApp(app: NestExpressApplication, folder: string): void {
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          // Floating layers set their place by an inline style.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  const page = join(folder, 'index.html');
  if (!existsSync(page)) return;
  // Names of built files carry a hash of what is in them, so they never change.
  // For phones; this machine gains nothing by it, and what is said in events must not wait to be packed.
  app.use('/assets', compression());
  app.useStaticAssets(join(folder, 'assets'), { prefix: '/assets/', immutable: true, maxAge: '365d' });
  app.useStaticAssets(folder, { index: 'index.html' });
  app.use((request: Request, response: Response, next: NextFunction) => {
    const isPage = request.method === 'GET' && !request.path.startsWith('/api/') && !/\.[a-z0-9]+$/i.test(request.path);
    if (isPage) response.sendFile(page);
    else next();
  });
}
