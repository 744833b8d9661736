import { celsiusOf } from '../circuit/index.ts';
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
  const { circuit, unknownOf } = recording.system;
  const parts: Record<string, PartSolution> = {};
  const leds: Record<string, LedSolution> = {};
  const supplies: Record<string, SupplySolution> = {};
  const warnings = [];
  for (let index = 0; index < circuit.parts.length; index++) {
    const part = circuit.parts[index];
    const solved = partSolution(recording, index);
    parts[part.ref] = solved;
    if (part.kind === 'led') leds[part.ref] = ledSolution(recording, index, solved);
    if (deviceOf(part.kind).supplies) supplies[part.ref] = supplySolution(recording, index, solved);
    if (part.rated) warnings.push(...warningsOf(part, solved, leds[part.ref]));
  }
  const nets: Record<string, NetSolution> = {};
  for (const net of unknownOf.keys()) nets[net] = netSolution(recording, net);
  return { ...headOf(recording, regime), nets, parts, supplies, leds, warnings };
}

/** The same document, each entry worked out when it is first looked at: who differentiates looks at a few of very many. */
export function solutionOnDemand(recording: Recording, regime: Solution['regime']): Solution {
  const { circuit, unknownOf } = recording.system;
  const all = () => circuit.parts.map(({ ref }) => ref);
  const partAt = (ref: string) => circuit.parts.findIndex((part) => part.ref === ref);
  const parts = onDemand(all, (ref) => {
    const index = partAt(ref);
    return index < 0 ? undefined : partSolution(recording, index);
  });
  const leds = onDemand(
    () => all().filter((ref) => circuit.parts[partAt(ref)].kind === 'led'),
    (ref) => {
      const index = partAt(ref);
      return circuit.parts[index]?.kind === 'led' ? ledSolution(recording, index, parts[ref]) : undefined;
    },
  );
  const supplies = onDemand(
    () => all().filter((ref) => deviceOf(circuit.parts[partAt(ref)].kind).supplies),
    (ref) => {
      const index = partAt(ref);
      return index >= 0 && deviceOf(circuit.parts[index].kind).supplies ? supplySolution(recording, index, parts[ref]) : undefined;
    },
  );
  const nets = onDemand(
    () => [...unknownOf.keys()],
    (net) => (unknownOf.has(net) ? netSolution(recording, net) : undefined),
  );
  return {
    ...headOf(recording, regime),
    nets,
    parts,
    supplies,
    leds,
    get warnings() {
      return circuit.parts.flatMap((part) => warningsOf(part, parts[part.ref], leds[part.ref]));
    },
  };
}

/** A record like any other to who reads it, whose entries are made when asked for. */
function onDemand<T>(keys: () => string[], make: (key: string) => T | undefined): Readonly<Record<string, T>> {
  return new Proxy<Record<string, T>>(Object.create(null), {
    get: (made, key) => {
      if (typeof key !== 'string') return undefined;
      const known = made[key];
      if (known !== undefined) return known;
      const entry = make(key);
      if (entry !== undefined) made[key] = entry;
      return entry;
    },
    has: (_, key) => typeof key === 'string' && keys().includes(key),
    ownKeys: keys,
    getOwnPropertyDescriptor: (_, key) => {
      const value = typeof key === 'string' ? make(key) : undefined;
      return value === undefined ? undefined : { value, enumerable: true, configurable: true, writable: true };
    },
  });
}

function headOf({ times }: Recording, regime: Solution['regime']): Pick<Solution, 'format' | 'version' | 'regime' | 'seconds'> {
  return {
    format: 'mindful-probe.solution',
    version: 1,
    regime,
    ...(regime === 'periodic' && { seconds: times[times.length - 1] - times[0] }),
  };
}

type NetSolution = Solution['nets'][string];

function netSolution(recording: Recording, net: string): NetSolution {
  return { volts: statisticsOf(recording.times, recording.volts(recording.system.unknownOf.get(net) as number)) };
}

function partSolution(recording: Recording, index: number): PartSolution {
  const { system, times } = recording;
  const part = system.circuit.parts[index];
  const [plus, minus] = acrossOf(part).map((pin) => system.unknownOf.get(part.pins[pin] as string) as number);
  return {
    volts: statisticsOf(times, recording.volts(plus, minus)),
    amps: statisticsOf(times, recording.amps(system.slotOf[index])),
    watts: takenUp(recording, index),
  };
}

/** The average power that a part takes up over the recorded span, W. */
export function takenUp(recording: Recording, index: number): number {
  const { system, times } = recording;
  const slot = system.slotOf[index];
  const unknowns = (system.circuit.parts[index].pins as readonly string[]).map((net) => system.unknownOf.get(net) as number);
  // The reference cancels over all pins; taken against the last pin, a small loss beside mains volts keeps its digits.
  const last = unknowns.length - 1;
  let watts = 0;
  for (let pin = 0; pin < last; pin++) {
    watts += meanProduct(times, recording.volts(unknowns[pin], unknowns[last]), recording.amps(slot + pin));
  }
  return watts;
}

/** Which pins a part's volts are taken between: the first two, but of a transistor its channel or its collector path. */
export function acrossOf(part: Part): readonly [number, number] {
  return part.kind === 'bjt' || part.kind === 'mosfet' ? [0, 2] : [0, 1];
}

function supplySolution(recording: Recording, index: number, { volts, amps, watts }: PartSolution): SupplySolution {
  const { system, times } = recording;
  const part = system.circuit.parts[index];
  const voltAmps = volts.rms * amps.rms;
  return {
    voltsRms: volts.rms,
    ampsRms: amps.rms,
    watts: -watts,
    voltAmps,
    powerFactor: voltAmps === 0 ? null : -watts / voltAmps,
    distortion: part.kind === 'ac' ? distortionOf(times, recording.amps(system.slotOf[index]), part.hertz) : null,
  };
}

function ledSolution(recording: Recording, index: number, whole: PartSolution): LedSolution {
  const { system, times } = recording;
  const { circuit } = system;
  const part = circuit.parts[index] as Extract<Part, { kind: 'led' }>;
  const series = part.series ?? 1;
  const parallel = part.parallel ?? 1;
  const volts = dividedBy(whole.volts, series);
  const amps = dividedBy(whole.amps, parallel);
  const watts = whole.watts / (series * parallel);
  const reverseVolts = Math.max(0, -volts.min);
  const junctionCelsius = celsiusOf(circuit, part);
  const flicker = flickerOf(times, recording.amps(system.slotOf[index]));
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
