import { Module } from '@nestjs/common';
import { AnalysesModule } from '../analyses/analyses.module.ts';
import { SpecimensController } from './specimens.controller.ts';
import { SpecimensRepository } from './specimens.repository.ts';
import { SpecimensService } from './specimens.service.ts';
import { TapeFeed } from './tape-feed.ts';

@Module({
  imports: [AnalysesModule],
  controllers: [SpecimensController],
  providers: [SpecimensService, SpecimensRepository, TapeFeed],
  exports: [SpecimensService],
})
export class SpecimensModule {}
