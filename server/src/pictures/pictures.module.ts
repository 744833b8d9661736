import { type DynamicModule, Module } from '@nestjs/common';
import { PictureStore } from './picture-store.ts';
import { PicturesController } from './pictures.controller.ts';
import { PICTURE_STORE, PicturesService } from './pictures.service.ts';

@Module({})
export class PicturesModule {
  /** @param folder where pictures are kept */
  static of(folder: string): DynamicModule {
    return {
      module: PicturesModule,
      controllers: [PicturesController],
      providers: [{ provide: PICTURE_STORE, useValue: new PictureStore(folder) }, PicturesService],
      exports: [PICTURE_STORE, PicturesService],
      global: true,
    };
  }
}
