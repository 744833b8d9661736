import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { writeDurably } from './durable-file.ts';

const itemsSchema = z.array(z.object({ key: z.string(), item: z.unknown() }));
export const benchSchema = z.object({
  format: z.literal('mindful-probe.bench'),
  version: z.literal(1),
  marks: itemsSchema,
  meters: itemsSchema,
  instruments: itemsSchema,
  /** Files of before 2026-12 have none. */
  drawer: itemsSchema.default([]),
});

/** The lists that belong to the bench, each item under its key. */
export type BenchDocument = z.infer<typeof benchSchema>;

/** Where the bench's lists are kept, beside the tapes. */
export interface BenchKeeper {
  /** Resolves when the disk has the lists as they are now. */
  keep(lists: () => Promise<BenchDocument>): Promise<void>;
}

export const NO_BENCH_FILE: BenchKeeper = { keep: async () => undefined };

/** The lists of the bench as one small file, written anew at each change. */
export class BenchFile implements BenchKeeper {
  private readonly path: string;
  private last: Promise<void> = Promise.resolve();

  constructor(dataFolder: string) {
    this.path = join(dataFolder, 'bench.json');
  }

  keep(lists: () => Promise<BenchDocument>): Promise<void> {
    const written = this.last.then(async () => writeDurably(this.path, `${JSON.stringify(await lists(), null, 2)}\n`));
    this.last = written.catch(() => undefined);
    return written;
  }

  /**
   * @returns undefined where there is none yet
   * @throws where it is there and cannot be read
   */
  async read(): Promise<BenchDocument | undefined> {
    const text = await readFile(this.path, 'utf8').catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return undefined;
      throw error;
    });
    return text === undefined ? undefined : benchSchema.parse(JSON.parse(text));
  }
}
