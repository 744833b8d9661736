import { type Entry, parseJson, parseTape, TAPE_FILE } from '@mindful-probe/core';
import type { PrintedPicture } from '@mindful-probe/print';
import { strFromU8, unzipSync } from 'fflate';
import { type Refusal, refused } from './outcome.ts';

/** A specimen as its ZIP holds it. */
export interface ReadSpecimen {
  readonly id: string;
  readonly entries: readonly Entry[];
  readonly pictures: ReadonlyMap<string, PrintedPicture>;
}

const MEDIA_TYPES = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' } as const;
const PICTURE = /^pictures\/([0-9a-f]{64})\.(jpg|png|webp)$/;

/** The tape and the photos of a specimen's ZIP, or of a tape by itself. */
export function readSpecimen(
  bytes: Uint8Array,
  path: string,
): { readonly ok: true; readonly specimen: ReadSpecimen } | { readonly ok: false; readonly refusal: Refusal } {
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b;
  let files: Record<string, Uint8Array>;
  try {
    files = isZip ? unzipSync(bytes, { filter: ({ name }) => name === TAPE_FILE || PICTURE.test(name) }) : { [TAPE_FILE]: bytes };
  } catch {
    return { ok: false, refusal: refused({ code: 'broken-zip', message: `${path} is a ZIP that is broken or cut short.`, path }) };
  }
  const tape = files[TAPE_FILE];
  if (!tape)
    return { ok: false, refusal: refused({ code: 'no-tape', message: `${path} holds no ${TAPE_FILE}: it is no specimen.`, path }) };
  const json = parseJson(strFromU8(tape));
  if (!json.ok) return { ok: false, refusal: refused(json.error) };
  const parsed = parseTape(json.value);
  if (!parsed.ok) return { ok: false, refusal: refused(parsed.error) };
  const pictures = new Map<string, PrintedPicture>();
  for (const [name, picture] of Object.entries(files)) {
    const [, hash, extension] = PICTURE.exec(name) ?? [];
    if (hash && extension) pictures.set(hash, { bytes: picture, mediaType: MEDIA_TYPES[extension as keyof typeof MEDIA_TYPES] });
  }
  return { ok: true, specimen: { id: parsed.value.specimen, entries: parsed.value.entries, pictures } };
}
