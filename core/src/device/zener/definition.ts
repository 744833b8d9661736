import { z } from 'zod';
import { formatEngineering, readFigures } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { junctionLaw, TYPICAL_DIODES } from '../diode/junction.ts';
import { packageField, partBase, twoPins } from '../part-base.ts';
import { semiconductorRatings } from '../rating.ts';
import { leads, triangle } from '../symbol.ts';
import { withZener } from './law.ts';

const schema = z.strictObject({
  ...partBase,
  ...packageField,
  kind: z.literal('zener'),
  pins: twoPins,
  /** At 5 mA. */
  zenerVolts: z.number().positive().max(1e4),
  zenerOhms: z.number().positive().max(1e6).optional(),
});

/** The current at which a zener's volts are stated. */
const TEST_AMPS = 0.005;
const USUAL_ZENER_OHMS = 5;

/** Of a small glass or flat body, W. */
const USUAL_WATTS = 0.5;

/** Forward as a silicon diode; reverse a resistance above the knee. */
export const zener: DeviceDefinition<'zener', typeof schema> = {
  kind: 'zener',
  name: 'zener',
  pins: ['anode', 'cathode'],
  polar: true,
  schema,
  expand: (part, build, surroundings) => {
    const ohms = part.zenerOhms ?? USUAL_ZENER_OHMS;
    build.curve(0, 1, withZener(junctionLaw({ model: TYPICAL_DIODES.silicon }, surroundings), part.zenerVolts - TEST_AMPS * ohms, ohms));
  },
  value: ({ zenerVolts }) => formatEngineering(zenerVolts, 'volts').text,
  symbol: [leads(10), triangle('sheet'), { d: 'M5 -11H10V11', fill: 'none' }],
  typed: { letter: 'Z', boardLetters: ['ZD', 'DZ'], words: ['zener'], example: 'Z1 zener 5v1', lookedUp: true, read },
  toleranced: () => ({ field: 'zenerVolts', usual: 0.05 }),
  ratings: (part) => semiconductorRatings(part, USUAL_WATTS),
  inString: true,
  fails: [
    { how: 'short', weight: 0.4 },
    { how: 'open', weight: 0.2 },
  ],
};

function read(words: readonly string[]): TypedPart | string {
  const figures = readFigures(words, { volts: 'volts', watts: 'watts' });
  if (typeof figures === 'string') return figures;
  const { volts, watts } = figures;
  if (volts === undefined) return 'its volts, as “5v1”.';
  return {
    fields: {
      zenerVolts: volts,
      ...(watts !== undefined && { rated: { watts } }),
    },
  };
}
