import { type Entry, replay, selfContainedWriteUp, specimenFiles } from '@mindful-probe/core';
import { Injectable } from '@nestjs/common';
import { strToU8, type Zippable, zipSync } from 'fflate';
import { pictureFile } from '../pictures/picture-type.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { SpecimensService } from '../specimens/specimens.service.ts';
import { readUpload } from './read-upload.ts';

export interface Exported {
  readonly fileName: string;
  readonly bytes: Uint8Array;
}

/** Specimens in and out, as files. */
@Injectable()
export class ExchangeService {
  constructor(
    private readonly specimens: SpecimensService,
    private readonly pictures: PicturesService,
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
    const files: Zippable = Object.fromEntries([...specimenFiles(id, entries)].map(([name, text]) => [name, strToU8(text)]));
    for (const { hash, mediaType } of replay(entries).pictures.map(({ entry }) => entry)) {
      const picture = await this.pictures.bytes(hash);
      // Pictures are packed already.
      if (picture) files[pictureFile(hash, mediaType)] = [picture, { level: 0 }];
    }
    return { fileName: `${id}.zip`, bytes: zipSync(files, { level: 6 }) };
  }

  async markdown(id: string): Promise<Exported> {
    const text = selfContainedWriteUp(await this.entriesOf(id), (svg) => Buffer.from(svg, 'utf8').toString('base64'));
    return { fileName: `${id}.md`, bytes: strToU8(text) };
  }

  private async entriesOf(id: string): Promise<Entry[]> {
    return (await this.specimens.tape(id, 0)).map(({ entry }) => entry);
  }
}
