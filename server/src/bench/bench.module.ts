import { Module } from '@nestjs/common';
import { BenchItemsRepository } from './bench-items.repository.ts';
import { MarksController } from './marks.controller.ts';
import { MetersController } from './meters.controller.ts';

/** What belongs to the bench: marks, meters. */
@Module({ controllers: [MarksController, MetersController], providers: [BenchItemsRepository], exports: [BenchItemsRepository] })
export class BenchModule {}
