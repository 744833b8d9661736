import { z } from 'zod';
import { formatEngineering } from '../../quantity/index.ts';
import { type DeviceDefinition, driftedBy } from '../definition.ts';
import { partBase, twoPins } from '../part-base.ts';
import { type Limit, statedLimit, statedRatings, usualLimit } from '../rating.ts';
import { RESISTOR_BODY } from '../symbol.ts';
import { readResistor } from './typed.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('resistor'),
  pins: twoPins,
  /** 0 is a link. */
  ohms: z.number().min(0).max(1e12),
  /** A lead or a long wire: it has no rating of its own, and nobody put it there to hold a current back. */
  lead: z.boolean().optional(),
  /** A motor as it turns: what it draws at its volts. It has no rating of its own, and draws several times as much while it starts. */
  motor: z.boolean().optional(),
  /** Stands for so many in parallel, each in a row of its own: its ohms and its rating are those of all together. */
  alike: z.int().min(2).max(10_000).optional(),
  /** It opens as a fuse does. */
  fusible: z.boolean().optional(),
});

type ResistorPart = z.infer<typeof schema>;

/** Of a small through-hole or 1206 resistor, W, where nothing is known of its size. */
const USUAL_WATTS = 0.25;

/** What a resistor may dissipate, free in air at 70 °C. */
export function ratedResistorWatts({ rated, alike = 1 }: Pick<ResistorPart, 'rated' | 'alike'>): Limit {
  return rated?.watts === undefined ? usualLimit(alike * USUAL_WATTS, 'its size') : statedLimit(rated.watts);
}

export const resistor: DeviceDefinition<'resistor', typeof schema> = {
  kind: 'resistor',
  name: 'resistor',
  pins: ['a', 'b'],
  polar: false,
  schema,
  expand: (part, build) => build.resistance(0, 1, part.ohms),
  value: ({ ohms, lead, motor, alike }) => {
    if (ohms === 0) return 'link';
    if (alike !== undefined) return `${alike} × ${formatEngineering(alike * ohms, 'ohms').text}`;
    return `${lead ? 'lead ' : motor ? 'motor ' : ''}${formatEngineering(ohms, 'ohms').text}`;
  },
  symbol: [RESISTOR_BODY],
  typed: {
    letter: 'R',
    boardLetters: ['FR', 'RF', 'RS', 'RX'],
    words: ['resistor', 'wire', 'motor'],
    telling: ['wire', 'motor'],
    example: 'R1 red violet black gold',
    read: readResistor,
  },
  toleranced: () => ({ field: 'ohms', usual: 0.05 }),
  variesBy: { ohms: 'ohms' },
  ratings: (part) => [
    ...(part.ohms > 0 && !part.lead && !part.motor ? [{ of: 'watts' as const, limit: ratedResistorWatts(part) }] : []),
    ...statedRatings(part.rated).filter(({ of }) => of !== 'watts'),
  ],
  derates: true,
  conducts: true,
  deadOhms: ({ ohms }) => ohms,
  wire: ({ lead }) => (lead ? 'closed' : undefined),
  inString: true,
  readings: ['volts', 'ohms'],
  fails: [
    { how: 'open', weight: 1 },
    { how: 'drift', weight: 0.4, drifted: ({ ohms }) => driftedBy('ohms', 'ohms', ohms, [1.3, 2, 5, 20]) },
  ],
};
