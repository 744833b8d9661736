import { type Entry, replay, specimenFiles, type WriteUpLength } from '@mindful-probe/core';
import { type ComparisonWay, type PaperSize, type PrintedPicture, WAY_TYPES, type WriteUpWay } from '@mindful-probe/print';
import { Injectable } from '@nestjs/common';
import { strToU8, type Zippable, zipSync } from 'fflate';
import { AnalysesService } from '../analyses/analyses.service.ts';
import { ImportRefusedError } from '../errors/coded-errors.ts';
import { pictureFile } from '../pictures/picture-type.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { SpecimensService } from '../specimens/specimens.service.ts';
import type { AskedColumn } from './exchange.dto.ts';
import { readUpload } from './read-upload.ts';

export interface Exported {
  readonly fileName: string;
  readonly bytes: Uint8Array;
}

export interface WriteUpOptions {
  /** Other than what the layout says. */
  readonly length?: WriteUpLength | undefined;
  readonly paper?: PaperSize | undefined;
}

/** Specimens in and out, as files. */
@Injectable()
export class ExchangeService {
  constructor(
    private readonly specimens: SpecimensService,
    private readonly pictures: PicturesService,
    private readonly analyses: AnalysesService,
  ) {}

  /**
   * Imports a specimen. One that is on the shelf already gets the entries it lacks: a tape only grows, so nothing
   * is overwritten.
   *
   * @param beside reads a picture that does not come with the upload
   */
  async import(
    bytes: Uint8Array,
    beside: (file: string) => Uint8Array | undefined = () => undefined,
  ): Promise<{ id: string; name: string; created: boolean; added: number }> {
    const { tape, pictures } = readUpload(bytes);
    const { specimen: id, entries } = tape;
    for (const entry of entries) {
      if (entry.kind !== 'picture') continue;
      const picture = pictures.get(entry.hash) ?? beside(pictureFile(entry.hash, entry.mediaType));
      if (picture) await this.pictures.keepAs(entry.hash, picture);
    }
    const before = await this.specimens.tape(id, 0).catch(() => []);
    const { created } = await this.specimens.create(id, entries);
    const after = await this.specimens.tape(id, 0);
    return { id, name: replay(entries).name, created, added: after.length - before.length };
  }

  async zip(id: string): Promise<Exported> {
    const entries = await this.entriesOf(id);
    const files: Zippable = Object.fromEntries([...specimenFiles(id, entries, pictureFile)].map(([name, text]) => [name, strToU8(text)]));
    for (const { hash, mediaType } of replay(entries).pictures.map(({ entry }) => entry)) {
      const picture = await this.pictures.bytes(hash);
      // Pictures are packed already.
      if (picture) files[pictureFile(hash, mediaType)] = [picture, { level: 0 }];
    }
    return { fileName: `${id}.zip`, bytes: zipSync(files, { level: 6 }) };
  }

  /** @throws where no specimen has this id */
  async mustBeThere(id: string): Promise<void> {
    await this.specimens.tape(id, 0);
  }

  /** The write-up as one file. */
  async writeUp(id: string, way: WriteUpWay, { length, paper = 'A4' }: WriteUpOptions = {}): Promise<Exported> {
    const entries = await this.entriesOf(id);
    const pictures = await this.shownPictures(entries, way);
    const options = { id, way, size: paper, ...(length !== undefined && { length }) };
    const bytes = await this.analyses.writeOut({ entries, options, pictures });
    const name = way === 'label' ? `${id}.label` : length === 'slip' ? `${id}.slip` : id;
    return { fileName: `${name}.${WAY_TYPES[way].extension}`, bytes };
  }

  /** A comparison of specimens, as one file. */
  async compare(columns: readonly AskedColumn[], way: ComparisonWay): Promise<Exported> {
    const specimens = [];
    for (const { id, rework } of columns)
      specimens.push({ id, entries: await this.entriesOf(id), ...(rework !== undefined && { rework }) });
    const written = await this.analyses.compare({ specimens, way });
    if (!written.ok) throw new ImportRefusedError(written.error.code, written.error.message, 'of');
    return { fileName: 'compared', bytes: strToU8(written.value) };
  }

  /** The photos that the layout chose, where the way shows any. */
  private async shownPictures(entries: readonly Entry[], way: WriteUpWay): Promise<ReadonlyMap<string, PrintedPicture>> {
    const { layout, pictures } = replay(entries);
    const shown = new Map<string, PrintedPicture>();
    if (way === 'text' || way === 'label') return shown;
    for (const { picture: chosen } of layout.pictures) {
      const taken = pictures.find(({ entry }) => entry.id === chosen)?.entry;
      const bytes = taken && (await this.pictures.bytes(taken.hash));
      if (!taken || !bytes) continue;
      shown.set(taken.hash, { bytes, mediaType: taken.mediaType });
    }
    return shown;
  }

  private async entriesOf(id: string): Promise<Entry[]> {
    return (await this.specimens.tape(id, 0)).map(({ entry }) => entry);
  }
}
