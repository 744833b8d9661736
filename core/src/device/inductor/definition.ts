import { z } from 'zod';
import { bandColour, decodeMarking, type MarkingReading } from '../../marking/index.ts';
import { formatEngineering, readFigure, readFigures } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('inductor'),
  pins: twoPins,
  henries: z.number().positive().max(1e4),
  /** Of the winding. */
  ohms: z.number().min(0).max(1e9).optional(),
});

/** An inductance with its winding's resistance; a short to direct current. */
export const inductor: DeviceDefinition<'inductor', typeof schema> = {
  kind: 'inductor',
  name: 'inductor',
  pins: ['a', 'b'],
  polar: false,
  schema,
  expand: (part, build) => build.inductance(0, 1, part.henries, part.ohms ?? 0),
  value: ({ henries }) => formatEngineering(henries, 'henries').text,
  symbol: [{ d: 'M-27 -7H27V7H-27Z', fill: 'ink' }],
  typed: { letter: 'L', words: ['inductor', 'coil'], example: 'L1 470uH', read },
  toleranced: () => ({ field: 'henries', usual: 0.2 }),
  ratings: ({ rated }) => statedRatings(rated),
  conducts: true,
  deadOhms: ({ ohms = 0 }) => ohms,
  storesBehindOhms: ({ ohms = 0 }) => ohms,
  fails: [{ how: 'open', weight: 0.3 }],
};

/** A coil that moves something has a few milliseconds, s: half or twice as much. */
const USUAL_COIL_SECONDS = 3e-3;

/** `470uH`, `mark 471 0.5r`, `brown black brown silver`; of a coil that moves something `92r` alone. */
function read(words: readonly string[]): TypedPart | string {
  const alone = words.length === 1 ? readFigure(words[0] as string) : undefined;
  if (alone && 'value' in alone && alone.unit === 'ohms' && alone.value > 0)
    return {
      fields: { henries: USUAL_COIL_SECONDS * alone.value, ohms: alone.value, tolerance: 1 },
      why: `its inductance is not known, and taken for a time constant of ${1000 * USUAL_COIL_SECONDS} ms`,
    };
  const bands = words.filter((word) => bandColour(word) !== undefined);
  const others = words.filter((word) => word.toLowerCase() !== 'mark' && !bands.includes(word));
  // What says henries is its inductance wherever it stands; of codes without a unit, as 4R7, the first.
  const typed = others.find((word) => /\dh$|[pnuµm]h$/i.test(word)) ?? others[0] ?? '';
  const [code, rest] = bands.length > 0 ? [bands.join(' '), others] : [typed, others.filter((word) => word !== typed)];
  const first = bands.length > 0 ? bandsOf(code) : decodeMarking(code.replace(/([pnuµm])h$/, '$1H'), 'inductor-code')[0];
  if (!first) return `“${code}” is no inductance, as “470uH”, “471” or “brown black brown silver”.`;
  const figures = readFigures(rest, { ohms: 'ohms', amps: 'amps' });
  if (typeof figures === 'string') return figures;
  const { ohms, amps } = figures;
  const fields = {
    henries: first.value,
    ...(first.tolerance && { tolerance: first.tolerance }),
    ...(ohms !== undefined && { ohms }),
    ...(amps !== undefined && { rated: { amps } }),
  };
  return { fields: { ...fields, marking: code }, why: first.why };
}

/** Bands are read as on a resistor, and mean microhenries (IEC 60062). */
function bandsOf(colours: string): Pick<MarkingReading, 'value' | 'tolerance' | 'why'> | undefined {
  const [first] = decodeMarking(colours, 'resistor-bands');
  return first && { value: 1e-6 * first.value, why: `microhenries, ${first.why}`, ...(first.tolerance && { tolerance: first.tolerance }) };
}
