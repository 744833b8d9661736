import { z } from 'zod';
import type { Unit } from '../quantity/index.ts';
import type { MeterRole } from './meter.ts';

/** What can be asked of an instrument on the line. */
export const QUANTITIES = [
  'volts-dc',
  'volts-ac',
  'amps-dc',
  'amps-ac',
  'ohms',
  'in-line-dc',
  'in-line-ac',
  'celsius',
  'lux',
  'waveform',
  /** What a supply with a limit gives to one part by itself, for as long as it is read. */
  'lit-alone',
] as const;
export type Quantity = (typeof QUANTITIES)[number];

/** The figures that each quantity comes with, in their order. A waveform comes with its average and its root mean square. */
export const QUANTITY_UNITS: Readonly<Record<Quantity, readonly Unit[]>> = {
  'volts-dc': ['volts'],
  'volts-ac': ['volts'],
  'amps-dc': ['amps'],
  'amps-ac': ['amps'],
  ohms: ['ohms'],
  'in-line-dc': ['volts', 'amps', 'watts'],
  'in-line-ac': ['volts', 'amps', 'watts'],
  celsius: ['celsius'],
  lux: ['lux'],
  waveform: ['volts', 'volts'],
  'lit-alone': ['volts', 'amps'],
};

export const INSTRUMENT_KINDS = ['bench-meter', 'bench-supply', 'power-meter', 'oscilloscope', 'thermometer', 'lux-meter'] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];

interface KindFacts {
  readonly title: string;
  readonly measures: readonly Quantity[];
  /** The meter that its readings stand on, as the tape knows meters; a supply's figures go to no slot. */
  readonly role?: MeterRole;
  /** The generic meter that it is taken for until another is named. */
  readonly meter?: string;
  /** Words by which an identity (IEEE 488.2, *IDN?) tells the kind. */
  readonly words: RegExp;
}

export const INSTRUMENT_FACTS: Readonly<Record<InstrumentKind, KindFacts>> = {
  'bench-supply': { title: 'bench supply', measures: ['lit-alone'], words: /supply|psu/i },
  'power-meter': {
    title: 'in-line power meter',
    measures: ['in-line-dc', 'in-line-ac'],
    role: 'in-line',
    meter: 'power meter at the plug',
    words: /power|watt/i,
  },
  oscilloscope: { title: 'oscilloscope', measures: ['waveform'], role: 'probes', meter: 'oscilloscope', words: /scope/i },
  thermometer: { title: 'thermometer', measures: ['celsius'], role: 'temperature', meter: 'thermometer', words: /thermo|temperature/i },
  'lux-meter': { title: 'lux meter', measures: ['lux'], role: 'light', meter: 'lux meter', words: /lux|light/i },
  'bench-meter': {
    title: 'bench meter',
    measures: ['volts-dc', 'volts-ac', 'amps-dc', 'amps-ac', 'ohms'],
    role: 'probes',
    meter: 'bench meter',
    words: /meter|dmm/i,
  },
};

/** The kind that an identity speaks of; undefined where it does not say. */
export function kindFromIdentity(identity: string): InstrumentKind | undefined {
  const kinds = Object.keys(INSTRUMENT_FACTS) as InstrumentKind[];
  return kinds.find((kind) => INSTRUMENT_FACTS[kind].words.test(identity));
}

export const quantitySchema = z.enum(QUANTITIES);
export const instrumentKindSchema = z.enum(INSTRUMENT_KINDS);
