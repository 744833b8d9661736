import { z } from 'zod';
import { formatEngineering, readFigures } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { RESISTOR_BODY } from '../symbol.ts';
import { varistorLaw } from './law.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('varistor'),
  pins: twoPins,
  /** At 1 mA. */
  volts: z.number().positive().max(1e5),
  exponent: z.number().min(1).max(100).optional(),
});

/** Of zinc oxide (IEC 61051-1). */
const USUAL_EXPONENT = 30;

/** Conducts next to nothing below its volts, and steeply more above them, either way round. */
export const varistor: DeviceDefinition<'varistor', typeof schema> = {
  kind: 'varistor',
  name: 'varistor',
  pins: ['a', 'b'],
  polar: false,
  schema,
  expand: (part, build) => build.curve(0, 1, varistorLaw(part.volts, part.exponent ?? USUAL_EXPONENT)),
  value: ({ volts }) => formatEngineering(volts, 'volts').text,
  symbol: [RESISTOR_BODY, { d: 'M-13 15L13 -15H20', fill: 'none' }],
  typed: { boardLetters: ['RV', 'MOV', 'VDR'], words: ['varistor'], example: 'R2 varistor 470v', read },
  toleranced: () => ({ field: 'volts', usual: 0.1 }),
  ratings: ({ rated }) => statedRatings(rated),
  fails: [{ how: 'short', weight: 0.3 }],
};

function read(words: readonly string[]): TypedPart | string {
  const figures = readFigures(words, { volts: 'volts' });
  if (typeof figures === 'string') return figures;
  const { volts } = figures;
  if (volts === undefined) return 'its volts at 1 mA, as “470v”.';
  return { fields: { volts } };
}
