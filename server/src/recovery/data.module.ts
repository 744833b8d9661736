import { type DynamicModule, Global, Inject, Injectable, Module, type OnApplicationShutdown } from '@nestjs/common';
import { APPEND_ALL, DATABASE, RELAY } from '../database/database.token.ts';
import { BENCH_KEEPER, JOURNAL } from '../journal/journal.tokens.ts';
import type { OpenData } from './open-data.ts';

const OPEN_DATA = 'OPEN_DATA';

@Injectable()
class DataCloser implements OnApplicationShutdown {
  constructor(@Inject(OPEN_DATA) private readonly opened: OpenData) {}

  onApplicationShutdown(): Promise<void> {
    return this.opened.close();
  }
}

/** Gives opened data to whoever asks, and closes them at the end. */
@Global()
@Module({})
export class DataModule {
  static of(opened: OpenData): DynamicModule {
    return {
      module: DataModule,
      providers: [
        { provide: OPEN_DATA, useValue: opened },
        { provide: DATABASE, useValue: opened.db },
        { provide: APPEND_ALL, useValue: opened.appendAll },
        { provide: JOURNAL, useValue: opened.journal },
        { provide: BENCH_KEEPER, useValue: opened.bench },
        { provide: RELAY, useValue: opened.relay },
        DataCloser,
      ],
      exports: [DATABASE, APPEND_ALL, JOURNAL, BENCH_KEEPER, RELAY],
    };
  }
}
