import { z } from 'zod';
import { ac } from './ac/definition.ts';
import { battery } from './battery/definition.ts';
import { bjt } from './bjt/definition.ts';
import { bridge } from './bridge/definition.ts';
import { capacitor } from './capacitor/definition.ts';
import { converter } from './converter/definition.ts';
import { dc } from './dc/definition.ts';
import type { DeviceDefinition, PartBuilder, Surroundings } from './definition.ts';
import { diode } from './diode/definition.ts';
import { fuse } from './fuse/definition.ts';
import { inductor } from './inductor/definition.ts';
import { led } from './led/definition.ts';
import { mosfet } from './mosfet/definition.ts';
import { resistor } from './resistor/definition.ts';
import { sink } from './sink/definition.ts';
import { switchDevice } from './switch/definition.ts';
import { zener } from './zener/definition.ts';

/** Every part kind. A new one is a folder beside this file, and one line here and in the schema below. */
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
] as const;

/** A part of a circuit, of any kind. */
export const partSchema = z.discriminatedUnion('kind', [
  dc.schema,
  ac.schema,
  battery.schema,
  resistor.schema,
  capacitor.schema,
  inductor.schema,
  diode.schema,
  zener.schema,
  led.schema,
  bridge.schema,
  switchDevice.schema,
  fuse.schema,
  sink.schema,
  bjt.schema,
  mosfet.schema,
  converter.schema,
]);
export type Part = z.infer<typeof partSchema>;
export type PartKind = Part['kind'];

type AnyDevice = Omit<DeviceDefinition<PartKind, z.ZodType>, 'expand'> & {
  expand(part: Part, build: PartBuilder, surroundings: Surroundings): void;
};

const BY_KIND = new Map<string, AnyDevice>(DEVICES.map((device) => [device.kind, device as unknown as AnyDevice]));

/** The kinds, in the order of the registry. */
export const PART_KINDS: readonly PartKind[] = DEVICES.map((device) => device.kind);

/** The definition of a kind. The schema has already refused every kind that is not in the registry. */
export function deviceOf(kind: PartKind): AnyDevice {
  const device = BY_KIND.get(kind);
  if (!device) throw new Error(`No device is registered for the part kind "${kind}".`);
  return device;
}
