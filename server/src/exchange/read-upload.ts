import { parseJson, parseTape, TAPE_FILE, type TapeDocument } from '@mindful-probe/core';
import { strFromU8, unzipSync } from 'fflate';
import { ImportRefusedError } from '../errors/coded-errors.ts';

/** A tape of 50,000 long entries is far below this; what claims more is a bomb or no tape. */
const LARGEST_TAPE_BYTES = 64 * 1024 * 1024;
const LARGEST_PICTURE_BYTES = 40 * 1024 * 1024;

/** What an upload holds: the tape, and pictures by their hash. */
export interface Upload {
  readonly tape: TapeDocument;
  readonly pictures: ReadonlyMap<string, Uint8Array>;
}

/**
 * The tape in an uploaded file: a specimen's ZIP, or a `*.tape.json` by itself.
 *
 * @throws ImportRefusedError saying what is wrong with it
 */
export function readUpload(bytes: Uint8Array): Upload {
  const files = isZip(bytes) ? filesInZip(bytes) : { [TAPE_FILE]: bytes };
  const text = strFromU8(files[TAPE_FILE] as Uint8Array);
  const json = parseJson(text);
  if (!json.ok) throw new ImportRefusedError(json.error.code, `This is neither a specimen's ZIP nor a tape. ${json.error.message}`);
  const tape = parseTape(json.value);
  if (!tape.ok) throw new ImportRefusedError(tape.error.code, tape.error.message, tape.error.path);
  const pictures = new Map(Object.entries(files).flatMap(([name, picture]) => (hashOf(name) ? [[hashOf(name) as string, picture]] : [])));
  return { tape: tape.value, pictures };
}

/** Where a picture lies in a specimen's ZIP. */
export function pictureFile(hash: string, mediaType: string): string {
  return `pictures/${hash}.${mediaType.replace('image/', '').replace('jpeg', 'jpg')}`;
}

function hashOf(name: string): string | undefined {
  return /^pictures\/([0-9a-f]{64})\.(?:jpg|png|webp)$/.exec(name)?.[1];
}

function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b;
}

function filesInZip(bytes: Uint8Array): Record<string, Uint8Array> {
  let tooLarge = false;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (hashOf(name)) return originalSize <= LARGEST_PICTURE_BYTES;
        if (name !== TAPE_FILE) return false;
        tooLarge = originalSize > LARGEST_TAPE_BYTES;
        return !tooLarge;
      },
    });
  } catch {
    throw new ImportRefusedError('broken-zip', 'The ZIP is broken or cut short. Export it again, or copy it again.');
  }
  if (tooLarge)
    throw new ImportRefusedError('too-large', `${TAPE_FILE} in the ZIP is larger than ${LARGEST_TAPE_BYTES / 1024 / 1024} MB.`, TAPE_FILE);
  const tape = files[TAPE_FILE];
  if (!tape) throw new ImportRefusedError('no-tape', `The ZIP has no ${TAPE_FILE}, so it is not an exported specimen.`, TAPE_FILE);
  return files;
}
