import { z } from 'zod';
import type { DeviceDefinition } from '../definition.ts';
import { readDiodeRating } from '../diode/definition.ts';
import { DIODE_VOLTS_SPREAD, junctionLaw, TYPICAL_DIODES } from '../diode/junction.ts';
import { diodeModelSchema } from '../led/model-schema.ts';
import { fourPins, partBase } from '../part-base.ts';
import { statedRatings, usualLimit } from '../rating.ts';
import { BOX } from '../symbol.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('bridge'),
  pins: fourPins,
  type: z.enum(['silicon', 'schottky']).optional(),
  /** Of one diode. */
  model: diodeModelSchema.optional(),
  voltsPerKelvin: z.number().min(-0.1).max(0.1).optional(),
  /** At any current: what an estimate learns. */
  voltsShift: z.number().min(-2).max(2).optional(),
});

/** From each AC pin to plus, from minus to each AC pin: pins of each diode's anode and cathode. */
const DIODES = [
  [0, 2],
  [1, 2],
  [3, 0],
  [3, 1],
] as const;

/** Of a small moulded bridge, A; rms. */
const USUAL_AMPS = 0.5;

/** Four diodes. */
export const bridge: DeviceDefinition<'bridge', typeof schema> = {
  kind: 'bridge',
  name: 'bridge',
  pins: ['ac1', 'ac2', 'plus', 'minus'],
  polar: true,
  schema,
  expand: (part, build, surroundings) => {
    const model = part.model ?? TYPICAL_DIODES[part.type ?? 'silicon'];
    for (const [anode, cathode] of DIODES) build.curve(anode, cathode, junctionLaw({ ...part, model }, surroundings));
  },
  value: ({ type }) => type ?? '',
  symbol: BOX,
  rectifies: true,
  typed: {
    boardLetters: ['BR', 'BD', 'DB'],
    words: ['bridge'],
    example: 'B2 bridge on C N P M',
    lookedUp: true,
    read: (words) => {
      const isSchottky = words.some((word) => /^schottky$/i.test(word));
      const rated = readDiodeRating(words.filter((word) => !/^(silicon|schottky)$/i.test(word)));
      return typeof rated === 'string' ? rated : { fields: { ...(isSchottky && { type: 'schottky' }), ...rated } };
    },
  },
  implied: () => ({ voltsShift: 0 }),
  possible: () => ({ voltsShift: [-0.5, 0.5] }),
  learns: ({ voltsShift = 0 }) => [{ field: 'voltsShift', value: voltsShift, uncertainty: DIODE_VOLTS_SPREAD }],
  ratings: ({ rated }) => [
    ...(rated?.amps === undefined ? [{ of: 'amps' as const, limit: usualLimit(USUAL_AMPS, 'a small bridge') }] : []),
    ...statedRatings(rated),
  ],
  fails: [
    { how: 'short', weight: 0.4 },
    { how: 'open', weight: 0.3 },
  ],
};
