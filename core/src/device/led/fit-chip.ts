import { type ChipModel, chipVoltsAt, THERMAL_VOLTS } from './chip-model.ts';
import { LED_BODY_NAMES, LED_COLOUR_NAMES, type LedBodyName, type LedColour, type LedColourName, ledClassOf } from './colours.ts';

/** A point of one chip's curve: [amps, volts]. */
export type ChipPoint = readonly [number, number];

export interface ChipFit {
  readonly model: ChipModel;
  /** Root mean square of the misfit, V; 0 for one and two points where the bounds allow. */
  readonly misfitVolts: number;
}

const EMISSION_MIN = 1;
const EMISSION_MAX = 8;

/** Of one class, one standard deviation: of the volts at the current that they are stated at, and of the ohms, relative. */
export const CLASS_SPREAD = { volts: 0.1, ohmsShare: 0.5 } as const;

/**
 * The typical chip of a colour, in a body: its ohmic part is as many volts at the current that is usual for the body.
 *
 * @param atAmps of one of no known body: where its typical volts stand, if not at an indicator's current
 */
export function typicalChip(colour: LedColourName, body?: LedBodyName, atAmps?: number): ChipModel {
  if (atAmps !== undefined) return modelOfClass({ ...ledClassOf(colour, body), atAmps });
  return (TYPICAL_CHIPS.get(body) as ChipsByColour)[colour];
}

type ChipsByColour = Readonly<Record<LedColourName, ChipModel>>;

/** By body: a search makes a circuit's LEDs thousands of times. */
const TYPICAL_CHIPS: ReadonlyMap<LedBodyName | undefined, ChipsByColour> = new Map(
  [undefined, ...LED_BODY_NAMES].map((body) => [
    body,
    Object.fromEntries(LED_COLOUR_NAMES.map((colour) => [colour, modelOfClass(ledClassOf(colour, body))])) as ChipsByColour,
  ]),
);

function modelOfClass({ volts, atAmps, emission, ohmicVolts }: LedColour): ChipModel {
  return withSaturation(emission, ohmicVolts / atAmps, [atAmps, volts]);
}

/**
 * Fits the chip law to measured points of one chip at 25 °C: one point shifts the curve of its class until it goes
 * through, two go through both with the class's typical series resistance, more are least squares of volts at the given
 * amps with 1 ≤ n ≤ 8 and Rs ≥ 0.
 *
 * @param points at least one, amps and volts positive; those of one current are averaged by the fit
 */
export function fitChip(points: readonly ChipPoint[], colour: LedColourName = 'white', body?: LedBodyName): ChipFit {
  const typical = ledClassOf(colour, body);
  const distinct = new Set(points.map(([amps]) => amps));
  const [first] = points as [ChipPoint, ...ChipPoint[]];
  if (distinct.size === 1) {
    const volts = points.reduce((sum, [, v]) => sum + v, 0) / points.length;
    return withMisfit(throughPoint(body ? typical : ofItsSize(typical, first[0]), [first[0], volts]), points);
  }
  if (points.length === 2) return withMisfit(throughTwo(typical, points as [ChipPoint, ChipPoint]), points);
  return withMisfit(leastSquares(points), points);
}

/** A chip of no known body that somebody lit with more than an indicator's current is no indicator. */
function ofItsSize(typical: LedColour, amps: number): LedColour {
  return { ...typical, atAmps: Math.max(typical.atAmps, amps) };
}

/** The slope may be let go of by this much, either way. */
const LEAST_OHMS_SHARE = 0.1;
const MOST_OHMS_SHARE = 3;

/**
 * The class's curve through one point. What it is off there is shared out between a shift and the series resistance, as
 * far as each is unsure (the most likely of both, as an estimate has it for a reading without error): at the current that
 * the class's volts are stated at all of it is a shift.
 */
function throughPoint(typical: LedColour, [amps, volts]: ChipPoint): ChipModel {
  const usual = modelOfClass(typical);
  const off = volts - chipVoltsAt(usual, amps);
  const byOhms = CLASS_SPREAD.ohmsShare * usual.seriesOhms * (amps - typical.atAmps);
  const share = byOhms ** 2 / (CLASS_SPREAD.volts ** 2 + byOhms ** 2);
  const change = byOhms === 0 ? 0 : (off * share) / (amps - typical.atAmps);
  const within = (ohms: number) => Math.min(MOST_OHMS_SHARE * usual.seriesOhms, Math.max(LEAST_OHMS_SHARE * usual.seriesOhms, ohms));
  // A dim chip below its class's ohmic part has none to speak of.
  return withSaturation(typical.emission, Math.min(within(usual.seriesOhms + change), volts / 4 / amps), [amps, volts]);
}

/** The same chip with another series resistance: its volts at `pivotAmps` stay. */
export function withSeriesOhms(model: ChipModel, ohms: number, pivotAmps: number): ChipModel {
  const volts = chipVoltsAt(model, pivotAmps);
  const most = (MOST_OHMIC_SHARE * volts) / pivotAmps;
  return withSaturation(model.emission, Math.min(most, Math.max(LEAST_OHMS, ohms)), [pivotAmps, volts]);
}

const MOST_OHMIC_SHARE = 0.5;
/** A search may try less than none. */
const LEAST_OHMS = 1e-3;

function throughTwo(typical: LedColour, points: readonly [ChipPoint, ChipPoint]): ChipModel {
  const [[lowAmps, lowVolts], [highAmps, highVolts]] = points[0][0] < points[1][0] ? points : [points[1], points[0]];
  const rise = highVolts - lowVolts;
  const logStep = THERMAL_VOLTS * Math.log(highAmps / lowAmps);
  const typicalOhms = Math.min(typical.ohmicVolts / highAmps, Math.max(0, rise / (2 * (highAmps - lowAmps))));
  const emission = clampEmission((rise - (highAmps - lowAmps) * typicalOhms) / logStep);
  const ohms = Math.max(0, (rise - emission * logStep) / (highAmps - lowAmps));
  // Two points almost on one current, or steeper than any chip, would leave the junction no volts: the fit then misses.
  return withSaturation(emission, Math.min(ohms, highVolts / 2 / highAmps, lowVolts / 2 / lowAmps), [lowAmps, lowVolts]);
}

/**
 * V = (n·Vt)·ln I + b + Rs·I is linear in its three unknowns where I ≫ Is. The bounds are met by fixing whichever
 * of n and Rs would leave them, and fitting the rest again; the best of the admissible fits is kept.
 */
function leastSquares(points: readonly ChipPoint[]): ChipModel {
  const fixedEmissions: readonly (number | undefined)[] = [undefined, EMISSION_MIN, EMISSION_MAX];
  const fits = fixedEmissions.flatMap((emission) => [undefined, 0].map((ohms) => linearFit(points, emission, ohms)));
  const admissible = fits.filter(
    (fit) => fit !== undefined && fit.emission >= EMISSION_MIN - 1e-9 && fit.emission <= EMISSION_MAX + 1e-9 && fit.seriesOhms >= -1e-12,
  ) as ChipModel[];
  const [first] = points as [ChipPoint, ...ChipPoint[]];
  if (admissible.length === 0) return throughPoint(ofItsSize(ledClassOf(), first[0]), first);
  return admissible.reduce((best, fit) => (misfit(fit, points) < misfit(best, points) ? fit : best));
}

function linearFit(points: readonly ChipPoint[], fixedEmission?: number, fixedOhms?: number): ChipModel | undefined {
  // Columns: ln I (unless n is fixed), I (unless Rs is fixed), 1. Normal equations of at most three unknowns.
  const rows = points.map(([amps, volts]) => {
    const logTerm = THERMAL_VOLTS * Math.log(amps);
    const known = (fixedEmission ?? 0) * logTerm + (fixedOhms ?? 0) * amps;
    const columns = [...(fixedEmission === undefined ? [logTerm] : []), ...(fixedOhms === undefined ? [amps] : []), 1];
    return { columns, target: volts - known };
  });
  const solution = solveNormal(rows);
  if (!solution) return undefined;
  const unknowns = [...solution];
  const emission = fixedEmission ?? (unknowns.shift() as number);
  const seriesOhms = Math.max(0, fixedOhms ?? (unknowns.shift() as number));
  const intercept = unknowns[0] as number;
  if (!(emission > 0) || !(intercept / (emission * THERMAL_VOLTS) < 700)) return undefined;
  return { saturationAmps: Math.exp(-intercept / (emission * THERMAL_VOLTS)), emission, seriesOhms };
}

function solveNormal(rows: readonly { columns: readonly number[]; target: number }[]): number[] | undefined {
  const size = rows[0]?.columns.length ?? 0;
  const matrix = Array.from({ length: size }, () => new Array<number>(size + 1).fill(0));
  for (const { columns, target } of rows) {
    for (let i = 0; i < size; i++) {
      for (let j = 0; j < size; j++) matrix[i][j] += columns[i] * columns[j];
      matrix[i][size] += columns[i] * target;
    }
  }
  for (let k = 0; k < size; k++) {
    let pivot = k;
    for (let i = k + 1; i < size; i++) if (Math.abs(matrix[i][k]) > Math.abs(matrix[pivot][k])) pivot = i;
    [matrix[k], matrix[pivot]] = [matrix[pivot], matrix[k]];
    if (Math.abs(matrix[k][k]) < 1e-18) return undefined;
    for (let i = 0; i < size; i++) {
      if (i === k) continue;
      const factor = matrix[i][k] / matrix[k][k];
      for (let j = k; j <= size; j++) matrix[i][j] -= factor * matrix[k][j];
    }
  }
  return matrix.map((row, i) => row[size] / row[i]);
}

function withSaturation(emission: number, seriesOhms: number, [amps, volts]: ChipPoint): ChipModel {
  return { saturationAmps: amps / Math.expm1((volts - amps * seriesOhms) / (emission * THERMAL_VOLTS)), emission, seriesOhms };
}

function withMisfit(model: ChipModel, points: readonly ChipPoint[]): ChipFit {
  return { model, misfitVolts: misfit(model, points) };
}

function misfit(model: ChipModel, points: readonly ChipPoint[]): number {
  return Math.sqrt(points.reduce((sum, [amps, volts]) => sum + (chipVoltsAt(model, amps) - volts) ** 2, 0) / points.length);
}

function clampEmission(emission: number): number {
  return Math.min(EMISSION_MAX, Math.max(EMISSION_MIN, emission));
}
