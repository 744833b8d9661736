import { type DynamicModule, type MiddlewareConsumer, Module, type NestModule } from '@nestjs/common';
import { APP_FILTER, APP_PIPE } from '@nestjs/core';
import { ZodValidationPipe } from 'nestjs-zod';
import { OwnPagesMiddleware } from './access/own-pages.middleware.ts';
import { AnalysesModule } from './analyses/analyses.module.ts';
import { DatabaseModule } from './database/database.module.ts';
import type { OpenDatabase } from './database/open-database.ts';
import { ProblemFilter } from './errors/problem.filter.ts';
import { ExchangeModule } from './exchange/exchange.module.ts';
import { HealthController } from './health/health.controller.ts';
import { SpecimensModule } from './specimens/specimens.module.ts';

@Module({})
export class AppModule implements NestModule {
  static of(opened: OpenDatabase): DynamicModule {
    return {
      module: AppModule,
      imports: [DatabaseModule.of(opened), SpecimensModule, ExchangeModule, AnalysesModule],
      controllers: [HealthController],
      providers: [
        { provide: APP_PIPE, useClass: ZodValidationPipe },
        { provide: APP_FILTER, useClass: ProblemFilter },
      ],
    };
  }

  configure(consumer: MiddlewareConsumer): void {
    consumer.apply(OwnPagesMiddleware).forRoutes('{*path}');
  }
}
