import { type DynamicModule, Global, Inject, Injectable, Module, type OnApplicationShutdown } from '@nestjs/common';
import type { OpenDatabase } from './open-database.ts';

const OPEN_DATABASE = 'OPEN_DATABASE';
/** The Drizzle handle; only repositories ask for it. */
export const DATABASE = 'DATABASE';

@Injectable()
class DatabaseCloser implements OnApplicationShutdown {
  constructor(@Inject(OPEN_DATABASE) private readonly opened: OpenDatabase) {}

  onApplicationShutdown(): Promise<void> {
    return this.opened.close();
  }
}

/** Gives an opened database to whoever asks, and closes it at the end. */
@Global()
@Module({})
export class DatabaseModule {
  static of(opened: OpenDatabase): DynamicModule {
    return {
      module: DatabaseModule,
      providers: [{ provide: OPEN_DATABASE, useValue: opened }, { provide: DATABASE, useValue: opened.db }, DatabaseCloser],
      exports: [DATABASE],
    };
  }
}
