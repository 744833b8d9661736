import type { LedPart } from '../device/index.ts';
import type { Circuit } from './schema.ts';
import { partsOfKind } from './supply.ts';

/** One LED package: what is soldered in and out as a whole. */
export interface LedPackage {
  /** As it is printed on the board and typed: `D7`. */
  readonly name: string;
  /** The part of the circuit that it belongs to. */
  readonly ref: string;
  /** Its dies, as it lies in the part's rows. */
  readonly series: number;
  readonly parallel: number;
  /** Packages that carry the same current one after another; 1 where it stands alone between its nets. */
  readonly inRow: number;
}

/** Most packages of one part that are told apart: beyond, a row is tested by its ends. */
const MOST_PACKAGES = 400;

/**
 * The packages of every LED of a circuit, in the order of its parts. A part entered as `D1-D9` is nine packages, with as
 * many dies each as its chips make; one of several chips under one ref is as many packages, named `D1_1`, `D1_2`.
 */
export function packagesOf(circuit: Circuit): readonly LedPackage[] {
  return partsOfKind(circuit, 'led').flatMap(packagesOfPart);
}

function packagesOfPart(part: LedPart): readonly LedPackage[] {
  const { ref, series = 1, parallel = 1 } = part;
  const names = namesOf(ref, series * parallel);
  const count = names.length;
  if (count === 1 || (series * parallel) % count !== 0)
    return [{ name: names[0] === undefined || count > 1 ? ref : names[0], ref, series, parallel, inRow: 1 }];
  // A package has its dies in series where their number divides, else in parallel.
  const inSeries = series % count === 0 ? series / count : 1;
  const dies = (series * parallel) / count;
  const chips = { series: inSeries, parallel: dies / inSeries };
  const inRow = series / chips.series;
  return names.map((name) => ({ name, ref, ...chips, inRow }));
}

function namesOf(ref: string, chips: number): readonly string[] {
  const range = rangeOf(ref);
  if (range) return range;
  return chips > 1 && chips <= MOST_PACKAGES ? Array.from({ length: chips }, (_, index) => `${ref}_${index + 1}`) : [ref];
}

/** The names from one to another, `D1-D4`; undefined of what is no range. */
export function rangeOf(text: string): readonly string[] | undefined {
  const match = /^([A-Za-z]+)(\d+)-([A-Za-z]*)(\d+)$/.exec(text);
  if (!match) return undefined;
  const [, letter = '', from = '', other = '', to = ''] = match;
  const count = Number(to) - Number(from) + 1;
  if ((other !== '' && other.toUpperCase() !== letter.toUpperCase()) || count < 2 || count > MOST_PACKAGES) return undefined;
  return Array.from({ length: count }, (_, index) => `${letter}${Number(from) + index}`);
}

/** The packages that a name stands for: itself, a range, or all of a part; empty where there are none of it. */
export function packagesNamed(packages: readonly LedPackage[], text: string): readonly LedPackage[] {
  const wanted = text.toUpperCase();
  const ofPart = packages.filter(({ ref }) => ref.toUpperCase() === wanted);
  const own = packages.filter(({ name }) => name.toUpperCase() === wanted);
  if (own.length > 0) return own;
  if (ofPart.length > 0) return ofPart;
  const names = new Set(rangeOf(text)?.map((name) => name.toUpperCase()));
  const found = packages.filter(({ name }) => names.has(name.toUpperCase()));
  return found.length === names.size ? found : [];
}
