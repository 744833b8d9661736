/** Where the server has a picture. */
export function photoAddress(hash: string, size: 'whole' | 'thumbnail'): string {
  return `/api/pictures/${hash}${size === 'thumbnail' ? '?size=thumbnail' : ''}`;
}
