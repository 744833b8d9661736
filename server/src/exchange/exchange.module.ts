import { Module } from '@nestjs/common';
import { AnalysesModule } from '../analyses/analyses.module.ts';
import { SpecimensModule } from '../specimens/specimens.module.ts';
import { ExchangeController } from './exchange.controller.ts';
import { ExchangeService } from './exchange.service.ts';
import { LinksController } from './links.controller.ts';
import { LinksService } from './links.service.ts';

@Module({
  imports: [SpecimensModule, AnalysesModule],
  controllers: [ExchangeController, LinksController],
  providers: [ExchangeService, LinksService],
  exports: [ExchangeService],
})
export class ExchangeModule {}
