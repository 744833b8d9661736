import { celsiusOf } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import type { OperatingPoint } from './operating-point.ts';
import { Recording } from './recording.ts';
import type { LedSolution, PartSolution, Solution, SupplySolution } from './solution.ts';
import { distortionOf, flickerOf, meanProduct, type Statistics, statisticsOf } from './statistics.ts';
import { warningsOf } from './warnings.ts';

/**
 * The solution of a recorded span, one point of direct current or a period, with each entry worked out when it is first
 * looked at: who differentiates or searches looks at a few of very many.
 */
export function solutionOn(recording: Recording, regime: Solution['regime']): Solution {
  const { circuit, unknownOf } = recording.system;
  const indexOf = new Map(circuit.parts.map(({ ref }, index) => [ref, index]));
  const entriesOf = <T>(has: (part: Part) => boolean, make: (index: number) => T) =>
    onDemand<T>(
      () => circuit.parts.filter(has).map(({ ref }) => ref),
      (ref) => {
        const index = indexOf.get(ref);
        return index !== undefined && has(circuit.parts[index]) ? make(index) : undefined;
      },
    );
  const parts = entriesOf<PartSolution>(
    () => true,
    (index) => new SolvedPart(recording, index),
  );
  const leds = entriesOf<LedSolution>(
    (part) => deviceOf(part.kind).chips !== undefined,
    (index) => new SolvedLed(recording, index, parts[circuit.parts[index].ref]),
  );
  const supplies = entriesOf<SupplySolution>(
    (part) => deviceOf(part.kind).source !== undefined,
    (index) => supplySolution(recording, index, parts[circuit.parts[index].ref]),
  );
  const nets = onDemand<NetSolution>(
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
      return warningsOf(circuit, this);
    },
  };
}

/** The same with everything worked out: a plain document. */
export function solutionOf(recording: Recording, regime: Solution['regime']): Solution {
  const { format, version, seconds, nets, parts, supplies, leds, warnings } = solutionOn(recording, regime);
  return {
    format,
    version,
    regime,
    ...(seconds !== undefined && { seconds }),
    nets: { ...nets },
    parts: mapped(parts, ({ volts, amps, watts }) => ({ volts, amps, watts })),
    supplies: { ...supplies },
    leds: mapped(leds, ({ chip, flickerPercent, flickerIndex, ofRated }) => ({
      chip: {
        volts: chip.volts,
        amps: chip.amps,
        watts: chip.watts,
        reverseVolts: chip.reverseVolts,
        junctionCelsius: chip.junctionCelsius,
      },
      flickerPercent,
      flickerIndex,
      ofRated,
    })),
    warnings,
  };
}

/** The solution of an operating point, on demand. */
export function solutionAt({ system, x }: OperatingPoint): Solution {
  return solutionOn(recordingOf(system, x), 'dc');
}

/** The solution document of an operating point. */
export function solutionOfPoint({ system, x }: OperatingPoint): Solution {
  return solutionOf(recordingOf(system, x), 'dc');
}

function recordingOf(system: OperatingPoint['system'], x: Float64Array): Recording {
  const recording = new Recording(system);
  recording.add(0, x);
  return recording;
}

function mapped<T, U>(record: Readonly<Record<string, T>>, make: (entry: T) => U): Record<string, U> {
  return Object.fromEntries(Object.entries(record).map(([key, entry]) => [key, make(entry)]));
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

class SolvedPart implements PartSolution {
  private knownVolts?: Statistics;
  private knownAmps?: Statistics;

  constructor(
    private readonly recording: Recording,
    private readonly index: number,
  ) {}

  get volts(): Statistics {
    const { recording, index } = this;
    const { system, times } = recording;
    if (!this.knownVolts) {
      const part = system.circuit.parts[index];
      const [plus, minus] = acrossOf(part).map((pin) => system.unknownOf.get(part.pins[pin] as string) as number);
      this.knownVolts = statisticsOf(times, recording.volts(plus, minus));
    }
    return this.knownVolts;
  }

  get amps(): Statistics {
    const { recording, index } = this;
    this.knownAmps ??= statisticsOf(recording.times, recording.amps(recording.system.slotOf[index]));
    return this.knownAmps;
  }

  get watts(): number {
    return takenUp(this.recording, this.index);
  }
}

/** The average power that a part takes up over the recorded span, W. */
function takenUp(recording: Recording, index: number): number {
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

/** Which pins a part's volts are taken between, first minus second. */
export function acrossOf({ kind }: Part): readonly [number, number] {
  return deviceOf(kind).across ?? [0, 1];
}

function supplySolution(recording: Recording, index: number, { volts, amps, watts }: PartSolution): SupplySolution {
  const { system, times } = recording;
  const part = system.circuit.parts[index];
  const voltAmps = volts.rms * amps.rms;
  const hertz = deviceOf(part.kind).source?.hertz?.(part);
  return {
    voltsRms: volts.rms,
    ampsRms: amps.rms,
    watts: -watts,
    voltAmps,
    powerFactor: voltAmps === 0 ? null : -watts / voltAmps,
    distortion: hertz === undefined ? null : distortionOf(times, recording.amps(system.slotOf[index]), hertz),
  };
}

class SolvedLed implements LedSolution {
  private knownFlicker?: ReturnType<typeof flickerOf>;

  constructor(
    private readonly recording: Recording,
    private readonly index: number,
    private readonly whole: PartSolution,
  ) {}

  get chip(): LedSolution['chip'] {
    return new SolvedChip(this.part, this.whole, celsiusOf(this.recording.system.circuit, this.part));
  }

  get flickerPercent(): number | null {
    return this.flicker.percent;
  }

  get flickerIndex(): number | null {
    return this.flicker.index;
  }

  get ofRated(): LedSolution['ofRated'] {
    const { rated } = this.part;
    const { amps, watts, reverseVolts, junctionCelsius } = this.chip;
    return {
      amps: share(amps.avg, rated?.amps),
      peakAmps: share(amps.max, rated?.peakAmps),
      watts: share(watts, rated?.watts),
      reverseVolts: share(reverseVolts, rated?.reverseVolts),
      junction: share(junctionCelsius, rated?.celsius),
    };
  }

  private get part(): Part {
    return this.recording.system.circuit.parts[this.index];
  }

  private get flicker(): ReturnType<typeof flickerOf> {
    const { recording, index } = this;
    this.knownFlicker ??= flickerOf(recording.times, recording.amps(recording.system.slotOf[index]));
    return this.knownFlicker;
  }
}

class SolvedChip {
  private readonly series: number;
  private readonly parallel: number;

  constructor(
    part: Part,
    private readonly whole: PartSolution,
    readonly junctionCelsius: number,
  ) {
    const { series, parallel } = deviceOf(part.kind).chips?.(part) ?? { series: 1, parallel: 1 };
    this.series = series;
    this.parallel = parallel;
  }

  get volts(): Statistics {
    return dividedBy(this.whole.volts, this.series);
  }

  get amps(): Statistics {
    return dividedBy(this.whole.amps, this.parallel);
  }

  get watts(): number {
    return this.whole.watts / (this.series * this.parallel);
  }

  get reverseVolts(): number {
    return Math.max(0, -this.volts.min);
  }
}

function dividedBy({ avg, rms, min, max }: Statistics, count: number): Statistics {
  return { avg: avg / count, rms: rms / count, min: min / count, max: max / count };
}

function share(value: number, limit: number | undefined): number | null {
  return limit === undefined ? null : value / limit;
}
