import { z } from 'zod';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { K_OVER_Q } from '../led/chip-model.ts';
import { partBase, threePins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { BOX } from '../symbol.ts';
import { transportLaw } from './law.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('bjt'),
  pins: threePins,
  polarity: z.enum(['npn', 'pnp']),
  beta: z.number().positive().max(1e5).optional(),
  reverseBeta: z.number().positive().max(1e5).optional(),
  saturationAmps: z.number().positive().max(1).optional(),
});

const DEFAULTS = { beta: 150, reverseBeta: 1, saturationAmps: 1e-14 } as const;

export const bjt: DeviceDefinition<'bjt', typeof schema> = {
  kind: 'bjt',
  name: 'transistor',
  pins: ['collector', 'base', 'emitter'],
  polar: true,
  schema,
  expand: (part, build, { celsius }) => {
    const { polarity, beta, reverseBeta, saturationAmps } = { ...DEFAULTS, ...part };
    const thermalVolts = K_OVER_Q * (celsius + 273.15);
    build.block([0, 1, 2], transportLaw(polarity === 'npn' ? 1 : -1, beta, reverseBeta, saturationAmps, thermalVolts));
  },
  value: ({ polarity }) => polarity,
  symbol: BOX,
  typed: { letter: 'Q', words: ['transistor', 'npn', 'pnp'], telling: ['npn', 'pnp'], example: 'Q1 npn', lookedUp: true, read },
  across: [0, 2],
  ratings: ({ rated }) => statedRatings(rated),
  fails: ['short', 'open'],
};

function read(words: readonly string[]): TypedPart | string {
  const polarity = words.find((word) => /^(npn|pnp)$/i.test(word))?.toLowerCase();
  const beta = words.find((word) => /^\d+$/.test(word));
  const odd = words.find((word) => !/^(npn|pnp|\d+)$/i.test(word));
  if (odd !== undefined) return `“${odd}” says nothing of a transistor; npn or pnp, and its gain.`;
  if (polarity === undefined) return 'npn or pnp?';
  return { fields: { polarity, ...(beta !== undefined && { beta: Number(beta) }) } };
}
