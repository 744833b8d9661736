import { Module } from '@nestjs/common';
import { BenchModule } from '../bench/bench.module.ts';
import { SpecimensModule } from '../specimens/specimens.module.ts';
import { InstrumentsController } from './instruments.controller.ts';
import { InstrumentsService } from './instruments.service.ts';

@Module({
  imports: [BenchModule, SpecimensModule],
  controllers: [InstrumentsController],
  providers: [InstrumentsService],
  exports: [InstrumentsService],
})
export class InstrumentsModule {}
