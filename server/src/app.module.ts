import { join } from 'node:path';
import { type DynamicModule, type MiddlewareConsumer, Module, type NestModule } from '@nestjs/common';
import { APP_FILTER, APP_PIPE } from '@nestjs/core';
import { ZodValidationPipe } from 'nestjs-zod';
import { AccessModule } from './access/access.module.ts';
import type { Admission } from './access/access.service.ts';
import { OwnPagesMiddleware } from './access/own-pages.middleware.ts';
import { AnalysesModule } from './analyses/analyses.module.ts';
import { BackupModule } from './backup/backup.module.ts';
import { BenchModule } from './bench/bench.module.ts';
import { ProblemFilter } from './errors/problem.filter.ts';
import { ExchangeModule } from './exchange/exchange.module.ts';
import { HealthController } from './health/health.controller.ts';
import { InstrumentsModule } from './instruments/instruments.module.ts';
import { OpenApi, OpenApiController } from './open-api/open-api.ts';
import { PicturesModule } from './pictures/pictures.module.ts';
import { DataModule } from './recovery/data.module.ts';
import type { OpenData } from './recovery/open-data.ts';
import { RoomModule } from './room/room.module.ts';
import { SpecimensModule } from './specimens/specimens.module.ts';

/** What stands before the application does. */
export interface AppParts {
  readonly opened: OpenData;
  readonly admission: Admission;
  /** Undefined for pictures in the database. */
  readonly pictureFolder: string | undefined;
  /** Undefined where the data are not in a folder. */
  readonly dataFolder: string | undefined;
}

@Module({})
export class AppModule implements NestModule {
  static of({ opened, admission, pictureFolder, dataFolder }: AppParts): DynamicModule {
    return {
      module: AppModule,
      imports: [
        DataModule.of(opened),
        // First, because addresses are tried in this order, and these are asked for most.
        SpecimensModule,
        AccessModule.of(admission),
        PicturesModule.of(pictureFolder),
        ExchangeModule,
        BackupModule.of(dataFolder && join(dataFolder, 'backups')),
        RoomModule.of(dataFolder),
        AnalysesModule,
        BenchModule,
        InstrumentsModule,
      ],
      controllers: [HealthController, OpenApiController],
      providers: [OpenApi, { provide: APP_PIPE, useClass: ZodValidationPipe }, { provide: APP_FILTER, useClass: ProblemFilter }],
    };
  }

  configure(consumer: MiddlewareConsumer): void {
    consumer.apply(OwnPagesMiddleware).forRoutes('{*path}');
  }
}
