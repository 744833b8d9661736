import type { ClaimField, ClaimTextField } from './fields.ts';

/** A claim picked out of free text, to be accepted or not. */
export type ListingFind = {
  /** The words it was read from, with a little around them. */
  readonly snippet: string;
  /** Where in the text, in characters. */
  readonly at: number;
} & (
  | { readonly field: ClaimField; readonly value: number; readonly upTo?: number }
  | { readonly field: ClaimTextField; readonly text: string }
);

/** Blanks between words are few: any number of them would be looked through anew from each one. */
const BLANKS = String.raw`\s{0,6}`;

const NUMBER = String.raw`(\d{1,3}(?:[ ,]\d{3}){1,3}(?![.,\d])|\d{1,9}(?:[.,]\d{1,9})?)`;
const RANGE = String.raw`${NUMBER}(?:\s*(?:-|–|~|to)\s*${NUMBER})?`;

interface FigurePattern {
  readonly field: ClaimField;
  readonly pattern: RegExp;
  readonly factor?: number;
  readonly reach?: readonly [number, number];
}

/** Tried in this order; what one took the next does not see. */
const FIGURES: readonly FigurePattern[] = [
  {
    field: 'equivalentWatts',
    pattern: expression(String.raw`${NUMBER}\s*W(?:atts?)?\s*(?:incandescent\s*)?(?:equivalent|eq\.?\b|halogen|incandescent)`),
  },
  {
    field: 'equivalentWatts',
    pattern: expression(String.raw`(?:equivalent(?:\s+to)?|equals?|replaces?|like|instead of)\s*(?:an?\s*)?${NUMBER}\s*W\b`),
  },
  { field: 'ampHours', pattern: expression(String.raw`${NUMBER}\s*mAh`), factor: 1e-3 },
  { field: 'ampHours', pattern: expression(String.raw`${NUMBER}\s*Ah\b`) },
  { field: 'amps', pattern: expression(String.raw`${NUMBER}\s*mA\b`), factor: 1e-3 },
  { field: 'lumens', pattern: expression(String.raw`${NUMBER}\s*(?:lm\b|lumens?\b)`) },
  { field: 'kelvin', pattern: expression(String.raw`${RANGE}\s*K\b`), reach: [1000, 20000] },
  { field: 'colourIndex', pattern: expression(String.raw`(?:CRI|Ra)\s*(?:[:=>≥]|is|of)?\s*${NUMBER}`), reach: [1, 100] },
  { field: 'beamDegrees', pattern: expression(String.raw`${NUMBER}\s*(?:°(?!\s*[CF])|deg(?:rees?)?\b)`), reach: [1, 360] },
  { field: 'candela', pattern: expression(String.raw`${NUMBER}\s*(?:cd\b|candelas?\b)`) },
  { field: 'volts', pattern: expression(String.raw`(?:AC|DC)?\s*${RANGE}\s*V(?:AC|DC|olts?)?\b`), reach: [0.5, 1000] },
  { field: 'hertz', pattern: expression(String.raw`${NUMBER}(?:\s*[/–-]\s*${NUMBER})?\s*Hz`) },
  { field: 'watts', pattern: expression(String.raw`${NUMBER}\s*(?:W\b|watts?\b)`) },
  {
    field: 'hours',
    pattern: expression(String.raw`${NUMBER}\s*(?:h\b|hrs?\b|hours?\b)(?!\s*(?:shipping|delivery|service))`),
    reach: [0.01, 1000],
  },
  {
    field: 'throwMetres',
    pattern: expression(String.raw`(?:throw|reach|beam distance|range|up to)\D{0,20}?${NUMBER}\s*(?:m\b|met(?:er|re)s?\b)`),
  },
  { field: 'throwMetres', pattern: expression(String.raw`${NUMBER}\s*(?:m|met(?:er|re)s?)\s+(?:throw|reach|beam)`) },
];

interface WordPattern {
  readonly field: ClaimTextField;
  readonly pattern: RegExp;
}

const WORDS: readonly WordPattern[] = [
  {
    field: 'battery',
    pattern: expression(
      String.raw`(?:\d+\s*[x×*]\s*)?\b(?:18650|21700|26650|14500|16340|10440|CR20(?:32|25|16)|CR123A?|LR44|AAA|AA)\b(?:\s*(?:cells?|batter(?:y|ies)))?`,
    ),
  },
  { field: 'water', pattern: expression(String.raw`\bIP\s?[X\d]\d\b|\bwater\s?(?:proof|resistant)\b`) },
  { field: 'impact', pattern: expression(String.raw`\bIK\s?\d{1,2}\b|\b(?:shock|impact)[- ]?(?:proof|resistant)\b`) },
  { field: 'marks', pattern: expression(String.raw`\b(?:CE|UKCA|RoHS|FCC)\b(?:[\s,/&]{1,4}(?:CE|UKCA|RoHS|FCC)\b){0,8}`) },
  { field: 'dimmable', pattern: expression(String.raw`\b(?:not|non)[- ]?dimmable\b|\bdimmable\b`) },
  {
    field: 'protection',
    pattern: expression(
      String.raw`\b(?:over[- ]?(?:charge|current|heat|voltage|discharge)|short[- ]?circuit|surge|reverse polarity)\b(?:[\w\s,/&-]{0,40}?protect(?:ion|ed))?`,
    ),
  },
  { field: 'price', pattern: expression(String.raw`(?:[$€£]\s?\d+(?:[.,]\d{2})?|\d+(?:[.,]\d{2})?\s?(?:€|EUR|USD|GBP))`) },
];

const AROUND = 18;
/** A page of a shop with everything on it has a quarter of this. */
const LONGEST_LISTING = 200_000;

/**
 * Picks claims out of a listing pasted whole. What is found twice with the same figure is offered once.
 *
 * @param pasted what is behind the first 200,000 characters is left out; 20 kB take a few milliseconds
 */
export function parseListing(pasted: string): readonly ListingFind[] {
  const text = pasted.slice(0, LONGEST_LISTING);
  const taken = new Uint8Array(text.length);
  const finds: ListingFind[] = [];
  const seen = new Set<string>();
  const offer = (find: ListingFind, key: string, from: number, to: number) => {
    taken.fill(1, from, to);
    if (seen.has(key)) return;
    seen.add(key);
    finds.push(find);
  };
  for (const { field, pattern, factor = 1, reach } of FIGURES) {
    for (const match of text.matchAll(pattern)) {
      const { from, to } = spanOf(match);
      if (taken.subarray(from, to).includes(1)) continue;
      const value = factor * numberOf(match[1] ?? '');
      const upTo = match[2] === undefined ? undefined : factor * numberOf(match[2]);
      if (!(value > 0) || (reach && (value < reach[0] || value > reach[1]))) continue;
      const range = upTo !== undefined && upTo > value ? { upTo } : {};
      offer({ field, value, ...range, snippet: around(text, from, to), at: from }, `${field} ${value} ${upTo}`, from, to);
    }
  }
  for (const { field, pattern } of WORDS) {
    for (const match of text.matchAll(pattern)) {
      const { from, to } = spanOf(match);
      const words = match[0].trim().replace(/\s+/g, ' ');
      offer({ field, text: words, snippet: around(text, from, to), at: from }, `${field} ${words.toLowerCase()}`, from, to);
    }
  }
  return finds.sort((a, b) => a.at - b.at);
}

function expression(source: string): RegExp {
  return new RegExp(`(?<![\\w.])${source.replaceAll(String.raw`\s*`, BLANKS).replaceAll(String.raw`\s+`, String.raw`\s{1,6}`)}`, 'gi');
}

function spanOf(match: RegExpMatchArray): { from: number; to: number } {
  const from = match.index ?? 0;
  return { from, to: from + match[0].length };
}

/** `1,200` and `1 200` are a thousand in a listing; `4,5` is four and a half. */
function numberOf(text: string): number {
  return Number(/^\d{1,3}(?:[ ,]\d{3})+$/.test(text) ? text.replace(/[ ,]/g, '') : text.replace(',', '.'));
}

function around(text: string, from: number, to: number): string {
  const start = Math.max(0, from - AROUND);
  const end = Math.min(text.length, to + AROUND);
  const piece = text.slice(start, end).replace(/\s+/g, ' ').trim();
  return `${start > 0 ? '…' : ''}${piece}${end < text.length ? '…' : ''}`;
}
