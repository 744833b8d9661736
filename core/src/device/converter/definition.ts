import { z } from 'zod';
import { formatEngineering } from '../../quantity/index.ts';
import type { DeviceDefinition } from '../definition.ts';
import type { OhmsOf } from '../law.ts';
import { chipField, fourPins, partBase, refSchema } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { BOX } from '../symbol.ts';
import { averagedLaw } from './law.ts';
import { MODE_WORDS, readConverter } from './typed.ts';

const schema = z
  .strictObject({
    ...partBase,
    ...chipField,
    kind: z.literal('converter'),
    pins: fourPins,
    mode: z.enum(['boost', 'buck', 'boost-buck']),
    outVolts: z.number().positive().max(1e4),
    limitAmps: z.number().positive().max(1e4).optional(),
    /** In place of `limitAmps`: the volts that it holds over what senses its output current, and the resistors that do, in parallel. */
    senseVolts: z.number().positive().max(100).optional(),
    sense: z.array(refSchema).min(1).max(16).optional(),
    efficiency: z.number().min(0.01).max(1),
    minInVolts: z.number().min(0).max(1e4),
    maxInVolts: z.number().positive().max(1e4),
    /** The input volts are as is usual of such a one: nobody read them. */
    rangeAssumed: z.boolean().optional(),
  })
  .refine(({ limitAmps, senseVolts, sense }) => limitAmps !== undefined || (senseVolts !== undefined && sense !== undefined), {
    message: 'needs limitAmps, or senseVolts and the refs in sense',
    path: ['limitAmps'],
  })
  .refine((part) => part.minInVolts < part.maxInVolts, { message: 'minInVolts must be below maxInVolts', path: ['minInVolts'] });

type ConverterPart = z.infer<typeof schema>;

/**
 * The current that it gives at most, A.
 *
 * @param ohmsOf of a resistor of its circuit, by ref
 */
function converterLimitAmps({ limitAmps, senseVolts = Number.NaN, sense = [] }: ConverterPart, ohmsOf?: OhmsOf): number {
  return limitAmps ?? senseVolts * sense.reduce((siemens, ref) => siemens + 1 / (ohmsOf?.(ref) ?? Number.NaN), 0);
}

/** References of current-sensing inputs are trimmed to a few per cent, one standard deviation. */
const SENSE_SHARE = 0.03;

/** One standard deviation: sheets give a current limit within a fifth, and efficiency to a few hundredths. */
const [LIMIT_SHARE, EFFICIENCY_SPREAD] = [0.1, 0.04];

export const converter: DeviceDefinition<'converter', typeof schema> = {
  kind: 'converter',
  name: 'converter',
  pins: ['inPlus', 'inMinus', 'outPlus', 'outMinus'],
  polar: true,
  schema,
  expand: (part, build, { ohmsOf }) => build.block([0, 1, 2, 3], averagedLaw({ ...part, limitAmps: converterLimitAmps(part, ohmsOf) })),
  value: ({ mode, outVolts, limitAmps, senseVolts = Number.NaN, sense = [] }) => {
    const limit =
      limitAmps === undefined
        ? `${formatEngineering(senseVolts, 'volts').text}, over ${sense.join(', ')}`
        : formatEngineering(limitAmps, 'amps').text;
    return `${mode}, ${formatEngineering(outVolts, 'volts').text}, ${limit}`;
  },
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
  learns: ({ limitAmps, senseVolts = 0, efficiency }) => [
    limitAmps === undefined
      ? { field: 'senseVolts', value: senseVolts, uncertainty: SENSE_SHARE * senseVolts }
      : { field: 'limitAmps', value: limitAmps, uncertainty: LIMIT_SHARE * limitAmps },
    { field: 'efficiency', value: efficiency, uncertainty: EFFICIENCY_SPREAD },
  ],
  dependsOn: ({ limitAmps, sense = [] }) => (limitAmps === undefined ? sense : []),
  controls: ({ limitAmps, senseVolts = 0 }) =>
    limitAmps === undefined ? { field: 'senseVolts', value: senseVolts } : { field: 'limitAmps', value: limitAmps },
  variesBy: { amps: 'limitAmps', volts: 'outVolts' },
  ratings: ({ rated }) => statedRatings(rated),
  fails: [
    { how: 'open', weight: 2 },
    { how: 'short', weight: 0.5 },
  ],
};
