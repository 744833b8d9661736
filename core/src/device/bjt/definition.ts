import { z } from 'zod';
import { readFigures } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { K_OVER_Q } from '../led/chip-model.ts';
import { packageWatts } from '../packages.ts';
import { packageField, partBase, threePins } from '../part-base.ts';
import { semiconductorRatings } from '../rating.ts';
import { BOX } from '../symbol.ts';
import { transportLaw } from './law.ts';

const schema = z.strictObject({
  ...partBase,
  ...packageField,
  kind: z.literal('bjt'),
  pins: threePins,
  polarity: z.enum(['npn', 'pnp']),
  beta: z.number().positive().max(1e5).optional(),
  reverseBeta: z.number().positive().max(1e5).optional(),
  saturationAmps: z.number().positive().max(1).optional(),
});

const DEFAULTS = { beta: 150, reverseBeta: 1, saturationAmps: 1e-14 } as const;

/** A search may try less than none. */
const [LEAST_BETA, LEAST_SATURATION_AMPS] = [1, 1e-20];
/**
 * One standard deviation, relative: gains of one type are sorted into classes of a factor of two, and base-emitter volts
 * differ by some ten millivolts, which half the saturation current is.
 */
const [BETA_SHARE, SATURATION_SHARE] = [0.3, 0.5];

/** Of the smallest common package, W. */
const USUAL_WATTS = 0.3;

export const bjt: DeviceDefinition<'bjt', typeof schema> = {
  kind: 'bjt',
  name: 'transistor',
  pins: ['collector', 'base', 'emitter'],
  polar: true,
  schema,
  expand: (part, build, { celsius, junctionFarads }) => {
    const { polarity, reverseBeta, ...values } = { ...DEFAULTS, ...part };
    const beta = Math.max(LEAST_BETA, values.beta);
    const saturationAmps = Math.max(LEAST_SATURATION_AMPS, values.saturationAmps);
    const thermalVolts = K_OVER_Q * (celsius + 273.15);
    if (junctionFarads) for (const pin of [0, 2]) build.stray(1, pin, junctionFarads);
    build.block([0, 1, 2], transportLaw(polarity === 'npn' ? 1 : -1, beta, reverseBeta, saturationAmps, thermalVolts));
  },
  value: ({ polarity }) => polarity,
  symbol: BOX,
  typed: { letter: 'Q', words: ['transistor', 'npn', 'pnp'], telling: ['npn', 'pnp'], example: 'Q1 npn', lookedUp: true, read },
  across: [0, 2],
  implied: ({ beta = DEFAULTS.beta, saturationAmps = DEFAULTS.saturationAmps }) => ({ beta, saturationAmps }),
  learns: ({ beta = DEFAULTS.beta, saturationAmps = DEFAULTS.saturationAmps }) => [
    { field: 'beta', value: beta, uncertainty: BETA_SHARE * beta },
    { field: 'saturationAmps', value: saturationAmps, uncertainty: SATURATION_SHARE * saturationAmps },
  ],
  ratings: (part) => semiconductorRatings(part, USUAL_WATTS),
  fails: [
    { how: 'short', weight: 0.6 },
    { how: 'open', weight: 0.4 },
  ],
};

function read(words: readonly string[]): TypedPart | string {
  const polarity = words.find((word) => /^(npn|pnp)$/i.test(word))?.toLowerCase();
  const beta = words.find((word) => /^\d+$/.test(word));
  const body = words.find((word) => packageWatts(word) !== undefined);
  const figures = readFigures(
    words.filter((word) => !/^(npn|pnp|gain|hfe|\d+)$/i.test(word) && word !== body),
    { amps: 'amps', volts: 'volts', watts: 'watts' },
  );
  if (typeof figures === 'string') return `${figures} A transistor is npn or pnp, with its gain, its package, amps, volts or watts.`;
  if (polarity === undefined) return 'npn or pnp?';
  const { amps, volts, watts } = figures;
  const rated = { ...(amps !== undefined && { amps }), ...(volts !== undefined && { volts }), ...(watts !== undefined && { watts }) };
  return {
    fields: {
      polarity,
      ...(beta !== undefined && { beta: Number(beta) }),
      ...(body !== undefined && { body }),
      ...(Object.keys(rated).length > 0 && { rated }),
    },
  };
}
