import { Injectable, type NestMiddleware } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';
import { ForeignRequestError, NoSessionError } from '../errors/coded-errors.ts';
import { AccessService } from './access.service.ts';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;
/** An address and no name: a name can be pointed here by anybody. */
const PLAIN_ADDRESS = /^\d{1,3}(\.\d{1,3}){3}(:\d+)?$/;
const LOOPBACK_REMOTE = /^(::ffff:)?127\.|^::1$/;
export const SESSION_COOKIE = 'probe-session';

/** Whether a request comes from this machine, to its own name. */
export function isFromHere({ socket, headers }: Request): boolean {
  return LOOPBACK_REMOTE.test(socket.remoteAddress ?? '') && LOOPBACK.test(headers.host ?? '');
}

/**
 * Keeps other sites out: a name that was pointed at this machine is refused by its Host, and a page of another site by
 * its Origin. From the local network, where that is let in, the API answers sessions only.
 */
@Injectable()
export class OwnPagesMiddleware implements NestMiddleware {
  constructor(private readonly access: AccessService) {}

  use(request: Request, _: Response, next: NextFunction): void {
    const host = request.headers.host ?? '';
    const fromHere = isFromHere(request);
    if (!fromHere && !(this.access.isOpen && PLAIN_ADDRESS.test(host))) {
      throw new ForeignRequestError(`The host “${host}” is not this machine`);
    }
    const { origin } = request.headers;
    if (origin !== undefined && origin !== `http://${host}`) throw new ForeignRequestError(`The request comes from ${origin}`);
    if (!fromHere && this.needsSession(request)) throw new NoSessionError();
    next();
  }

  private needsSession(request: Request): boolean {
    const path = request.originalUrl.split('?')[0] ?? '';
    if (!path.startsWith('/api/') || path === '/api/access') return false;
    return (request.signedCookies as Record<string, unknown> | undefined)?.[SESSION_COOKIE] !== 'in';
  }
}
