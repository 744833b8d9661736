import { WRITE_UP_LENGTHS, type WriteUpLength } from '@mindful-probe/core';
import { type PaperSize, WRITE_UP_WAYS, type WriteUpWay, writeOut } from '@mindful-probe/print';
import { misused, type Outcome } from '../outcome.ts';
import { readSpecimen } from '../specimen-zip.ts';

interface Asked {
  readonly as?: string;
  readonly length?: string;
  readonly paper?: string;
}

const PAPERS: Readonly<Record<string, PaperSize>> = { a4: 'A4', letter: 'LETTER' };

/** A specimen's ZIP, or its tape by itself, as a write-up. */
export async function writeUpFile(bytes: Uint8Array, path: string, { as = 'markdown', length, paper = 'A4' }: Asked): Promise<Outcome> {
  const way = WRITE_UP_WAYS.find((one): one is WriteUpWay => one === as);
  if (!way) return misused(`“${as}” is no way of writing out. There are: ${WRITE_UP_WAYS.join(', ')}.`);
  const wanted = WRITE_UP_LENGTHS.find((one): one is WriteUpLength => one === length);
  if (length !== undefined && !wanted) return misused(`“${length}” is no length. There are: ${WRITE_UP_LENGTHS.join(', ')}.`);
  const size = PAPERS[paper.toLowerCase()];
  if (!size) return misused(`“${paper}” is no paper. There are: A4, Letter.`);
  const read = readSpecimen(bytes, path);
  if (!read.ok) return read.refusal;
  const { id, entries, pictures } = read.specimen;
  return { bytes: await writeOut(entries, { id, way, size, ...(wanted && { length: wanted }), pictureOf: (hash) => pictures.get(hash) }) };
}
