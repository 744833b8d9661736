import { z } from 'zod';
import { type Circuit, partOf, partsOfKind, withFields, withReplacement } from '../../../circuit/index.ts';
import { isKind, type LedPart, type Part, partSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';

const schema = z.strictObject({
  move: z.literal('link-out'),
  ref: refSchema,
  /** So many of its chips in series; left out: all of it. */
  chips: z.int().positive().optional(),
});

/** So many chips of a row are tried to be linked out. */
const COUNTS = [1, 2, 3, 4, 6, 8, 12];

/** A wire in the place of an LED, or of some chips of a row. */
export const linkOut: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, chips }) => {
    const part = partOf(circuit, ref);
    if (!part) return circuit;
    if (isKind(part, 'led') && chips !== undefined && chips < (part.series ?? 1)) {
      return withFields(circuit, ref, { series: (part.series ?? 1) - chips });
    }
    const link: Part = partSchema.parse({ kind: 'resistor', ref, pins: [part.pins[0], part.pins[1]], ohms: 0, note: 'linked out' });
    return withReplacement(circuit, ref, link);
  },
  words: ({ ref, chips }, circuit) => {
    const { series = 1 } = (partOf(circuit, ref) as Partial<LedPart> | undefined) ?? {};
    if (chips === undefined || series === 1) return { before: '', ref, after: ' linked out' };
    return { before: `${chips} ${chips === 1 ? 'chip' : 'chips'} of `, ref, after: ' linked out' };
  },
  effort: ({ chips = 1 }) => ({ parts: 0, joints: 2 * chips, reversible: true }),
  fitted: () => [],
  steps: ({ ref, chips }) => [
    {
      name: 'Fit',
      text:
        chips === undefined
          ? `A wire from the pad before ${ref} to the pad behind it.`
          : `A wire over ${chips === 1 ? 'one chip' : `each of ${chips} chips`} of ${ref}, from the pad before it to the pad behind it.`,
    },
  ],
  places: (circuit) => {
    const rows = partsOfKind(circuit, 'led').filter(({ series = 1 }) => series > 1);
    const ofRows = rows.flatMap(({ ref, series = 1 }) =>
      COUNTS.filter((chips) => chips <= series / 2).map((chips) => [{ move: 'link-out' as const, ref, chips }]),
    );
    const singles = strungLeds(circuit);
    const ofSingles = COUNTS.filter((count) => count <= singles.length / 2).map((count) =>
      singles.slice(0, count).map((ref) => ({ move: 'link-out' as const, ref })),
    );
    return [{ is: 'options', options: [...ofRows, ...ofSingles] }];
  },
};

/** LEDs that follow another one in a string: what is linked out of them leaves the string lit. */
function strungLeds(circuit: Circuit): readonly string[] {
  const leds = partsOfKind(circuit, 'led').filter(({ series = 1 }) => series === 1);
  const cathodes = new Set(leds.map(({ pins }) => pins[1]));
  return leds.filter(({ pins }) => cathodes.has(pins[0])).map(({ ref }) => ref);
}
