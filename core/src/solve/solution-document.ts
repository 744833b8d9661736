import { celsiusOf } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import type { SolvedFigures } from './figure.ts';
import type { OperatingPoint } from './operating-point.ts';
import { type RecordedSpan, recordPoint } from './recording.ts';
import type { LedSolution, PartSolution, Solution, SupplySolution } from './solution.ts';
import { distortionOf, type Flicker, flickerOf, meanProduct, type Statistics, shareAbove, statisticsOf, steady } from './statistics.ts';
import { warningsOf } from './warnings.ts';

/**
 * What a recorded span comes to, one point of direct current or a period, each worked out when it is first asked for: who
 * differentiates or searches asks for a few of very many.
 */
export class RecordedFigures implements SolvedFigures {
  private readonly parts: (SolvedPart | undefined)[] = [];

  constructor(readonly recording: RecordedSpan) {}

  net(name: string): Solution['nets'][string] | undefined {
    const { recording } = this;
    const unknown = recording.system.unknownOf.get(name);
    return unknown === undefined ? undefined : { volts: voltsBetween(recording, unknown, -1) };
  }

  part(ref: string): PartSolution | undefined {
    const index = this.recording.system.indexOf.get(ref);
    return index === undefined ? undefined : this.partAt(index);
  }

  supply(ref: string): SupplySolution | undefined {
    const { recording } = this;
    const index = recording.system.indexOf.get(ref);
    if (index === undefined || !deviceOf(recording.system.circuit.parts[index].kind).source) return undefined;
    return supplySolution(recording, index, this.partAt(index));
  }

  led(ref: string): LedSolution | undefined {
    const { recording } = this;
    const index = recording.system.indexOf.get(ref);
    if (index === undefined || !deviceOf(recording.system.circuit.parts[index].kind).chips) return undefined;
    return new SolvedLed(recording, index, this.partAt(index));
  }

  partAt(index: number): SolvedPart {
    let part = this.parts[index];
    if (!part) {
      part = new SolvedPart(this.recording, index);
      this.parts[index] = part;
    }
    return part;
  }
}

/** The solution document of a recorded span. */
export function solutionOf(recording: RecordedSpan, regime: Solution['regime']): Solution {
  const { circuit, unknownOf } = recording.system;
  const { times } = recording.moments;
  const figures = new RecordedFigures(recording);
  const nets: Record<string, Solution['nets'][string]> = {};
  for (const [net, unknown] of unknownOf) nets[net] = { volts: voltsBetween(recording, unknown, -1) };
  const parts: Record<string, PartSolution> = {};
  const supplies: Record<string, SupplySolution> = {};
  const leds: Record<string, LedSolution> = {};
  for (let index = 0; index < circuit.parts.length; index++) {
    const { ref, kind } = circuit.parts[index];
    const { source, chips } = deviceOf(kind);
    const part = figures.partAt(index);
    parts[ref] = { volts: part.volts, amps: part.amps, watts: part.watts };
    if (source) supplies[ref] = supplySolution(recording, index, part);
    if (!chips) continue;
    const led = new SolvedLed(recording, index, part);
    leds[ref] = {
      chip: { ...led.chip },
      flickerPercent: led.flickerPercent,
      flickerIndex: led.flickerIndex,
      flickerHertz: led.flickerHertz,
      ...(led.duty !== undefined && { duty: led.duty }),
      ofRated: led.ofRated,
    };
  }
  return {
    format: 'mindful-probe.solution',
    version: 1,
    regime,
    ...(regime !== 'dc' && { seconds: times[times.length - 1] - times[0] }),
    nets,
    parts,
    supplies,
    leds,
    warnings: circuit.parts.some(({ rated }) => rated) ? warningsOf(circuit, figures) : [],
  };
}

/** What an operating point comes to, one figure after another. */
export function figuresAt({ system, x }: OperatingPoint): SolvedFigures {
  return new RecordedFigures(recordPoint(system, x));
}

/** The solution document of an operating point. */
export function solutionOfPoint({ system, x }: OperatingPoint): Solution {
  return solutionOf(recordPoint(system, x), 'dc');
}

/** Of one moment there is nothing to average. */
function voltsBetween(recording: RecordedSpan, plus: number, minus: number): Statistics {
  return recording.count === 1 ? steady(recording.voltsNow(plus, minus)) : statisticsOf(recording.moments, recording.volts(plus, minus));
}

function ampsInto(recording: RecordedSpan, slot: number): Statistics {
  return recording.count === 1 ? steady(recording.ampsNow(slot)) : statisticsOf(recording.moments, recording.amps(slot));
}

class SolvedPart implements PartSolution {
  private knownVolts?: Statistics;
  private knownAmps?: Statistics;

  constructor(
    private readonly recording: RecordedSpan,
    private readonly index: number,
  ) {}

  get volts(): Statistics {
    if (!this.knownVolts) {
      const { recording, index } = this;
      const { circuit, unknownOf } = recording.system;
      const part = circuit.parts[index];
      const [plus, minus] = acrossOf(part);
      this.knownVolts = voltsBetween(
        recording,
        unknownOf.get(part.pins[plus] as string) as number,
        unknownOf.get(part.pins[minus] as string) as number,
      );
    }
    return this.knownVolts;
  }

  get amps(): Statistics {
    const { recording, index } = this;
    this.knownAmps ??= ampsInto(recording, recording.system.slotOf[index]);
    return this.knownAmps;
  }

  get watts(): number {
    const { recording, index } = this;
    const part = recording.system.circuit.parts[index];
    const ohms = deviceOf(part.kind).storesBehindOhms?.(part);
    // What it stores comes back in a settled period: only what it loses is left, small beside volts × amps.
    return ohms === undefined ? takenUp(recording, index) : ohms * this.amps.rms ** 2;
  }
}

/** The average power that a part takes up over the recorded span, W. */
function takenUp(recording: RecordedSpan, index: number): number {
  const { system, moments } = recording;
  const slot = system.slotOf[index];
  const { pins } = system.circuit.parts[index];
  const unknownAt = (pin: number) => system.unknownOf.get(pins[pin] as string) as number;
  // The reference cancels over all pins; taken against the last pin, a small loss beside mains volts keeps its digits.
  const last = unknownAt(pins.length - 1);
  let watts = 0;
  for (let pin = 0; pin < pins.length - 1; pin++) {
    watts +=
      recording.count === 1
        ? recording.voltsNow(unknownAt(pin), last) * recording.ampsNow(slot + pin)
        : meanProduct(moments, recording.volts(unknownAt(pin), last), recording.amps(slot + pin));
  }
  return watts;
}

/** Which pins a part's volts are taken between, first minus second. */
export function acrossOf({ kind }: Part): readonly [number, number] {
  return deviceOf(kind).across ?? [0, 1];
}

function supplySolution(recording: RecordedSpan, index: number, { volts, amps, watts }: PartSolution): SupplySolution {
  const { system, moments } = recording;
  const part = system.circuit.parts[index];
  const voltAmps = volts.rms * amps.rms;
  const hertz = deviceOf(part.kind).source?.hertz?.(part);
  return {
    voltsRms: volts.rms,
    ampsRms: amps.rms,
    watts: -watts,
    voltAmps,
    powerFactor: voltAmps === 0 ? null : -watts / voltAmps,
    distortion: hertz === undefined ? null : distortionOf(moments, recording.amps(system.slotOf[index]), hertz),
  };
}

class SolvedLed implements LedSolution {
  readonly chip: SolvedChip;
  private readonly part: Part;
  private knownFlicker?: Flicker;

  constructor(
    private readonly recording: RecordedSpan,
    private readonly index: number,
    whole: PartSolution,
  ) {
    const { circuit } = recording.system;
    this.part = circuit.parts[index];
    this.chip = new SolvedChip(this.part, whole, celsiusOf(circuit, this.part));
  }

  get flickerPercent(): number | null {
    return this.flicker.percent;
  }

  get flickerIndex(): number | null {
    return this.flicker.index;
  }

  get flickerHertz(): number | null {
    return this.flicker.hertz;
  }

  get duty(): number | undefined {
    const { moments, count } = this.recording;
    if (count === 1) return undefined;
    return shareAbove(moments, this.recording.amps(this.recording.system.slotOf[this.index]), 0.5);
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

  private get flicker(): Flicker {
    const { recording, index } = this;
    this.knownFlicker ??= flickerOf(recording.moments, recording.amps(recording.system.slotOf[index]));
    return this.knownFlicker;
  }
}

class SolvedChip {
  readonly volts: Statistics;
  readonly amps: Statistics;
  readonly watts: number;
  readonly reverseVolts: number;

  constructor(
    part: Part,
    whole: PartSolution,
    readonly junctionCelsius: number,
  ) {
    const { series, parallel } = deviceOf(part.kind).chips?.(part) ?? { series: 1, parallel: 1 };
    this.volts = dividedBy(whole.volts, series);
    this.amps = dividedBy(whole.amps, parallel);
    this.watts = whole.watts / (series * parallel);
    this.reverseVolts = Math.max(0, -this.volts.min);
  }
}

function dividedBy({ avg, rms, min, max }: Statistics, count: number): Statistics {
  return { avg: avg / count, rms: rms / count, min: min / count, max: max / count };
}

function share(value: number, limit: number | undefined): number | null {
  return limit === undefined ? null : value / limit;
}
