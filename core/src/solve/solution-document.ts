import type { Circuit } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import type { OperatingPoint } from './operating-point.ts';
import { Recording } from './recording.ts';
import type { LedSolution, PartSolution, Solution, SupplySolution } from './solution.ts';
import { distortionOf, flickerOf, meanProduct, statisticsOf } from './statistics.ts';
import { warningsOf } from './warnings.ts';

/** The solution document of an operating point. */
export function solutionOf({ system, x }: OperatingPoint): Solution {
  const recording = new Recording(system);
  recording.add(0, x);
  return solutionOfRecording(recording, 'dc');
}

/** The solution document of a recorded span: one point of direct current, or a period. */
export function solutionOfRecording(recording: Recording, regime: Solution['regime']): Solution {
  const { system, times } = recording;
  const { circuit } = system;
  const parts: Record<string, PartSolution> = {};
  const leds: Record<string, LedSolution> = {};
  const supplies: Record<string, SupplySolution> = {};
  const warnings = [];
  for (let index = 0; index < circuit.parts.length; index++) {
    const part = circuit.parts[index];
    const slot = system.slotOf[index];
    const unknowns = (part.pins as readonly string[]).map((net) => system.unknownOf.get(net) as number);
    const [plus, minus] = acrossOf(part);
    const volts = recording.volts(unknowns[plus], unknowns[minus]);
    const amps = recording.amps(slot);
    // The reference cancels over all pins; taken against the last pin, a small loss beside mains volts keeps its digits.
    const last = unknowns.length - 1;
    let watts = 0;
    for (let pin = 0; pin < last; pin++) {
      const isAcross = pin === plus && last === minus;
      watts += meanProduct(
        times,
        isAcross ? volts : recording.volts(unknowns[pin], unknowns[last]),
        pin === 0 ? amps : recording.amps(slot + pin),
      );
    }
    const solved = { volts: statisticsOf(times, volts), amps: statisticsOf(times, amps), watts };
    parts[part.ref] = solved;
    if (part.kind === 'led') leds[part.ref] = ledSolution(circuit, part, times, solved, amps);
    if (deviceOf(part.kind).supplies) supplies[part.ref] = supplySolution(part, solved, times, amps);
    if (part.rated) warnings.push(...warningsOf(part, solved, leds[part.ref]));
  }
  const nets: Record<string, { volts: PartSolution['volts'] }> = {};
  for (const [net, unknown] of system.unknownOf) nets[net] = { volts: statisticsOf(times, recording.volts(unknown)) };
  return {
    format: 'mindful-probe.solution',
    version: 1,
    regime,
    ...(regime === 'periodic' && { seconds: times[times.length - 1] - times[0] }),
    nets,
    parts,
    supplies,
    leds,
    warnings,
  };
}

/** Which pins a part's volts are taken between: the first two, but of a transistor its channel or its collector path. */
export function acrossOf(part: Part): readonly [number, number] {
  return part.kind === 'bjt' || part.kind === 'mosfet' ? [0, 2] : [0, 1];
}

function supplySolution(part: Part, { volts, amps, watts }: PartSolution, times: Float64Array, series: Float64Array): SupplySolution {
  const voltAmps = volts.rms * amps.rms;
  return {
    voltsRms: volts.rms,
    ampsRms: amps.rms,
    watts: -watts,
    voltAmps,
    powerFactor: voltAmps === 0 ? null : -watts / voltAmps,
    distortion: part.kind === 'ac' ? distortionOf(times, series, part.hertz) : null,
  };
}

type LedOf = Extract<Part, { kind: 'led' }>;

function ledSolution(circuit: Circuit, part: LedOf, times: Float64Array, whole: PartSolution, partAmps: Float64Array): LedSolution {
  const series = part.series ?? 1;
  const parallel = part.parallel ?? 1;
  const volts = dividedBy(whole.volts, series);
  const amps = dividedBy(whole.amps, parallel);
  const watts = whole.watts / (series * parallel);
  const reverseVolts = Math.max(0, -volts.min);
  const junctionCelsius = part.celsius ?? circuit.celsius ?? 25;
  const flicker = flickerOf(times, partAmps);
  const { rated } = part;
  return {
    chip: { volts, amps, watts, reverseVolts, junctionCelsius },
    flickerPercent: flicker.percent,
    flickerIndex: flicker.index,
    ofRated: {
      amps: share(amps.avg, rated?.amps),
      peakAmps: share(amps.max, rated?.peakAmps),
      watts: share(watts, rated?.watts),
      reverseVolts: share(reverseVolts, rated?.reverseVolts),
      junction: share(junctionCelsius, rated?.celsius),
    },
  };
}

function dividedBy({ avg, rms, min, max }: PartSolution['volts'], count: number): PartSolution['volts'] {
  return { avg: avg / count, rms: rms / count, min: min / count, max: max / count };
}

function share(value: number, limit: number | undefined): number | null {
  return limit === undefined ? null : value / limit;
}
