import { type ExecutionContext, Inject, Injectable } from '@nestjs/common';
import { ThrottlerGuard } from '@nestjs/throttler';
import type { Request } from 'express';
import { AccessService } from './access.service.ts';

/** Slows down who guesses, and never who knows: somebody else's guesses from the same address do not lock out the right code. */
@Injectable()
export class WrongCodeThrottle extends ThrottlerGuard {
  @Inject(AccessService)
  private readonly access!: AccessService;

  protected override async shouldSkip(context: ExecutionContext): Promise<boolean> {
    const { body } = context.switchToHttp().getRequest<Request>();
    return this.access.isCode((body as { code?: unknown } | undefined)?.code);
  }
}
