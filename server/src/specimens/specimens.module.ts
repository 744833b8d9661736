import { Module } from '@nestjs/common';
import { AnalysesModule } from '../analyses/analyses.module.ts';
import { ShelfService } from './shelf.service.ts';
import { SpecimensController } from './specimens.controller.ts';
import { SpecimensRepository } from './specimens.repository.ts';
import { SpecimensService } from './specimens.service.ts';
import { SummariesRepository } from './summaries.repository.ts';
import { TapeFeed } from './tape-feed.ts';

@Module({
  imports: [AnalysesModule],
  controllers: [SpecimensController],
  providers: [SpecimensService, SpecimensRepository, ShelfService, SummariesRepository, TapeFeed],
  exports: [SpecimensService],
})
export class SpecimensModule {}
