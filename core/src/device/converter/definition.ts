import { z } from 'zod';
import { formatEngineering } from '../../quantity/index.ts';
import type { DeviceDefinition } from '../definition.ts';
import { fourPins, partBase } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { BOX } from '../symbol.ts';
import { averagedLaw } from './law.ts';
import { MODE_WORDS, readConverter } from './typed.ts';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('converter'),
    pins: fourPins,
    mode: z.enum(['boost', 'buck', 'boost-buck']),
    outVolts: z.number().positive().max(1e4),
    limitAmps: z.number().positive().max(1e4),
    efficiency: z.number().min(0.01).max(1),
    minInVolts: z.number().min(0).max(1e4),
    maxInVolts: z.number().positive().max(1e4),
    /** The input volts are as is usual of such a one: nobody read them. */
    rangeAssumed: z.boolean().optional(),
  })
  .refine((part) => part.minInVolts < part.maxInVolts, { message: 'minInVolts must be below maxInVolts', path: ['minInVolts'] });

/** One standard deviation: sheets give a current limit within a fifth, and efficiency to a few hundredths. */
const [LIMIT_SHARE, EFFICIENCY_SPREAD] = [0.1, 0.04];

export const converter: DeviceDefinition<'converter', typeof schema> = {
  kind: 'converter',
  name: 'converter',
  pins: ['inPlus', 'inMinus', 'outPlus', 'outMinus'],
  polar: true,
  schema,
  expand: (part, build) => build.block([0, 1, 2, 3], averagedLaw(part)),
  value: ({ mode, outVolts, limitAmps }) =>
    `${mode}, ${formatEngineering(outVolts, 'volts').text}, ${formatEngineering(limitAmps, 'amps').text}`,
  symbol: BOX,
  typed: {
    words: ['converter', ...MODE_WORDS],
    telling: MODE_WORDS,
    example: 'U1 boost 3.3v limit 30ma 85% in 0.9v on P M O M',
    ownPercent: true,
    lookedUp: true,
    read: readConverter,
  },
  drives: [2],
  possible: () => ({ efficiency: [0, 1] }),
  toleranced: () => ({ field: 'outVolts', usual: 0.04 }),
  learns: ({ limitAmps, efficiency }) => [
    { field: 'limitAmps', value: limitAmps, uncertainty: LIMIT_SHARE * limitAmps },
    { field: 'efficiency', value: efficiency, uncertainty: EFFICIENCY_SPREAD },
  ],
  controls: ({ limitAmps }) => ({ field: 'limitAmps', value: limitAmps }),
  variesBy: { amps: 'limitAmps', volts: 'outVolts' },
  ratings: ({ rated }) => statedRatings(rated),
  fails: [
    { how: 'open', weight: 2 },
    { how: 'short', weight: 0.5 },
  ],
};
