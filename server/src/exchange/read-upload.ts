import { parseJson, parseTape, TAPE_FILE, type TapeDocument } from '@mindful-probe/core';
import { strFromU8, unzipSync } from 'fflate';
import { ImportRefusedError } from '../errors/coded-errors.ts';
import { hashInFile } from '../pictures/picture-type.ts';

/** A tape of 50,000 long entries is far below this; what claims more is a bomb or no tape. */
const LARGEST_TAPE_BYTES = 64 * 1024 * 1024;
const LARGEST_PICTURE_BYTES = 40 * 1024 * 1024;
/** An upload is at most 100 MB, and pictures are packed already. */
const LARGEST_TOTAL_BYTES = 256 * 1024 * 1024;

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
  const pictures = new Map(
    Object.entries(files).flatMap(([name, picture]) => (hashInFile(name) ? [[hashInFile(name) as string, picture]] : [])),
  );
  return { tape: tape.value, pictures };
}

function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b;
}

function filesInZip(bytes: Uint8Array): Record<string, Uint8Array> {
  let [tooLarge, total] = [false, 0];
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        const largest = name === TAPE_FILE ? LARGEST_TAPE_BYTES : hashInFile(name) ? LARGEST_PICTURE_BYTES : 0;
        if (largest === 0) return false;
        total += originalSize;
        tooLarge ||= originalSize > largest || total > LARGEST_TOTAL_BYTES;
        return !tooLarge;
      },
    });
  } catch {
    throw new ImportRefusedError('broken-zip', 'The ZIP is broken or cut short. Export it again, or copy it again.');
  }
  if (tooLarge)
    throw new ImportRefusedError(
      'too-large',
      `The ZIP unfolds to more than a specimen has: ${LARGEST_TOTAL_BYTES / 1024 / 1024} MB in all, ${LARGEST_TAPE_BYTES / 1024 / 1024} MB of tape, ${LARGEST_PICTURE_BYTES / 1024 / 1024} MB a picture.`,
    );
  const tape = files[TAPE_FILE];
  if (!tape) throw new ImportRefusedError('no-tape', `The ZIP has no ${TAPE_FILE}, so it is not an exported specimen.`, TAPE_FILE);
  return files;
}
