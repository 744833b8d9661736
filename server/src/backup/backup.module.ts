import { type DynamicModule, Module } from '@nestjs/common';
import { BenchModule } from '../bench/bench.module.ts';
import { InstrumentsModule } from '../instruments/instruments.module.ts';
import { SpecimensModule } from '../specimens/specimens.module.ts';
import { BackupsController } from './backups.controller.ts';
import { BACKUP_FOLDER, BackupsService } from './backups.service.ts';

@Module({})
export class BackupModule {
  /** @param folder for a copy a day; undefined for none */
  static of(folder: string | undefined): DynamicModule {
    return {
      module: BackupModule,
      imports: [SpecimensModule, BenchModule, InstrumentsModule],
      controllers: [BackupsController],
      providers: [{ provide: BACKUP_FOLDER, useValue: folder }, BackupsService],
    };
  }
}
