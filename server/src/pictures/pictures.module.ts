import { type DynamicModule, Module } from '@nestjs/common';
import { DATABASE } from '../database/database.token.ts';
import type { Database } from '../database/open-database.ts';
import { DatabasePictures } from './database-pictures.repository.ts';
import { PictureStore, type Pictures } from './picture-store.ts';
import { PicturesController } from './pictures.controller.ts';
import { PICTURE_STORE, PicturesService } from './pictures.service.ts';

@Module({})
export class PicturesModule {
  /** @param folder where pictures are kept; in the database where there is none */
  static of(folder: string | undefined): DynamicModule {
    return {
      module: PicturesModule,
      controllers: [PicturesController],
      providers: [
        {
          provide: PICTURE_STORE,
          inject: [DATABASE],
          useFactory: (db: Database): Pictures => (folder === undefined ? new DatabasePictures(db) : new PictureStore(folder)),
        },
        PicturesService,
      ],
      exports: [PICTURE_STORE, PicturesService],
      global: true,
    };
  }
}
