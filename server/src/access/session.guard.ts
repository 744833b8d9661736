import { type CanActivate, type ExecutionContext, Injectable, SetMetadata } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { NoSessionError } from '../errors/coded-errors.ts';
import { isFromHere, sessionTokenOf } from './own-pages.middleware.ts';
import { SessionsRepository } from './sessions.repository.ts';

const WITHOUT_SESSION = 'without-session';
/** Marks what another device may ask for before it has a session; everything else is refused to it. */
export const WithoutSession = () => SetMetadata(WITHOUT_SESSION, true);

/**
 * Stands before every route, however its address was spelled: what comes from another device wants a session. This
 * machine itself needs none.
 */
@Injectable()
export class SessionGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly sessions: SessionsRepository,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<Request>();
    if (isFromHere(request)) return true;
    if (this.reflector.getAllAndOverride<boolean>(WITHOUT_SESSION, [context.getHandler(), context.getClass()])) return true;
    const token = sessionTokenOf(request);
    if (token !== undefined && (await this.sessions.stands(token))) return true;
    throw new NoSessionError();
  }
}
