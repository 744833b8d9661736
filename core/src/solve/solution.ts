import { type Circuit, type Result, succeed, suppliesOf } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import { figureAt } from './figures.ts';
import { type OperatingPoint, solveOperatingPoint } from './operating-point.ts';

/** Of one figure over the period; all alike where everything is direct current. `min` and `max` are signed. */
export interface Statistics {
  readonly avg: number;
  readonly rms: number;
  readonly min: number;
  readonly max: number;
}

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

/** Solves a circuit and writes the solution document. */
export function solve(circuit: Circuit): Result<Solution> {
  const point = solveOperatingPoint(circuit);
  return point.ok ? succeed(solutionOf(point.value)) : point;
}

/** The solution document of an operating point. */
export function solutionOf({ system, x }: OperatingPoint): Solution {
  const { circuit } = system;
  const amps = new Float64Array(system.slotCount);
  system.pinAmps(x, amps);
  const parts: Record<string, PartSolution> = {};
  const leds: Record<string, LedSolution> = {};
  circuit.parts.forEach((part, index) => {
    const slot = system.slotOf[index];
    const pins = part.pins as readonly string[];
    const volts = system.netVolts(x, part.pins[0]) - system.netVolts(x, part.pins[1]);
    // The reference cancels over all pins; taken against the second pin, a small loss beside mains volts keeps its digits.
    const reference = system.netVolts(x, part.pins[1]);
    const watts = pins.reduce((sum, net, pin) => sum + (system.netVolts(x, net) - reference) * amps[slot + pin], 0);
    parts[part.ref] = { volts: steady(volts), amps: steady(amps[slot]), watts };
    if (part.kind === 'led')
      leds[part.ref] = ledSolution(circuit, part, volts, figureAt(system, x, { of: 'chip', ref: part.ref, quantity: 'amps' }));
  });
  const nets: Record<string, { volts: Statistics }> = {};
  for (const net of system.unknownOf.keys()) nets[net] = { volts: steady(system.netVolts(x, net)) };
  const supplies: Record<string, SupplySolution> = {};
  for (const { ref } of suppliesOf(circuit)) supplies[ref] = supplySolution(parts[ref] as PartSolution);
  return {
    format: 'mindful-probe.solution',
    version: 1,
    regime: 'dc',
    nets,
    parts,
    supplies,
    leds,
    warnings: circuit.parts.flatMap((part) => warningsOf(part, parts[part.ref] as PartSolution, leds[part.ref])),
  };
}

function steady(value: number): Statistics {
  return { avg: value, rms: Math.abs(value), min: value, max: value };
}

function supplySolution({ volts, amps, watts }: PartSolution): SupplySolution {
  const voltAmps = volts.rms * amps.rms;
  return { voltsRms: volts.rms, ampsRms: amps.rms, watts: -watts, voltAmps, powerFactor: voltAmps === 0 ? null : -watts / voltAmps };
}

function ledSolution(circuit: Circuit, part: Extract<Part, { kind: 'led' }>, volts: number, chipAmps: number): LedSolution {
  const chipVolts = volts / (part.series ?? 1);
  const watts = chipVolts * chipAmps;
  const reverseVolts = Math.max(0, -chipVolts);
  const junctionCelsius = part.celsius ?? circuit.celsius ?? 25;
  const { rated } = part;
  const lit = chipAmps > 0;
  return {
    chip: { volts: steady(chipVolts), amps: steady(chipAmps), watts, reverseVolts, junctionCelsius },
    flickerPercent: lit ? 0 : null,
    flickerIndex: lit ? 0 : null,
    ofRated: {
      amps: share(chipAmps, rated?.amps),
      peakAmps: share(chipAmps, rated?.peakAmps),
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
