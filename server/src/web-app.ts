import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet, { type HelmetOptions } from 'helmet';

/** Serves the built web application; every address of it that is no file is answered with its page. */
export function serveWebApp(app: NestExpressApplication, folder: string): void {
  const page = join(folder, 'index.html');
  const isBuilt = existsSync(page);
  if (isBuilt) app.use('/assets', helmet(ASSET_HEADERS), builtFiles(join(folder, 'assets')));
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
  if (!isBuilt) return;
  app.useStaticAssets(folder, { index: 'index.html' });
  app.use((request: Request, response: Response, next: NextFunction) => {
    const isPage = request.method === 'GET' && !request.path.startsWith('/api/') && !/\.[a-z0-9]+$/i.test(request.path);
    if (isPage) response.sendFile(page);
    else next();
  });
}

/** A page takes dozens of scripts, and no headers but these mean anything to one: a worker has its policy from its own script. */
const ASSET_HEADERS: HelmetOptions = {
  contentSecurityPolicy: { useDefaults: false, directives: { defaultSrc: ["'self'"] } },
  crossOriginOpenerPolicy: false,
  originAgentCluster: false,
  referrerPolicy: false,
  strictTransportSecurity: false,
  xDnsPrefetchControl: false,
  xDownloadOptions: false,
  xFrameOptions: false,
  xPermittedCrossDomainPolicies: false,
  xXssProtection: false,
};

/** Scripts and styles as they were compressed when they were built. Their names carry a hash of what is in them, so they never change. */
function builtFiles(folder: string): RequestHandler {
  return expressStaticGzip(folder, {
    enableBrotli: true,
    orderPreference: ['br', 'gzip'],
    index: false,
    serveStatic: { immutable: true, maxAge: '365d' },
  });
}
