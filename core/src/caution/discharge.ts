import { type Circuit, changesInTime, partsOfKind, suppliesOf } from '../circuit/index.ts';
import { deviceOf, isKind, type Part } from '../device/index.ts';
import { COVERAGE } from '../quantity/index.ts';
import { fieldValue, type Solution, solve, solveOperatingPoint } from '../solve/index.ts';

/** How long a store takes to be safe after the source is gone. */
export interface Discharge {
  readonly ref: string;
  readonly farads: number;
  /** What it can hold when unplugged at the worst moment, V. */
  readonly fromVolts: number;
  /** What discharges it, as resistance across it; undefined: nothing that was traced. */
  readonly bleederOhms?: number;
  /** Seconds until it is under 34 V, by these values; undefined without a bleeder. */
  readonly secondsTo34?: number;
  /** How long to wait for it; undefined without a bleeder. */
  readonly longest?: LongestDischarge;
}

/** With all values as far up as their tolerances allow. */
interface LongestDischarge {
  readonly volts: number;
  readonly farads: number;
  readonly ohms: number;
  /** Until it is under 60 V and under 34 V; 0 where it never is above. */
  readonly secondsTo60: number;
  readonly secondsTo34: number;
}

/** A store of less is a tickle. */
const LEAST_JOULES = 1e-3;
/** Above this resistance a path is no bleeder but leakage. */
const BLEEDER_OHMS = 50e6;
/** IEC 60335-1, 22.5: a plug must be under 34 V a second after it is drawn. IEC 60364-4-41, 414.4.5: 60 V of direct current may be touched where it is dry. */
const [LIMIT_60, LIMIT_34] = [60, 34];
/** Where each comes from. */
export const LIMITS_OF_STORES = {
  60: 'IEC 60364-4-41, 414.4.5, direct volts that may be touched where it is dry',
  34: 'IEC 60335-1, 22.5, a plug within a second',
} as const;

/**
 * For every capacitor that can hold a dangerous charge: how long until it does not, t = R·C·ln(V₀/V), with R what resistors
 * alone put across it once every supply is gone. LEDs in its way help only down to their own volts, so they are not counted.
 *
 * @param solved the solution of the same circuit, where it is known already
 */
export function dischargesOf(circuit: Circuit, solved?: Solution): readonly Discharge[] {
  const solution = solved ?? solutionOrNone(circuit);
  const peak = Math.max(0, ...circuit.parts.map((part) => peakVoltsOf(part)));
  const slow = { ...circuit, parts: circuit.parts.map((part) => atMost(circuit, part)) };
  // What a supply was read as is of that hour; it is unplugged in another.
  const voltsShare = 1 + Math.max(0, ...suppliesOf(circuit).map((part) => deviceOf(part.kind).toleranced?.(part).usual ?? 0));
  return partsOfKind(circuit, 'capacitor').flatMap((part): Discharge[] => {
    const volts = solution?.parts[part.ref]?.volts;
    const fromVolts = volts
      ? Math.max(Math.abs(volts.min), Math.abs(volts.max))
      : changesInTime(circuit)
        ? peak
        : (part.initialVolts ?? peak);
    if ((part.farads * fromVolts ** 2) / 2 < LEAST_JOULES || fromVolts < LIMIT_34) return [];
    const bleederOhms = resistanceAcross(circuit, part.pins[0], part.pins[1]);
    const held = { ref: part.ref, farads: part.farads, fromVolts };
    if (bleederOhms === undefined) return [held];
    const [mostVolts, farads] = [fromVolts * voltsShare, part.farads * mostShareOf(circuit, part)];
    const ohms = resistanceAcross(slow, part.pins[0], part.pins[1]) ?? bleederOhms;
    const mostTo = (limit: number) => secondsTo(limit, ohms, farads, mostVolts);
    return [
      {
        ...held,
        bleederOhms,
        secondsTo34: secondsTo(LIMIT_34, bleederOhms, part.farads, fromVolts),
        longest: { volts: mostVolts, farads, ohms, secondsTo60: mostTo(LIMIT_60), secondsTo34: mostTo(LIMIT_34) },
      },
    ];
  });
}

function secondsTo(limit: number, ohms: number, farads: number, volts: number): number {
  return ohms * farads * Math.max(0, Math.log(volts / limit));
}

/** What a part's value may be at the most, over what it is known as: by what readings left open, or its tolerance. */
function mostShareOf(circuit: Circuit, part: Part): number {
  const toleranced = deviceOf(part.kind).toleranced?.(part);
  if (!toleranced) return 1;
  const { field, usual } = toleranced;
  const spread = part.spread?.[field];
  const value = Math.abs(fieldValue(circuit, { ref: part.ref, field }));
  return 1 + (spread !== undefined && value > 0 ? (COVERAGE * spread) / value : (part.tolerance ?? usual));
}

/** A resistance at its most; other parts as they are. */
function atMost(circuit: Circuit, part: Part): Part {
  return isKind(part, 'resistor') ? { ...part, ohms: part.ohms * mostShareOf(circuit, part) } : part;
}

/** Of a source with nothing on it, at its highest. */
function peakVoltsOf(part: Part): number {
  const { source } = deviceOf(part.kind);
  return source ? (source.peakVolts?.(part) ?? source.volts(part) * (source.hertz ? Math.SQRT2 : 1)) : 0;
}

function solutionOrNone(circuit: Circuit): Solution | undefined {
  const solved = suppliesOf(circuit).length > 0 ? solve(circuit) : undefined;
  return solved?.ok ? solved.value : undefined;
}

/** Ohms between two nets through resistances alone, by a volt put across them. */
function resistanceAcross(circuit: Circuit, plus: string, minus: string): number | undefined {
  const passive = circuit.parts.filter(({ kind }) => deviceOf(kind).conducts);
  if (passive.length === 0) return undefined;
  const source = { ref: 'Bleed', kind: 'dc', pins: [plus, minus], volts: 1, ohms: 1e-3 } as const;
  const point = solveOperatingPoint({ ...circuit, ground: minus, parts: [{ ...source, pins: [plus, minus] }, ...passive] });
  if (!point.ok) return undefined;
  const amps = new Float64Array(point.value.system.slotCount);
  point.value.system.pinAmps(point.value.x, amps);
  const ohms = 1 / -amps[0];
  return amps[0] < 0 && ohms < BLEEDER_OHMS ? ohms : undefined;
}

/** What to do before hands go in, in words. */
export function sayDischarge({ ref, fromVolts, longest }: Pick<Discharge, 'ref' | 'fromVolts' | 'longest'>): string {
  const holds = `${ref} can hold ${Math.round(fromVolts)} V`;
  if (!longest) return `${holds}; no bleeder seen. Measure it, discharge it through a resistor, and measure again.`;
  return `${holds}; under 60 V after ${saySeconds(longest.secondsTo60)} at the longest, under 34 V after ${saySeconds(longest.secondsTo34)}. Then measure it.`;
}

/** Never shorter than it is: who waits so long meets no more than the volts that were said. */
function saySeconds(seconds: number): string {
  if (seconds < 0.1) return 'no time';
  if (seconds < 10) return `${(Math.ceil(10 * seconds) / 10).toFixed(1)} s`;
  return seconds < 90 ? `${Math.ceil(seconds)} s` : `${Math.ceil(seconds / 60)} min`;
}
