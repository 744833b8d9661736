import { Injectable, type NestMiddleware } from '@nestjs/common';
import { parseCookie } from 'cookie';
import type { NextFunction, Request, Response } from 'express';
import { BadAddressError, ForeignRequestError } from '../errors/coded-errors.ts';
import { AccessService } from './access.service.ts';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;
const LOOPBACK_REMOTE = /^(::ffff:)?127\.|^::1$/;
/** No name has one, and no database keeps one in its text. */
const NUL = /%00/;
export const SESSION_COOKIE = 'probe-session';

/** Whether a request comes from this machine, to its own name. */
export function isFromHere({ socket, headers }: Request): boolean {
  return LOOPBACK_REMOTE.test(socket.remoteAddress ?? '') && LOOPBACK.test(headers.host ?? '');
}

/** The session that a request shows; undefined where it shows none. */
export function sessionTokenOf(request: Request): string | undefined {
  // From this machine none comes, and none is looked for.
  return parseCookie(request.headers.cookie ?? '')[SESSION_COOKIE] || undefined;
}

/**
 * Keeps other sites out: a name that was pointed at this machine is refused by its Host, and a page of another site by
 * its Origin.
 */
@Injectable()
export class OwnPagesMiddleware implements NestMiddleware {
  constructor(private readonly access: AccessService) {}

  use(request: Request, _: Response, next: NextFunction): void {
    const host = request.headers.host ?? '';
    if (!isFromHere(request) && !this.access.answersTo(host)) throw new ForeignRequestError(`The host “${host}” is not this machine`);
    const { origin } = request.headers;
    const own = [`http://${host}`, ...(this.access.isGroupName(host) ? [`https://${host}`] : [])];
    if (origin !== undefined && !own.includes(origin)) throw new ForeignRequestError(`The request comes from ${origin}`);
    if (NUL.test(request.originalUrl)) throw new BadAddressError();
    next();
  }
}
