/** A photo as a file holds it, with its marks drawn in. */
export interface PrintedPicture {
  readonly bytes: Uint8Array;
  readonly mediaType: 'image/jpeg' | 'image/png' | 'image/webp';
}

export function dataAddress({ bytes, mediaType }: PrintedPicture): string {
  return `data:${mediaType};base64,${Buffer.from(bytes).toString('base64')}`;
}

export function svgAddress(svg: string): string {
  return `data:image/svg+xml;base64,${Buffer.from(svg, 'utf8').toString('base64')}`;
}

/** Photos by their hash, as far as they are at hand. */
export type PictureSource = (hash: string) => PrintedPicture | undefined;
