import {
  type Circuit,
  partOfKind,
  partsOfKind,
  suppliesOf,
  withFields,
  withPart,
  withReplacement,
  withSeriesResistor,
} from '../circuit/index.ts';
import { cellOf, isKind } from '../device/index.ts';
import { type Disagreement, type EstimateReading, unknownsOf } from '../estimate/index.ts';
import { displayStep, GENERIC_METERS, type Meter, meteredBy, rangeFor } from '../meter/index.ts';
import { drawNormal } from '../numeric/index.ts';
import { solve } from '../solve/index.ts';

/** What is read with, where nothing else is said. */
const METER = GENERIC_METERS.find(({ name }) => name === 'bench meter') as Meter;

/** The gadget as it truly is, drawn from what its markings leave open. */
export function drawTruth(marked: Circuit, random: () => number): Circuit {
  return unknownsOf(marked).reduce(
    (circuit, { ref, field, prior }) => withFields(circuit, ref, { [field]: prior.value + prior.uncertainty * drawNormal(random) }),
    marked,
  );
}

/** Everything that a careful person reads of it, by a meter within its maker's limits. */
export function drawReadings(truth: Circuit, marked: Circuit, random: () => number): EstimateReading[] {
  const solved = solve(truth);
  if (!solved.ok) throw new Error(solved.error.message);
  const read = (unit: 'volts' | 'amps' | 'ohms', value: number) => {
    const range = rangeFor(METER, unit, value);
    const { uncertainty } = meteredBy(METER, unit, value, range ? displayStep(range, value) : 1e-3);
    return { value: value + uncertainty * drawNormal(random), uncertainty };
  };
  const supply = suppliesOf(marked)[0]?.ref ?? '';
  const readings: EstimateReading[] = marked.parts.flatMap((part, index): EstimateReading[] => {
    const { ref } = part;
    const volts: EstimateReading = {
      id: `v${index}`,
      kind: 'volts',
      across: ref,
      ...read('volts', solved.value.parts[ref]?.volts.avg ?? 0),
    };
    const actual = partOfKind(truth, ref, 'resistor');
    if (!actual) return [volts];
    return [volts, { id: `r${index}`, kind: 'ohms', across: ref, ...read('ohms', actual.ohms) }];
  });
  const amps = Math.abs(solved.value.parts[supply]?.amps.avg ?? 0);
  return [...readings, { id: 'i', kind: 'amps', through: supply, ...read('amps', amps) }];
}

/** A single thing that is wrong: with the gadget, or with a reading. */
export interface DrawnFault {
  readonly name: string;
  readonly truth: Circuit;
  readonly spoil: (readings: EstimateReading[]) => EstimateReading[];
  /** Whether a cause names it. */
  readonly isFound: (cause: Disagreement) => boolean;
}

const AS_READ = (readings: EstimateReading[]) => readings;

/** One fault of a kind that benches have, at a place of its own. */
export function drawFault(marked: Circuit, truth: Circuit, random: () => number): DrawnFault {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const resistors = partsOfKind(marked, 'resistor');
  const leds = partsOfKind(marked, 'led');
  const supply = suppliesOf(marked)[0] as Circuit['parts'][number];
  switch (pick(['range', 'slip', 'swapped', 'lead', 'marking', 'bridge', 'dark', 'cell'] as const)) {
    case 'range':
    case 'slip':
    case 'swapped': {
      const place = Math.floor(random() * 1e6);
      const factor = pick([10, 0.1, -1, 1.3, 0.7]);
      let id = '';
      const spoil = (readings: EstimateReading[]) => {
        const able = readings.filter(({ kind }) => factor > 0 || kind === 'volts');
        id = able[place % able.length]?.id ?? '';
        return readings.map((reading) => (reading.id === id ? { ...reading, value: reading.value * factor } : reading));
      };
      return { name: `reading × ${factor}`, truth, spoil, isFound: (cause) => cause.cause === 'reading' && cause.id === id };
    }
    case 'lead': {
      const total = 5 / (marked.parts.length * 0.01);
      const ohms = pick([0.02, 0.04, 0.08]) * total;
      return {
        name: 'lead',
        truth: withSeriesResistor(truth, supply.ref, 0, { ref: 'R90', ohms }),
        spoil: AS_READ,
        isFound: (found) => found.cause === 'lead' && found.ref === supply.ref,
      };
    }
    case 'marking': {
      const { ref } = pick(resistors);
      const ohms = (truth.parts.find((part) => part.ref === ref) as { ohms: number }).ohms * pick([10, 0.1, 1.8, 0.47]);
      return {
        name: 'marking',
        truth: withFields(truth, ref, { ohms }),
        spoil: AS_READ,
        isFound: (cause) => cause.cause === 'part' && cause.ref === ref,
      };
    }
    case 'bridge': {
      const { ref, pins } = pick(resistors);
      return {
        name: 'bridge',
        truth: withPart(truth, { ref: 'R91', kind: 'resistor', pins: [pins[0], pins[1]] as [string, string], ohms: 1e-3 }),
        spoil: AS_READ,
        isFound: (cause) => cause.cause === 'join' && cause.ref === ref,
      };
    }
    case 'dark': {
      const part = pick(leds);
      const { ref, parallel = 1, series = 1 } = part as { ref: string; parallel?: number; series?: number };
      const open = { ref, kind: 'resistor', pins: part.pins, ohms: 1e9 } as Circuit['parts'][number];
      const dark =
        parallel > 1
          ? withFields(truth, ref, { parallel: parallel - 1 })
          : series > 1
            ? withFields(truth, ref, { series: series - 1 })
            : withReplacement(truth, ref, open);
      return { name: 'dark', truth: dark, spoil: AS_READ, isFound: (cause) => cause.cause === 'part' && cause.ref === ref };
    }
    case 'cell': {
      if (!isKind(supply, 'battery')) return drawFault(marked, truth, random);
      const { openVolts } = cellOf({ ...supply, charge: pick([0.5, 0.3, 0.15]) });
      return {
        name: 'cell',
        truth: withFields(truth, supply.ref, { openVolts }),
        spoil: AS_READ,
        isFound: (cause) => cause.cause === 'part' && cause.ref === supply.ref,
      };
    }
  }
}
