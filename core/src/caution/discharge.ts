import { type Circuit, changesInTime, partsOfKind, suppliesOf } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import { type Solution, solve, solveOperatingPoint } from '../solve/index.ts';

/** How long a store takes to be safe after the source is gone. */
export interface Discharge {
  readonly ref: string;
  readonly farads: number;
  /** What it can hold when unplugged at the worst moment, V. */
  readonly fromVolts: number;
  /** What discharges it, as resistance across it; undefined: nothing that was traced. */
  readonly bleederOhms?: number;
  /** Seconds until it is under 60 V and under 34 V; 0 where it never is above, undefined without a bleeder. */
  readonly secondsTo60?: number;
  readonly secondsTo34?: number;
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
 * For every capacitor that can hold a dangerous charge: how long until it does not, t = R·C·ln(V₀/V), with R what
 * resistors alone put across it once every supply is gone. LEDs in its way help only down to their own volts, so they
 * are not counted.
 *
 * @param solved the solution of the same circuit, where it is known already
 */
export function dischargesOf(circuit: Circuit, solved?: Solution): readonly Discharge[] {
  const solution = solved ?? solutionOrNone(circuit);
  const peak = Math.max(0, ...circuit.parts.map((part) => peakVoltsOf(part)));
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
    const secondsTo = (limit: number) => bleederOhms * part.farads * Math.max(0, Math.log(fromVolts / limit));
    return [{ ...held, bleederOhms, secondsTo60: secondsTo(LIMIT_60), secondsTo34: secondsTo(LIMIT_34) }];
  });
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
export function sayDischarge({ ref, fromVolts, bleederOhms, secondsTo34 = 0, secondsTo60 = 0 }: Discharge): string {
  const holds = `${ref} can hold ${Math.round(fromVolts)} V`;
  if (bleederOhms === undefined) return `${holds}; no bleeder seen. Measure it, discharge it through a resistor, and measure again.`;
  return `${holds}; under 60 V after ${saySeconds(secondsTo60)}, under 34 V after ${saySeconds(secondsTo34)}. Then measure it.`;
}

/** Never shorter than it is: who waits so long meets no more than the volts that were said. */
function saySeconds(seconds: number): string {
  if (seconds < 0.1) return 'no time';
  if (seconds < 10) return `${(Math.ceil(10 * seconds) / 10).toFixed(1)} s`;
  return seconds < 90 ? `${Math.ceil(seconds)} s` : `${Math.ceil(seconds / 60)} min`;
}
