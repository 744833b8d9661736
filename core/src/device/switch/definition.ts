import { z } from 'zod';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { leads } from '../symbol.ts';

/** Typical contact resistance of a small slide or push switch, lead to lead. */
const CONTACT_OHMS = 0.02;
/** An open contact: leakage over a dirty insulator, so that the far side has a defined potential. */
const OPEN_OHMS = 1e12;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('switch'),
  pins: twoPins,
  closed: z.boolean().optional(),
  ohms: z.number().min(0).max(1e6).optional(),
});

export const switchDevice: DeviceDefinition<'switch', typeof schema> = {
  kind: 'switch',
  name: 'switch',
  pins: ['a', 'b'],
  polar: false,
  schema,
  expand: (part, build) => build.resistance(0, 1, part.closed === false ? OPEN_OHMS : (part.ohms ?? CONTACT_OHMS)),
  value: ({ closed }) => (closed === false ? 'open' : ''),
  symbol: [
    leads(18),
    { d: 'M-18 0L17 -9', fill: 'none' },
    { d: 'M-21 0A3 3 0 1 0 -15 0A3 3 0 1 0 -21 0ZM15 0A3 3 0 1 0 21 0A3 3 0 1 0 15 0Z', fill: 'ink' },
  ],
  typed: { letter: 'S', boardLetters: ['SW'], words: ['switch'], example: 'S1 switch', read },
  toleranced: () => ({ field: 'ohms', usual: 0.5 }),
  implied: ({ ohms = CONTACT_OHMS }) => ({ ohms }),
  ratings: ({ rated }) => statedRatings(rated),
  conducts: true,
  deadOhms: ({ closed, ohms = CONTACT_OHMS }) => (closed === false ? undefined : ohms),
  wire: ({ closed }) => (closed === false ? 'open' : 'closed'),
  fails: [{ how: 'open', weight: 1 }],
};

function read(words: readonly string[]): TypedPart | string {
  const odd = words.find((word) => !/^(open|closed)$/i.test(word));
  if (odd !== undefined) return `a switch is open or closed, not “${odd}”.`;
  return { fields: { closed: !words.some((word) => word.toLowerCase() === 'open') } };
}
