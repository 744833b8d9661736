export type PictureType = 'image/jpeg' | 'image/png' | 'image/webp';

/** By the first byte: nothing else is ever kept. */
export function pictureTypeOf([first]: Uint8Array): PictureType {
  return first === 0xff ? 'image/jpeg' : first === 0x89 ? 'image/png' : 'image/webp';
}

/** Where a picture lies in a specimen's ZIP, and in a backup. */
export function pictureFile(hash: string, type: string): string {
  return `pictures/${hash}.${type.replace('image/', '').replace('jpeg', 'jpg')}`;
}

/** The hash that such a name carries; undefined where it is no such name. */
export function hashInFile(name: string): string | undefined {
  return /^pictures\/([0-9a-f]{64})\.(?:jpg|png|webp)$/.exec(name)?.[1];
}
