import { type DynamicModule, Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { ThrottlerModule } from '@nestjs/throttler';
import { AccessController } from './access.controller.ts';
import { AccessService, ADMISSION, type Admission } from './access.service.ts';
import { SessionGuard } from './session.guard.ts';
import { SessionsRepository } from './sessions.repository.ts';

/** Wrong codes that are answered in a minute to one address. */
const TRIES = { limit: 6, ttl: 60_000 };

@Module({})
export class AccessModule {
  static of(admission: Admission): DynamicModule {
    return {
      module: AccessModule,
      imports: [ThrottlerModule.forRoot([TRIES])],
      controllers: [AccessController],
      providers: [
        { provide: ADMISSION, useValue: admission },
        AccessService,
        SessionsRepository,
        { provide: APP_GUARD, useClass: SessionGuard },
      ],
      exports: [AccessService],
    };
  }
}
