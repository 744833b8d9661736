import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { Inject, Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { BenchItemsRepository } from '../bench/bench-items.repository.ts';
import { CodedError } from '../errors/coded-errors.ts';
import { InstrumentsService } from '../instruments/instruments.service.ts';
import type { Pictures } from '../pictures/picture-store.ts';
import { PICTURE_STORE, PicturesService } from '../pictures/pictures.service.ts';
import { SpecimensService } from '../specimens/specimens.service.ts';
import { type BackupSource, storeSource } from './backup-source.ts';
import { readBackup } from './read-backup.ts';
import { packBackup, writeBackup } from './write-backup.ts';

/** Where daily backups go; undefined where the data are not in a folder. */
export const BACKUP_FOLDER = 'BACKUP_FOLDER';
const DAY_MS = 24 * 3600 * 1000;
/** After the start, when nobody waits for it any more. */
const FIRST_LOOK_MS = 60_000;
const LOOK_MS = 3600 * 1000;
/** So many days are kept. */
const KEPT = 10;
const NAME = /^shelf-\d{4}-\d{2}-\d{2}T\d{6}\.zip$/;

/** What came back of a backup, beside what was there. */
export interface BroughtBack {
  readonly specimens: number;
  readonly entries: number;
  readonly pictures: number;
  /** Specimens that have other entries under the same ids: nothing of theirs was taken. */
  readonly refused: readonly { readonly specimen: string; readonly why: string }[];
}

/** The whole shelf out and in, and a copy of it a day. */
@Injectable()
export class BackupsService implements OnModuleInit, OnModuleDestroy {
  private readonly logger = new Logger('Backup');
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly specimens: SpecimensService,
    private readonly items: BenchItemsRepository,
    private readonly instruments: InstrumentsService,
    private readonly pictures: PicturesService,
    @Inject(PICTURE_STORE) private readonly store: Pictures,
    @Inject(BACKUP_FOLDER) private readonly folder: string | undefined,
  ) {}

  onModuleInit(): void {
    if (this.folder !== undefined) this.look(FIRST_LOOK_MS);
  }

  onModuleDestroy(): void {
    clearTimeout(this.timer);
  }

  async pack(): Promise<Readable> {
    return (await packBackup(this.source())).stream;
  }

  /** Brings in what a backup has and the shelf has not. @throws ImportRefusedError where it is no backup */
  async bringBack(path: string): Promise<BroughtBack> {
    const brought = { specimens: 0, entries: 0, pictures: 0, refused: [] as { specimen: string; why: string }[] };
    await readBackup(path, async (part) => {
      if (part.part === 'bench') {
        await this.items.putAll(part.bench);
        await this.instruments.openListed();
      } else if (part.part === 'picture') {
        await this.pictures.keepAs(part.hash, part.bytes);
        brought.pictures += 1;
      } else {
        const { specimen, entries } = part.tape;
        try {
          const { fresh } = await this.specimens.create(specimen, entries);
          brought.specimens += 1;
          brought.entries += fresh.length;
        } catch (error) {
          if (!(error instanceof CodedError)) throw error;
          brought.refused.push({ specimen, why: error.message });
        }
      }
    });
    return brought;
  }

  private look(afterMs: number): void {
    this.timer = setTimeout(() => {
      void this.backUpIfDue()
        .catch((error: Error) => this.logger.warn(`The daily backup was not made: ${error.message}`))
        .finally(() => this.look(LOOK_MS));
    }, afterMs).unref();
  }

  /** Makes today's copy where the last is a day old, and lets the eleventh go. @returns whether one was made */
  async backUpIfDue(now = new Date()): Promise<boolean> {
    if (this.folder === undefined || (await this.specimens.count()) === 0) return false;
    await mkdir(this.folder, { recursive: true });
    const names = (await readdir(this.folder)).filter((name) => NAME.test(name)).sort();
    const last = names.at(-1);
    if (last !== undefined && now.getTime() - (await stat(join(this.folder, last))).mtimeMs < DAY_MS) return false;
    const name = `shelf-${now.toISOString().slice(0, 19).replaceAll(':', '')}.zip`;
    await writeBackup(this.source(), join(this.folder, name));
    for (const old of [...names, name].slice(0, -KEPT)) await rm(join(this.folder, old));
    return true;
  }

  private source(): BackupSource {
    return {
      specimenIds: () => this.specimens.ids(),
      tape: async (id) => (await this.specimens.tape(id, 0)).map(({ entry }) => entry),
      bench: () => this.items.document(),
      ...storeSource(this.store),
    };
  }
}
