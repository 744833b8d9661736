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
  value: ({ closed, note = '' }) => `${isSort(note) ? note : ''} ${closed === false ? 'open' : ''}`.trim(),
  symbol: [
    leads(18),
    { d: 'M-18 0L17 -9', fill: 'none' },
    { d: 'M-21 0A3 3 0 1 0 -15 0A3 3 0 1 0 -21 0ZM15 0A3 3 0 1 0 21 0A3 3 0 1 0 15 0Z', fill: 'ink' },
  ],
  typed: { letter: 'S', boardLetters: ['SW', 'K', 'RY', 'PB'], words: ['switch', 'relay'], telling: ['relay'], example: 'S1 switch', read },
  toleranced: () => ({ field: 'ohms', usual: 0.5 }),
  implied: ({ ohms = CONTACT_OHMS }) => ({ ohms }),
  ratings: ({ rated }) => statedRatings(rated),
  conducts: true,
  deadOhms: ({ closed, ohms = CONTACT_OHMS }) => (closed === false ? undefined : ohms),
  wire: ({ closed }) => (closed === false ? 'open' : 'closed'),
  fails: [{ how: 'open', weight: 1 }],
};

/** What sort it is says nothing of how it conducts, and is kept as its note. */
const SORTS = /^(?:relay|contacts?|button|push|slide|toggle|rocker|reed|tilt|momentary|latching)$/i;
const isSort = (note: string) => note.split(' ').every((word) => SORTS.test(word));
const CHANGEOVER = /^(?:changeover|spdt|dpdt)$/i;

/** `open`, `relay open`, `slide`: closed unless it says otherwise. */
function read(words: readonly string[]): TypedPart | string {
  const states = words.filter((word) => !SORTS.test(word));
  const both = states.find((word) => CHANGEOVER.test(word));
  if (both !== undefined) return `${both}: enter its two ways as two switches, one closed and one “open”.`;
  const odd = states.find((word) => !/^(open|closed)$/i.test(word));
  if (odd !== undefined) return `a switch is open or closed, not “${odd}”.`;
  const note = words.filter((word) => SORTS.test(word)).join(' ');
  return { fields: { closed: !states.some((word) => word.toLowerCase() === 'open'), ...(note !== '' && { note }) } };
}
