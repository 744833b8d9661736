import { type DynamicModule, Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { DATA_FOLDER, DiskRoom } from './disk-room.ts';
import { RoomGuard } from './room.guard.ts';

@Module({})
export class RoomModule {
  /** @param folder of the data; undefined where they are not on a disk of this machine */
  static of(folder: string | undefined): DynamicModule {
    return {
      module: RoomModule,
      providers: [{ provide: DATA_FOLDER, useValue: folder }, DiskRoom, { provide: APP_GUARD, useClass: RoomGuard }],
      exports: [DiskRoom],
    };
  }
}
