import { z } from 'zod';
import { formatEngineering, readFigures } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';

const COLD_OHMS = 0.1;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('fuse'),
  pins: twoPins,
  ohms: z.number().min(0).max(1e4).optional(),
});

/** A fuse is a resistance while intact; `rated.amps` says when it is not. */
export const fuse: DeviceDefinition<'fuse', typeof schema> = {
  kind: 'fuse',
  name: 'fuse',
  pins: ['a', 'b'],
  polar: false,
  schema,
  expand: (part, build) => build.resistance(0, 1, part.ohms ?? COLD_OHMS),
  value: ({ rated }) => (rated?.amps === undefined ? '' : formatEngineering(rated.amps, 'amps').text),
  symbol: [
    { d: 'M-27 -7H27V7H-27Z', fill: 'sheet' },
    { d: 'M-27 0H27', fill: 'none' },
  ],
  typed: { letter: 'F', boardLetters: ['FU'], words: ['fuse'], example: 'F1 fuse 500ma', read },
  toleranced: () => ({ field: 'ohms', usual: 0.5 }),
  implied: ({ ohms = COLD_OHMS }) => ({ ohms }),
  ratings: ({ rated }) => statedRatings(rated),
  conducts: true,
  deadOhms: ({ ohms = COLD_OHMS }) => ohms,
  wire: () => 'closed',
  fails: [{ how: 'open', weight: 1.5 }],
};

function read(words: readonly string[]): TypedPart | string {
  const figures = readFigures(words, { amps: 'amps', ohms: 'ohms' });
  if (typeof figures === 'string') return figures;
  const { amps, ohms } = figures;
  return { fields: { ...(amps !== undefined && { rated: { amps } }), ...(ohms !== undefined && { ohms }) } };
}
