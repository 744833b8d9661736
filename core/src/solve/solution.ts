import { type Circuit, fail, type Result, succeed, withFields } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import { integrate } from './integrate.ts';
import { type OperatingPoint, solveOperatingPoint } from './operating-point.ts';
import { Recording } from './recording.ts';
import { FIGURE_STEPS, FIGURE_TOLERANCE, findSettledState, type SettledState } from './settled-state.ts';
import { flickerOf, meanProduct, type Statistics, statisticsOf } from './statistics.ts';
import type { CircuitSystem } from './system.ts';

export interface PartSolution {
  readonly volts: Statistics;
  readonly amps: Statistics;
  /** Taken up; a delivering source's is negative. */
  readonly watts: number;
}

export interface SupplySolution {
  readonly voltsRms: number;
  readonly ampsRms: number;
  /** Positive when delivering. */
  readonly watts: number;
  readonly voltAmps: number;
  readonly powerFactor: number | null;
}

export interface LedSolution {
  readonly chip: {
    readonly volts: Statistics;
    readonly amps: Statistics;
    readonly watts: number;
    readonly reverseVolts: number;
    readonly junctionCelsius: number;
  };
  readonly flickerPercent: number | null;
  readonly flickerIndex: number | null;
  /** Multiples of the rating; null where there is none. */
  readonly ofRated: {
    readonly amps: number | null;
    readonly peakAmps: number | null;
    readonly watts: number | null;
    readonly reverseVolts: number | null;
    readonly junction: number | null;
  };
}

export type WarningCode =
  | 'over-rated-watts'
  | 'over-rated-volts'
  | 'over-rated-amps'
  | 'over-rated-peak-amps'
  | 'over-rated-reverse-volts'
  | 'over-rated-celsius';

export interface SolutionWarning {
  readonly ref: string;
  readonly code: WarningCode;
  readonly text: string;
  readonly value: number;
  readonly limit: number;
}

/** A solved circuit as a document. */
export interface Solution {
  readonly format: 'mindful-probe.solution';
  readonly version: 1;
  readonly regime: 'dc' | 'periodic';
  readonly seconds?: number;
  readonly nets: Readonly<Record<string, { readonly volts: Statistics }>>;
  readonly parts: Readonly<Record<string, PartSolution>>;
  readonly supplies: Readonly<Record<string, SupplySolution>>;
  readonly leds: Readonly<Record<string, LedSolution>>;
  readonly warnings: readonly SolutionWarning[];
}

export interface SolveOptions {
  /** Asked now and then; true ends it with the error `stopped`. */
  readonly shouldStop?: (() => boolean) | undefined;
}

/** Solves a circuit: the operating point where every source is direct, else the settled periodic state. */
export function solve(circuit: Circuit, options: SolveOptions = {}): Result<Solution> {
  if (circuit.parts.length === 0) return fail('no-parts', 'The circuit has no parts, so there is nothing to solve.', 'parts');
  return settleJunctions(circuit, (warmed) => (isAlternating(circuit) ? solvePeriodic(warmed, options) : solveSteady(warmed)));
}

/** Whether any source of the circuit alternates. */
export function isAlternating(circuit: Circuit): boolean {
  return circuit.parts.some((part) => part.kind === 'ac');
}

function solveSteady(circuit: Circuit): Result<Solution> {
  const point = solveOperatingPoint(circuit);
  return point.ok ? succeed(solutionOf(point.value)) : point;
}

function solvePeriodic(circuit: Circuit, options: SolveOptions): Result<Solution> {
  const settled = findSettledState(circuit, options);
  if (!settled.ok) return settled;
  const recording = recordPeriod(settled.value);
  return recording.ok ? succeed(solutionOfRecording(recording.value)) : recording;
}

/** The settled period once more, in the steps that figures want, kept point by point. */
function recordPeriod({ stepper, state, seconds }: SettledState): Result<Recording> {
  const { system } = stepper;
  const recording = new Recording(system);
  const outcome = integrate(stepper, 0, seconds, state.slice(), {
    longestSeconds: 1 / Math.max(...system.frequencies) / FIGURE_STEPS,
    relative: FIGURE_TOLERANCE,
    onPoint: recording.take,
  });
  return outcome === 'done' ? succeed(recording) : fail('no-convergence', 'The settled period cannot be followed again.', 'parts');
}

/** Rounds of solving with the junctions as warm as the last solve found them. */
const MOST_WARMINGS = 25;
const WARM_KELVIN = 0.02;

/**
 * Solves with each LED's junction at its ambient plus kelvinPerWatt × heat of a chip, heat = electrical − light, by
 * repeating until no junction moves. The feedback is weak (2 mV per kelvin), so a few rounds do.
 */
function settleJunctions(circuit: Circuit, solveOnce: (circuit: Circuit) => Result<Solution>): Result<Solution> {
  if (!circuit.parts.some((part) => part.kind === 'led' && part.kelvinPerWatt)) return solveOnce(circuit);
  let warmed = circuit;
  for (let round = 0; round < MOST_WARMINGS; round++) {
    const solution = solveOnce(warmed);
    if (!solution.ok) return solution;
    let moved = 0;
    const next = circuit.parts.reduce((result, part) => {
      if (part.kind !== 'led' || !part.kelvinPerWatt) return result;
      const ambient = part.celsius ?? circuit.celsius ?? 25;
      const heat = Math.max(0, solution.value.leds[part.ref]?.chip.watts ?? 0) * (1 - (part.lightShare ?? 0));
      // Hotter than any junction lives is a rating's matter; the law of volts ends there.
      const celsius = Math.min(ambient + part.kelvinPerWatt * heat, HOTTEST_CELSIUS);
      const now = warmed.parts.find(({ ref }) => ref === part.ref)?.celsius ?? ambient;
      moved = Math.max(moved, Math.abs(celsius - now));
      return withFields(result, part.ref, { celsius });
    }, circuit);
    if (moved < WARM_KELVIN) return solution;
    warmed = next;
  }
  return solveOnce(warmed);
}

const HOTTEST_CELSIUS = 400;

/** The solution document of an operating point. */
export function solutionOf({ system, x }: OperatingPoint): Solution {
  const amps = new Float64Array(system.slotCount);
  system.pinAmps(x, amps);
  const values = (read: Reader) => Float64Array.of(read(x, amps));
  return document(system, [0], values, 'dc');
}

/** The solution document of a recorded span: a period, or a time course. */
function solutionOfRecording(recording: Recording): Solution {
  return document(recording.system, recording.times, (read) => recording.series(read), 'periodic');
}

type Reader = (x: Float64Array, amps: Float64Array) => number;

function document(
  system: CircuitSystem,
  times: readonly number[],
  values: (read: Reader) => Float64Array,
  regime: 'dc' | 'periodic',
): Solution {
  const { circuit } = system;
  const of = (read: Reader) => statisticsOf(times, values(read));
  const parts: Record<string, PartSolution> = {};
  const leds: Record<string, LedSolution> = {};
  const supplies: Record<string, SupplySolution> = {};
  circuit.parts.forEach((part, index) => {
    const slot = system.slotOf[index];
    const pins = part.pins as readonly string[];
    const [plus, minus] = acrossOf(part);
    const volts = values((x) => system.netVolts(x, pins[plus]) - system.netVolts(x, pins[minus]));
    const amps = values((_, all) => all[slot]);
    // The reference cancels over all pins; taken against the last pin, a small loss beside mains volts keeps its digits.
    const last = pins.length - 1;
    let watts = 0;
    for (let pin = 0; pin < last; pin++) {
      watts += productMean(
        times,
        values((x) => system.netVolts(x, pins[pin]) - system.netVolts(x, pins[last])),
        values((_, all) => all[slot + pin]),
      );
    }
    parts[part.ref] = { volts: statisticsOf(times, volts), amps: statisticsOf(times, amps), watts };
    if (part.kind === 'led') leds[part.ref] = ledSolution(circuit, part, times, volts, amps, watts);
    if (deviceOf(part.kind).supplies) supplies[part.ref] = supplySolution(parts[part.ref] as PartSolution);
  });
  const nets: Record<string, { volts: Statistics }> = {};
  for (const net of system.unknownOf.keys()) nets[net] = { volts: of((x) => system.netVolts(x, net)) };
  return {
    format: 'mindful-probe.solution',
    version: 1,
    regime,
    ...(regime === 'periodic' && { seconds: times[times.length - 1] - times[0] }),
    nets,
    parts,
    supplies,
    leds,
    warnings: circuit.parts.flatMap((part) => warningsOf(part, parts[part.ref] as PartSolution, leds[part.ref])),
  };
}

/** Which pins a part's volts are taken between: the first two, but of a transistor its channel or its collector path. */
function acrossOf(part: Part): readonly [number, number] {
  return part.kind === 'bjt' || part.kind === 'mosfet' ? [0, 2] : [0, 1];
}

function productMean(times: readonly number[], volts: Float64Array, amps: Float64Array): number {
  return times.length === 1 ? volts[0] * amps[0] : meanProduct(times, volts, amps);
}

function supplySolution({ volts, amps, watts }: PartSolution): SupplySolution {
  const voltAmps = volts.rms * amps.rms;
  return { voltsRms: volts.rms, ampsRms: amps.rms, watts: -watts, voltAmps, powerFactor: voltAmps === 0 ? null : -watts / voltAmps };
}

type LedOf = Extract<Part, { kind: 'led' }>;

function ledSolution(
  circuit: Circuit,
  part: LedOf,
  times: readonly number[],
  partVolts: Float64Array,
  partAmps: Float64Array,
  partWatts: number,
): LedSolution {
  const series = part.series ?? 1;
  const parallel = part.parallel ?? 1;
  const volts = statisticsOf(
    times,
    partVolts.map((value) => value / series),
  );
  const chipAmps = partAmps.map((value) => value / parallel);
  const amps = statisticsOf(times, chipAmps);
  const watts = partWatts / (series * parallel);
  const reverseVolts = Math.max(0, -volts.min);
  const junctionCelsius = part.celsius ?? circuit.celsius ?? 25;
  const flicker = flickerOf(times, chipAmps);
  const { rated } = part;
  return {
    chip: { volts, amps, watts, reverseVolts, junctionCelsius },
    flickerPercent: times.length === 1 && flicker.percent !== null ? 0 : flicker.percent,
    flickerIndex: times.length === 1 && flicker.percent !== null ? 0 : flicker.index,
    ofRated: {
      amps: share(amps.avg, rated?.amps),
      peakAmps: share(amps.max, rated?.peakAmps),
      watts: share(watts, rated?.watts),
      reverseVolts: share(reverseVolts, rated?.reverseVolts),
      junction: share(junctionCelsius, rated?.celsius),
    },
  };
}

function share(value: number, limit: number | undefined): number | null {
  return limit === undefined ? null : value / limit;
}

function warningsOf(part: Part, { volts, amps, watts }: PartSolution, led: LedSolution | undefined): SolutionWarning[] {
  const { rated, ref } = part;
  if (!rated) return [];
  const chip = led?.chip;
  // An LED's ratings are those of one chip; every other part's are its own.
  const found: [WarningCode, string, number, number | undefined][] = [
    ['over-rated-watts', 'W', chip ? chip.watts : deviceOf(part.kind).supplies ? -watts : watts, rated.watts],
    ['over-rated-volts', 'V', Math.max(Math.abs(volts.min), Math.abs(volts.max)), rated.volts],
    ['over-rated-amps', 'A', chip ? chip.amps.avg : amps.rms, rated.amps],
    ['over-rated-peak-amps', 'A', Math.max(Math.abs((chip ?? { amps }).amps.max), Math.abs((chip ?? { amps }).amps.min)), rated.peakAmps],
    ['over-rated-reverse-volts', 'V', chip ? chip.reverseVolts : Math.max(0, -volts.min), rated.reverseVolts],
    ['over-rated-celsius', '°C', chip ? chip.junctionCelsius : (part.celsius ?? Number.NEGATIVE_INFINITY), rated.celsius],
  ];
  return found.flatMap(([code, unit, value, limit]) =>
    limit !== undefined && value > limit
      ? [
          {
            ref,
            code,
            text: `${ref}: ${Number(value.toPrecision(3))} ${unit}, rated ${Number(limit.toPrecision(3))} ${unit}.`,
            value,
            limit,
          },
        ]
      : [],
  );
}
