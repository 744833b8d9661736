import { Module } from '@nestjs/common';
import { AnalysesController } from './analyses.controller.ts';
import { AnalysesService } from './analyses.service.ts';

@Module({ controllers: [AnalysesController], providers: [AnalysesService], exports: [AnalysesService] })
export class AnalysesModule {}
