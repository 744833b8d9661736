import { parseJson, parseTape, TAPE_FILE, type TapeDocument } from '@mindful-probe/core';
import { strFromU8, unzipSync } from 'fflate';
import { ImportRefusedError } from '../errors/coded-errors.ts';

/** A tape of 50,000 long entries is far below this; what claims more is a bomb or no tape. */
const LARGEST_TAPE_BYTES = 64 * 1024 * 1024;

/**
 * The tape in an uploaded file: a specimen's ZIP, or a `*.tape.json` by itself.
 *
 * @throws ImportRefusedError saying what is wrong with it
 */
export function readUpload(bytes: Uint8Array): TapeDocument {
  const text = isZip(bytes) ? tapeTextInZip(bytes) : strFromU8(bytes);
  const json = parseJson(text);
  if (!json.ok) throw new ImportRefusedError(json.error.code, `This is neither a specimen's ZIP nor a tape. ${json.error.message}`);
  const tape = parseTape(json.value);
  if (!tape.ok) throw new ImportRefusedError(tape.error.code, tape.error.message, tape.error.path);
  return tape.value;
}

function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b;
}

function tapeTextInZip(bytes: Uint8Array): string {
  let tooLarge = false;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
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
  return strFromU8(tape);
}
