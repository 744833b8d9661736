/** The name under which something damaged is put aside: beside it, with the time. Nothing is ever deleted. */
export function asidePath(path: string, now = new Date()): string {
  return `${path}.put-aside-${now.toISOString().replaceAll(/[:.]/g, '-')}`;
}
