const KEPT_DIGITS = 3;
/** What a solver leaves where nothing flows. */
const NOTHING = 1e-12;

/** What is worked out of elsewhere, and said there. */
const LEFT_OUT = new Set(['circuit', 'specimen', 'tape', 'solution', 'entry', 'waves', 'candidates', 'followed', 'curve']);

const isFlat = (value: unknown) => typeof value !== 'object' || value === null;

/** To three digits; what a solver leaves of nothing is nothing. */
export function plainNumber(value: number): string {
  if (Math.abs(value) < NOTHING) return '0';
  return Number.isFinite(value) ? String(Number(value.toPrecision(KEPT_DIGITS))) : String(value);
}

function flat(value: unknown): string {
  return typeof value === 'number' ? plainNumber(value) : String(value).replaceAll('\n', ' / ');
}

/** Any value as indented lines, its numbers to three digits. */
export function figuresOf(value: unknown, indent = ''): readonly string[] {
  if (isFlat(value)) return [`${indent}${flat(value)}`];
  const pairs: readonly (readonly [string, unknown])[] =
    value instanceof Map
      ? [...value].map(([key, one]) => [flat(key), one])
      : value instanceof Set
        ? [...value].map((one, index) => [String(index), one])
        : Object.entries(value as object);
  const kept = pairs.filter(([key, one]) => one !== undefined && typeof one !== 'function' && !LEFT_OUT.has(key));
  const isList = Array.isArray(value) || value instanceof Set;
  if (isList && kept.every(([, one]) => isFlat(one))) return [`${indent}${kept.map(([, one]) => flat(one)).join(', ')}`];
  const parts = kept.map(([key, one]) => (isFlat(one) ? `${key} ${flat(one)}` : undefined));
  const inLine = parts.filter((part) => part !== undefined);
  return [
    ...(inLine.length > 0 ? [`${indent}${inLine.join('; ')}`] : []),
    ...kept.flatMap(([key, one]) => {
      if (isFlat(one)) return [];
      const below = figuresOf(one, `${indent}  `);
      const [only = ''] = below;
      return below.length === 1 ? [`${indent}${isList ? '-' : key}: ${only.trim()}`] : [`${indent}${isList ? '-' : `${key}:`}`, ...below];
    }),
  ];
}
