/** A readable id of its own: the name's letters, then a piece of a random one, as two lamps may share a name. */
export function specimenIdFrom(name: string, random: string): string {
  const words = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40)
    .replace(/-+$/, '');
  return [words || 'specimen', random.replace(/[^a-z0-9]/g, '').slice(0, 8)].join('-');
}
