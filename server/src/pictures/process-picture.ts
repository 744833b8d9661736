import { createHash } from 'node:crypto';
import sharp, { type Metadata } from 'sharp';
import { PictureRefusedError } from '../errors/coded-errors.ts';
import type { PictureType } from './picture-type.ts';

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

/** Segments of a JPEG that are of the picture itself: JFIF, colour profile, Adobe's kind of colours. */
const JPEG_OWN: ReadonlySet<number> = new Set([0xe0, 0xe2, 0xee]);

/** Whether anything stands in a picture beside its pixels and colours: place, time, owner, comments. */
export async function carriesMoreThanPixels(bytes: Uint8Array): Promise<boolean> {
  const { exif, iptc, xmp, comments, tifftagPhotoshop } = await sharp(bytes)
    .metadata()
    .catch((): Partial<Metadata> => ({}));
  if (exif ?? iptc ?? xmp ?? tifftagPhotoshop) return true;
  return (comments?.length ?? 0) > 0 || hasForeignSegments(bytes);
}

/** Comments, and what applications keep for themselves, in a JPEG (ITU-T T.81, B.1.1.2), which are not told of above. */
function hasForeignSegments(bytes: Uint8Array): boolean {
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return false;
  for (let at = 2; at + 4 <= bytes.length && bytes[at] === 0xff; ) {
    const marker = bytes[at + 1] ?? 0;
    // The scan begins: nothing but the picture follows.
    if (marker === 0xda) return false;
    const isForApplications = marker >= 0xe0 && marker <= 0xef;
    if (marker === 0xfe || (isForApplications && !JPEG_OWN.has(marker))) return true;
    at += 2 + (((bytes[at + 2] ?? 0) << 8) | (bytes[at + 3] ?? 0));
  }
  return false;
}
