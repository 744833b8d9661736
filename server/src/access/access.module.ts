import { type DynamicModule, Module } from '@nestjs/common';
import { ThrottlerModule } from '@nestjs/throttler';
import { AccessController } from './access.controller.ts';
import { AccessService } from './access.service.ts';

/** Codes that may be tried in a minute from one address. */
const TRIES = { limit: 6, ttl: 60_000 };

@Module({})
export class AccessModule {
  static of(access: AccessService): DynamicModule {
    return {
      module: AccessModule,
      imports: [ThrottlerModule.forRoot([TRIES])],
      controllers: [AccessController],
      providers: [{ provide: AccessService, useValue: access }],
      exports: [AccessService],
    };
  }
}
