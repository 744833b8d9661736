import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { PictureRefusedError } from '../errors/coded-errors.ts';

export type PictureType = 'image/jpeg' | 'image/png' | 'image/webp';

export interface ProcessedPicture {
  /** SHA-256 of `bytes`, hex. */
  readonly hash: string;
  readonly mediaType: PictureType;
  readonly width: number;
  readonly height: number;
  readonly bytes: Buffer;
  readonly thumbnail: Buffer;
}

const TYPES: Readonly<Record<string, PictureType>> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };
/** More pixels than any camera on a bench has; a small file that unfolds to more is a bomb. */
const MOST_PIXELS = 120e6;
const THUMBNAIL_PIXELS = 400;

/**
 * Turns a picture upright and writes it anew without anything but its pixels and colours: no place, no time, no
 * owner. The hash is that of what is kept.
 *
 * @throws PictureRefusedError where it is no JPEG, PNG or WebP, or is cut short
 */
export async function processPicture(upload: Uint8Array): Promise<ProcessedPicture> {
  const options = { limitInputPixels: MOST_PIXELS, failOn: 'truncated' } as const;
  const format = await sharp(upload, options)
    .metadata()
    .then((metadata) => metadata.format)
    .catch(() => undefined);
  const mediaType = format && TYPES[format];
  if (!mediaType) throw new PictureRefusedError('This is no picture that can be kept here: JPEG, PNG or WebP are.');
  try {
    const upright = sharp(upload, options).autoOrient();
    const { data, info } = await (format === 'jpeg'
      ? upright.jpeg({ quality: 90 })
      : format === 'png'
        ? upright.png()
        : upright.webp()
    ).toBuffer({
      resolveWithObject: true,
    });
    const thumbnail = await sharp(data)
      .resize(THUMBNAIL_PIXELS, THUMBNAIL_PIXELS, { fit: 'inside', withoutEnlargement: true })
      .webp()
      .toBuffer();
    const hash = createHash('sha256').update(data).digest('hex');
    return { hash, mediaType, width: info.width, height: info.height, bytes: data, thumbnail };
  } catch (error) {
    throw new PictureRefusedError(`The picture is broken: ${error instanceof Error ? error.message : String(error)}.`);
  }
}
