import { z } from 'zod';
import { readFigures } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { diodeModelSchema } from '../led/model-schema.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings, usualLimit } from '../rating.ts';
import { CATHODE_BAR, leads, triangle } from '../symbol.ts';
import { DIODE_VOLTS_SPREAD, junctionLaw, TYPICAL_DIODES } from './junction.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('diode'),
  pins: twoPins,
  type: z.enum(['silicon', 'schottky']).optional(),
  model: diodeModelSchema.optional(),
  voltsPerKelvin: z.number().min(-0.1).max(0.1).optional(),
  /** At any current: what an estimate learns. */
  voltsShift: z.number().min(-2).max(2).optional(),
  breakdownVolts: z.number().positive().max(1e6).optional(),
  breakdownOhms: z.number().positive().max(1e9).optional(),
});

/** Of a rectifier the size of a grain of rice, A; rms. */
const USUAL_AMPS = 1;

export const diode: DeviceDefinition<'diode', typeof schema> = {
  kind: 'diode',
  name: 'diode',
  pins: ['anode', 'cathode'],
  polar: true,
  schema,
  expand: (part, build, surroundings) =>
    build.curve(0, 1, junctionLaw({ ...part, model: part.model ?? TYPICAL_DIODES[part.type ?? 'silicon'] }, surroundings)),
  value: ({ type }) => type ?? '',
  symbol: [leads(10), triangle('sheet'), CATHODE_BAR],
  typed: { words: ['diode', 'schottky'], telling: ['schottky'], example: 'D2 diode schottky', lookedUp: true, read },
  implied: () => ({ voltsShift: 0 }),
  possible: () => ({ voltsShift: [-0.5, 0.5] }),
  learns: ({ voltsShift = 0 }) => [{ field: 'voltsShift', value: voltsShift, uncertainty: DIODE_VOLTS_SPREAD }],
  ratings: ({ rated }) => [
    ...(rated?.amps === undefined ? [{ of: 'amps' as const, limit: usualLimit(USUAL_AMPS, 'a small rectifier') }] : []),
    ...statedRatings(rated),
  ],
  inString: true,
  fails: [
    { how: 'short', weight: 0.3 },
    { how: 'open', weight: 0.3 },
  ],
};

function read(words: readonly string[]): TypedPart | string {
  const isType = (word: string) => /^(silicon|schottky)$/i.test(word);
  const rated = readDiodeRating(words.filter((word) => !isType(word)));
  if (typeof rated === 'string') return `a diode is silicon or schottky, with amps and volts that it bears, as “schottky 1a 40v”: ${rated}`;
  return { fields: { type: words.some((word) => word.toLowerCase() === 'schottky') ? 'schottky' : 'silicon', ...rated } };
}

/** `1a 400v`: what it carries, and the reverse voltage that it bears. */
export function readDiodeRating(words: readonly string[]): Readonly<Record<string, unknown>> | string {
  const figures = readFigures(words, { amps: 'amps', volts: 'volts' });
  if (typeof figures === 'string') return figures;
  const { amps, volts } = figures;
  const rated = { ...(amps !== undefined && { amps }), ...(volts !== undefined && { reverseVolts: volts }) };
  return Object.keys(rated).length > 0 ? { rated } : {};
}
