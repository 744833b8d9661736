import { type Circuit, celsiusOf, switchingStageOf } from '../circuit/index.ts';
import { deviceOf, type Limit, type Part, type Rating, type RatingKind } from '../device/index.ts';
import type { Fit } from '../estimate/index.ts';
import { COVERAGE, type Uncertain } from '../quantity/index.ts';
import { type Figure, figureIn, ratedFigure, type Solution } from '../solve/index.ts';
import { withDerating } from './ratings.ts';

/** What is held against a limit here; temperatures are the heat path's matter. */
export type StressKind = Exclude<RatingKind, 'celsius' | 'chip-celsius'>;

/** How each is called, and its unit. */
const KINDS: Readonly<Record<StressKind, { readonly words: string; readonly unit: 'amps' | 'watts' | 'volts' }>> = {
  'chip-amps': { words: 'current', unit: 'amps' },
  'chip-peak-amps': { words: 'peak current', unit: 'amps' },
  'chip-watts': { words: 'power of a chip', unit: 'watts' },
  'chip-reverse-volts': { words: 'reverse voltage', unit: 'volts' },
  watts: { words: 'power', unit: 'watts' },
  volts: { words: 'peak voltage', unit: 'volts' },
  amps: { words: 'rms current', unit: 'amps' },
  'peak-amps': { words: 'peak current', unit: 'amps' },
  'reverse-volts': { words: 'reverse voltage', unit: 'volts' },
};

export function stressName({ ref, of }: Pick<Stress, 'ref' | 'of'>): string {
  return `${ref} ${KINDS[of].words}`;
}

export function stressUnit({ of }: Pick<Stress, 'of'>): 'amps' | 'watts' | 'volts' {
  return KINDS[of].unit;
}

/** A figure of a part against its limit. */
export interface Stress {
  readonly ref: string;
  readonly of: StressKind;
  readonly figure: Uncertain;
  readonly limit: Limit;
  /** Multiples of the limit. */
  readonly ratio: Uncertain;
  readonly level: StressLevel;
}

/** Comfort is up to 0.8 of a rating; what is above 1 with all of its uncertainty is over, what crosses it is at its rating. */
export type StressLevel = 'within' | 'caution' | 'at' | 'over';

export const COMFORT = { low: 0.4, high: 0.8 } as const;

export function stressLevel({ value, uncertainty }: Uncertain): StressLevel {
  if (value - COVERAGE * uncertainty > 1) return 'over';
  if (value + COVERAGE * uncertainty > 1 && value > COMFORT.high) return 'at';
  return value > COMFORT.high ? 'caution' : 'within';
}

/** Below it an LED is dark, and what is said of how hard it is driven says nothing: A. */
const DARK_AMPS = 1e-6;

/** Whether a chip with this current gives light. */
export function isChipLit(amps: number): boolean {
  return amps > DARK_AMPS;
}

/** Whether current flows through what is hardest driven. */
export function isLit({ figure }: Pick<Stress, 'figure'>): boolean {
  return isChipLit(figure.value);
}

/** A level in words. */
export const LEVEL_WORDS: Readonly<Record<StressLevel, string>> = {
  within: 'within its rating',
  caution: 'close to its rating',
  at: 'at its rating',
  over: 'above its rating',
};

/** Of a limit that is only usual. */
const LEAST_SHARE = 0.02;

interface StressRow {
  readonly ref: string;
  readonly of: StressKind;
  readonly figure: Figure;
  readonly limit: Limit;
}

/**
 * Every part against what it may take, in the circuit's order: what is rated, and of LEDs and resistors what is usual.
 *
 * @param aroundCelsius of what the parts sit on; a part with a temperature of its own has that
 */
export function stressesOf(circuit: Circuit, fit: Fit, aroundCelsius = celsiusOf(circuit)): readonly Stress[] {
  const rows = ownFigures(circuit).flatMap((part) => rowsOf(part, part.celsius ?? aroundCelsius));
  const figures = fit.figures(rows.map(({ figure }) => figure));
  return rows.flatMap(({ ref, of, limit }, index): Stress[] => {
    const figure = figures[index];
    const ratio = { value: figure.value / limit.value, uncertainty: figure.uncertainty / limit.value };
    // What nobody stated and nothing comes near to is not worth a line.
    if (limit.assumed && of !== 'chip-amps' && Math.abs(ratio.value) < LEAST_SHARE) return [];
    return [{ ref, of, figure, limit, ratio, level: stressLevel(ratio) }];
  });
}

/** What of a limit is taken up in one solution. */
export interface Share {
  readonly ref: string;
  readonly of: StressKind;
  readonly limit: Limit;
  readonly share: number;
}

/** Every part against what it may take by one solution alone, without how sure that is. */
export function sharesOf(circuit: Circuit, solution: Solution, aroundCelsius = celsiusOf(circuit)): readonly Share[] {
  return ownFigures(circuit)
    .filter(({ ref }) => solution.parts[ref] !== undefined)
    .flatMap((part) => rowsOf(part, part.celsius ?? aroundCelsius))
    .map(({ ref, of, figure, limit }) => ({ ref, of, limit, share: Math.abs(figureIn(solution, figure)) / limit.value }));
}

/** The LED driven hardest: what the shelf and the verdict speak of first. Undefined without an LED. */
export function hardestDriven(stresses: readonly Stress[]): Stress | undefined {
  return stresses
    .filter(({ of }) => of === 'chip-amps')
    .reduce<Stress | undefined>((most, stress) => (most && most.ratio.value >= stress.ratio.value ? most : stress), undefined);
}

/** The parts of which the solution has the figures: of a switching stage it has none. */
function ownFigures(circuit: Circuit): readonly Part[] {
  const stage = switchingStageOf(circuit);
  return stage.size === 0 ? circuit.parts : circuit.parts.filter(({ ref }) => !stage.has(ref));
}

function rowsOf(part: Part, celsius: number): readonly StressRow[] {
  const rows = ratedRowsOf(part);
  return deviceOf(part.kind).derates
    ? rows.map((row) => (row.of === 'watts' ? { ...row, limit: withDerating(row.limit, celsius) } : row))
    : rows;
}

/** A search solves thousands of circuits that differ in one part: the rows of the others are made once. */
const ratedRows = new WeakMap<Part, readonly StressRow[]>();

function ratedRowsOf(part: Part): readonly StressRow[] {
  const known = ratedRows.get(part);
  if (known) return known;
  const { ratings, source } = deviceOf(part.kind);
  // A source is no part that is driven: what its label says limits what it may deliver.
  const rows = source ? [] : (ratings?.(part) ?? []);
  const made = rows.flatMap(({ of, limit }: Rating): StressRow[] => {
    const figure = ratedFigure(part.ref, of);
    return figure && of !== 'celsius' && of !== 'chip-celsius' ? [{ ref: part.ref, of, figure, limit }] : [];
  });
  ratedRows.set(part, made);
  return made;
}
