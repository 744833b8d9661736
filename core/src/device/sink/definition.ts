import { z } from 'zod';
import { formatEngineering, readFigures } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { CIRCLE, leads } from '../symbol.ts';
import { sinkLaw } from './law.ts';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('sink'),
    pins: twoPins,
    amps: z.number().positive().max(1e4).optional(),
    dropoutVolts: z.number().positive().max(1e3),
    /** A reference and a sense resistor make amps = referenceVolts / senseOhms. */
    referenceVolts: z.number().positive().max(100).optional(),
    senseOhms: z.number().positive().max(1e6).optional(),
  })
  .refine((part) => part.amps !== undefined || (part.referenceVolts !== undefined && part.senseOhms !== undefined), {
    message: 'needs amps, or referenceVolts and senseOhms',
    path: ['amps'],
  });

export type SinkPart = z.infer<typeof schema>;

/** The current that it holds, A. */
export function sinkAmps({ amps, referenceVolts = Number.NaN, senseOhms = Number.NaN }: SinkPart): number {
  return amps ?? referenceVolts / senseOhms;
}

/** A linear constant-current regulator: a resistance below dropout, constant amps above, nothing in reverse. */
export const sink: DeviceDefinition<'sink', typeof schema> = {
  kind: 'sink',
  name: 'sink',
  pins: ['in', 'out'],
  polar: true,
  schema,
  expand: (part, build) => build.curve(0, 1, sinkLaw(sinkAmps(part), part.dropoutVolts)),
  value: (part) => formatEngineering(sinkAmps(part), 'amps').text,
  symbol: [leads(13), CIRCLE, { d: 'M0 -13V13', fill: 'none' }],
  typed: { letter: 'U', words: ['sink'], example: 'U1 sink 20ma 2v', lookedUp: true, read },
  toleranced: 'amps',
  ratings: ({ rated }) => statedRatings(rated),
  inString: true,
  fails: ['open', 'short'],
};

function read(words: readonly string[]): TypedPart | string {
  const figures = readFigures(words, { amps: 'amps', volts: 'volts' });
  if (typeof figures === 'string') return figures;
  const { amps, volts } = figures;
  if (amps === undefined || volts === undefined) return 'its amps and the volts that it needs over it, as “20ma 2v”.';
  return { fields: { amps, dropoutVolts: volts } };
}
