import { z } from 'zod';
import { ac } from './ac/definition.ts';
import { battery } from './battery/definition.ts';
import { bjt } from './bjt/definition.ts';
import { bridge } from './bridge/definition.ts';
import { capacitor } from './capacitor/definition.ts';
import { charger } from './charger/definition.ts';
import { converter } from './converter/definition.ts';
import { dc } from './dc/definition.ts';
import type { DeviceDefinition } from './definition.ts';
import { diode } from './diode/definition.ts';
import { fuse } from './fuse/definition.ts';
import { inductor } from './inductor/definition.ts';
import { led } from './led/definition.ts';
import { mosfet } from './mosfet/definition.ts';
import { photoresistor } from './photoresistor/definition.ts';
import { pulse } from './pulse/definition.ts';
import { resistor } from './resistor/definition.ts';
import { sink } from './sink/definition.ts';
import { switchDevice } from './switch/definition.ts';
import { thermistor } from './thermistor/definition.ts';
import { varistor } from './varistor/definition.ts';
import { zener } from './zener/definition.ts';

/** Every part kind. A new one is a folder beside this file, and a line here. */
const DEVICES = [
  dc,
  ac,
  battery,
  resistor,
  capacitor,
  inductor,
  diode,
  zener,
  led,
  bridge,
  switchDevice,
  fuse,
  sink,
  bjt,
  mosfet,
  converter,
  charger,
  thermistor,
  varistor,
  pulse,
  photoresistor,
] as const;

type Schemas<T extends readonly { readonly schema: unknown }[]> = { -readonly [I in keyof T]: T[I]['schema'] };

/** A part of a circuit, of any kind. */
export const partSchema = z.discriminatedUnion('kind', DEVICES.map(({ schema }) => schema) as unknown as Schemas<typeof DEVICES>);
export type Part = z.infer<typeof partSchema>;
export type PartKind = Part['kind'];
export type PartOf<K extends PartKind> = Extract<Part, { kind: K }>;

/** A definition as it is asked by somebody who does not know the kind. */
type AnyDevice = DeviceDefinition<PartKind, z.ZodType<Part>>;

const BY_KIND = new Map<string, AnyDevice>(DEVICES.map((device) => [device.kind, device as unknown as AnyDevice]));

/** The kinds, in the order of the registry. */
export const PART_KINDS: readonly PartKind[] = DEVICES.map((device) => device.kind);

/** The definition of a kind. The schema has already refused every kind that is not in the registry. */
export function deviceOf(kind: PartKind): AnyDevice {
  const device = BY_KIND.get(kind);
  if (!device) throw new Error(`No device is registered for the part kind "${kind}".`);
  return device;
}

/** The value of a part as printed beside its symbol; empty where it has none. */
export function partValue(part: Part): string {
  return deviceOf(part.kind).value(part);
}

/** Whether a part is of a kind, for the compiler too. */
export function isKind<K extends PartKind>(part: Part | undefined, kind: K): part is PartOf<K> {
  return part?.kind === kind;
}
