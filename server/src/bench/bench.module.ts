import { Module } from '@nestjs/common';
import { BenchItemsRepository } from './bench-items.repository.ts';
import { DrawerController } from './drawer.controller.ts';
import { DrawerService } from './drawer.service.ts';
import { MarksController } from './marks.controller.ts';
import { MetersController } from './meters.controller.ts';

/** What belongs to the bench: marks, meters, the drawer. */
@Module({
  controllers: [MarksController, MetersController, DrawerController],
  providers: [BenchItemsRepository, DrawerService],
  exports: [BenchItemsRepository],
})
export class BenchModule {}
