import { Injectable, type NestMiddleware } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';
import { ForeignRequestError } from '../errors/coded-errors.ts';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/**
 * Keeps other sites out of a server that has no login: a name that was pointed at this machine is refused by its
 * Host, and a page of another site by its Origin.
 */
@Injectable()
export class OwnPagesMiddleware implements NestMiddleware {
  use(request: Request, _: Response, next: NextFunction): void {
    const host = request.headers.host ?? '';
    if (!LOOPBACK.test(host)) throw new ForeignRequestError(`The host “${host}” is not this machine`);
    const { origin } = request.headers;
    if (origin !== undefined && origin !== `http://${host}`) throw new ForeignRequestError(`The request comes from ${origin}`);
    next();
  }
}
