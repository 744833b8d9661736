import { type CanActivate, type ExecutionContext, Injectable, SetMetadata } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { DiskRoom } from './disk-room.ts';

const WRITES_NOTHING = 'writes-nothing';
/** Marks what is asked by POST and leaves nothing on the disk, or is wanted most when the disk is full. */
export const WritesNothing = () => SetMetadata(WRITES_NOTHING, true);

/** Stands before every route that writes: with no room on the disk it is refused before it begins. Reading goes on. */
@Injectable()
export class RoomGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly room: DiskRoom,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const { method } = context.switchToHttp().getRequest<Request>();
    const writes = method === 'POST' || method === 'PUT' || method === 'PATCH';
    if (writes && !this.reflector.getAllAndOverride<boolean>(WRITES_NOTHING, [context.getHandler(), context.getClass()]))
      await this.room.mustHave();
    return true;
  }
}
