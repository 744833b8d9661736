import { markedPhotoSvg, type PictureBlock } from '@mindful-probe/core';

/** A photo as a file holds it. */
export interface PrintedPicture {
  readonly bytes: Uint8Array;
  readonly mediaType: 'image/jpeg' | 'image/png' | 'image/webp';
}

export function dataAddress({ bytes, mediaType }: PrintedPicture): string {
  return `data:${mediaType};base64,${Buffer.from(bytes).toString('base64')}`;
}

/** A photo as it is shown: with its marks drawn in where it has any. */
export function shownAddress(picture: PrintedPicture, block: PictureBlock): string {
  const address = dataAddress(picture);
  return block.pins.length === 0 ? address : svgAddress(markedPhotoSvg(address, block));
}

export function svgAddress(svg: string): string {
  return `data:image/svg+xml;base64,${Buffer.from(svg, 'utf8').toString('base64')}`;
}

/** Photos by their hash, as far as they are at hand. */
export type PictureSource = (hash: string) => PrintedPicture | undefined;
