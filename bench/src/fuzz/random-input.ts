/** Numbers from 0 to below 1. */
export type Random = () => number;

export function below(random: Random, count: number): number {
  return Math.floor(random() * count);
}

export function oneOf<T>(random: Random, of: readonly T[]): T {
  return of[below(random, of.length)] as T;
}

/** What people, instruments and attackers put into a field. */
const BITS = [
  ' ',
  '  ',
  '\t',
  '\n',
  '\r\n',
  '\u0000',
  '\uFEFF',
  '\u202E',
  '\uD800',
  '💡',
  'é',
  'Ω',
  'µ',
  '±',
  '-',
  '–',
  '.',
  ',',
  ';',
  ':',
  '/',
  '\\',
  '(',
  ')',
  '[',
  ']',
  '{',
  '}',
  '<',
  '>',
  '"',
  "'",
  '`',
  '=',
  '+',
  '@',
  '#',
  '%',
  '&',
  '|',
  '*',
  '?',
  '!',
  '~',
  '$',
  '0',
  '1',
  '9',
  '-0',
  '1e999',
  '-1e999',
  '1e-999',
  'NaN',
  'Infinity',
  'null',
  'undefined',
  'true',
  '__proto__',
  'constructor',
  'toString',
  '9007199254740993',
  '1,000',
  '1.000,5',
  '0x10',
  '01',
  '1/2',
  '../..',
  '=cmd()',
  '<script>',
  'x'.repeat(300),
  ' '.repeat(400),
  '['.repeat(200),
];

/** A text with a few places changed: something put in, taken out, doubled, moved or cut. */
export function changedText(random: Random, text: string): string {
  let changed = text;
  for (let change = 0; change <= below(random, 4); change++) {
    const at = below(random, changed.length + 1);
    const to = Math.min(changed.length, at + below(random, 12));
    switch (below(random, 6)) {
      case 0:
        changed = changed.slice(0, at) + oneOf(random, BITS) + changed.slice(at);
        break;
      case 1:
        changed = changed.slice(0, at) + changed.slice(to);
        break;
      case 2:
        changed = changed.slice(0, to) + changed.slice(at);
        break;
      case 3:
        changed = changed.slice(0, at) + oneOf(random, BITS).repeat(1 + below(random, 40)) + changed.slice(to);
        break;
      case 4:
        changed = changed.slice(to) + changed.slice(0, at);
        break;
      default:
        changed = changed.slice(0, at) + String.fromCharCode(below(random, 0x300)) + changed.slice(at + 1);
    }
  }
  return changed.slice(0, 20_000);
}

const VALUES: readonly unknown[] = [
  null,
  true,
  false,
  0,
  -0,
  1,
  -1,
  0.5,
  1e-300,
  1e300,
  -1e300,
  1e-9,
  65536,
  2 ** 53,
  '',
  'x',
  'R1',
  'V1.+',
  '\u0000',
  'x'.repeat(500),
  [],
  {},
  [null],
  [[]],
  { ref: 'R1' },
  '__proto__',
];

/** A JSON value with a few places changed: another value, a field gone, doubled, renamed. */
export function changedJson(random: Random, value: unknown): unknown {
  const copy = structuredClone(value);
  for (let change = 0; change <= below(random, 3); change++) {
    const places = placesIn(copy);
    if (places.length === 0) return oneOf(random, VALUES);
    const { holder, key } = oneOf(random, places);
    const record = holder as Record<string, unknown>;
    switch (below(random, 5)) {
      case 0:
        record[key] = structuredClone(oneOf(random, VALUES));
        break;
      case 1:
        if (Array.isArray(holder)) holder.splice(Number(key), 1);
        else delete record[key];
        break;
      case 2:
        if (Array.isArray(holder)) holder.push(structuredClone(holder[Number(key)]));
        else record[`${key}x`] = record[key];
        break;
      case 3:
        record[key] = typeof record[key] === 'number' ? record[key] * oneOf(random, [-1, 0, 1e-12, 1e-3, 10, 1e6, 1e12]) : record[key];
        break;
      default:
        record[key] = typeof record[key] === 'string' ? changedText(random, record[key]) : structuredClone(oneOf(random, VALUES));
    }
  }
  return copy;
}

function placesIn(value: unknown, places: { holder: object; key: string }[] = []): { holder: object; key: string }[] {
  if (typeof value !== 'object' || value === null) return places;
  for (const [key, inner] of Object.entries(value)) {
    places.push({ holder: value, key });
    placesIn(inner, places);
  }
  return places;
}
