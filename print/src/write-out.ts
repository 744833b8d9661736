import {
  type Entry,
  isAlteredOnMains,
  markdownOf,
  replay,
  SpecimenAnalyses,
  textOf,
  treeOf,
  type WriteUpFacts,
  type WriteUpLength,
  writeUp,
  writeUpFactsOf,
  writeUpFigure,
} from '@mindful-probe/core';
import { htmlOf } from './as-html.ts';
import type { PaperSize } from './as-pdf.ts';
import { type PictureSource, shownAddress, svgAddress } from './picture.ts';

/** The ways that a write-up leaves. */
export const WRITE_UP_WAYS = ['markdown', 'html', 'text', 'pdf', 'label'] as const;
export type WriteUpWay = (typeof WRITE_UP_WAYS)[number];

export const WAY_TYPES: Readonly<Record<WriteUpWay, { readonly extension: string; readonly type: string }>> = {
  markdown: { extension: 'md', type: 'text/markdown; charset=utf-8' },
  html: { extension: 'html', type: 'text/html; charset=utf-8' },
  text: { extension: 'txt', type: 'text/plain; charset=utf-8' },
  pdf: { extension: 'pdf', type: 'application/pdf' },
  label: { extension: 'svg', type: 'image/svg+xml; charset=utf-8' },
};

export interface WriteOutOptions {
  readonly id: string;
  readonly way: WriteUpWay;
  /** Other than what its layout says. */
  readonly length?: WriteUpLength;
  readonly size?: PaperSize;
  readonly pictureOf?: PictureSource;
}

/** A specimen's write-up as the bytes of one file. */
export async function writeOut(entries: readonly Entry[], { id, way, ...more }: WriteOutOptions): Promise<Uint8Array> {
  const specimen = replay(entries);
  if (way !== 'label') return writeOutFacts(writeUpFactsOf(new SpecimenAnalyses(specimen)), { way, ...more });
  const last = specimen.reworks.at(-1)?.at ?? entries.at(-1)?.at ?? '';
  // What few ask for is loaded when it is asked for: it would make every start slower.
  const { labelSvg } = await import('./label.ts');
  return bytesOf(labelSvg({ id, name: specimen.name, isAltered: isAlteredOnMains(specimen), day: last.slice(0, 10) }));
}

const bytesOf = (text: string) => new TextEncoder().encode(text);

/** What was found already, as the bytes of one file. */
export async function writeOutFacts(
  facts: WriteUpFacts,
  {
    way,
    length,
    size = 'A4',
    pictureOf = () => undefined,
  }: Omit<WriteOutOptions, 'id' | 'way'> & { readonly way: Exclude<WriteUpWay, 'label'> },
): Promise<Uint8Array> {
  const document = writeUp(facts, length === undefined ? {} : { length });
  switch (way) {
    case 'html':
      return bytesOf(htmlOf(document, facts, pictureOf));
    case 'pdf': {
      const { pdfOf } = await import('./as-pdf.ts');
      return pdfOf(document, facts, pictureOf, size);
    }
    case 'text':
      return bytesOf(textOf(treeOf(document)));
    case 'markdown':
      return bytesOf(
        `${markdownOf(
          treeOf(document, (block) => {
            if (block.kind === 'figure') {
              const svg = writeUpFigure(facts, block.figure, 'plain');
              return svg && svgAddress(svg);
            }
            const picture = pictureOf(block.picture.hash);
            return picture && shownAddress(picture, block.picture);
          }),
        )}\n`,
      );
  }
}
