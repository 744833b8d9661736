import { z } from 'zod';
import { decodeMarking } from '../../marking/index.ts';
import { formatEngineering, readFigure } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedLimit, statedRatings } from '../rating.ts';
import { leads } from '../symbol.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('capacitor'),
  pins: twoPins,
  farads: z.number().positive().max(1e4),
  /** In series with it. */
  ohms: z.number().min(0).max(1e9).optional(),
  initialVolts: z.number().min(-1e6).max(1e6).optional(),
});

export type CapacitorPart = z.infer<typeof schema>;

/** From here on a capacitor without a safety class is an electrolytic one as a rule, F. */
const ELECTROLYTIC_FARADS = 1e-6;
/** Share of its farads that is left, and ohms that came in series. */
const WORN: readonly (readonly [number, number])[] = [
  [0.8, 0],
  [0.55, 0],
  [0.3, 0],
  [0.1, 0],
];
const DRIED: readonly (readonly [number, number])[] = [
  [0.5, 2],
  [0.2, 10],
  [0.05, 50],
  [0.01, 200],
];
const SAFETY_CLASS = /^[XY][1-4]?$/i;

/** Of a class made for mains (IEC 60384-14): X across its lines, Y from a line to what can be touched. */
export function hasSafetyClass({ rated }: Pick<CapacitorPart, 'rated'>): boolean {
  return SAFETY_CLASS.test(rated?.class ?? '');
}

/** Three digits with a letter of tolerance, or the name of a film: no electrolytic body is marked so. */
const FILM_MARK = /^\d{3}[FGHJKM](?:\s|$)|\b(?:film|poly\w*|CBB\d*|MK[PTSC])\b/i;

/** By its size and its mark: polar, and with a life of its own. */
export function isElectrolytic(part: Pick<CapacitorPart, 'farads' | 'rated' | 'marking'>): boolean {
  return part.farads >= ELECTROLYTIC_FARADS && !hasSafetyClass(part) && !FILM_MARK.test(part.marking ?? '');
}

/** Farads from which one is a double-layer capacitor: an aluminium electrolytic of so many would not go into a lamp. */
const DOUBLE_LAYER_FARADS = 0.05;

/** By its size: a double layer, which ages sooner in the heat than an electrolytic. */
export function isDoubleLayer({ farads }: Pick<CapacitorPart, 'farads'>): boolean {
  return farads >= DOUBLE_LAYER_FARADS;
}

/**
 * A capacitance behind a series resistance; open to direct current. Volts of one with a safety class are rms of mains, those
 * of others the highest (IEC 60384-14, IEC 60384-1).
 */
export const capacitor: DeviceDefinition<'capacitor', typeof schema> = {
  kind: 'capacitor',
  name: 'capacitor',
  pins: ['a', 'b'],
  polar: false,
  schema,
  expand: (part, build) => build.capacitance(0, 1, part.farads, part.ohms ?? 0, part.initialVolts ?? 0),
  value: ({ farads, rated }) => `${formatEngineering(farads, 'farads').text}${rated?.class ? ` ${rated.class}` : ''}`,
  symbol: [leads(4), { d: 'M-4 -13V13M4 -13V13', fill: 'none' }],
  typed: { letter: 'C', boardLetters: ['EC', 'CE', 'CX', 'CY'], words: ['capacitor'], example: 'C1 334 X2', read },
  toleranced: (part) => ({ field: 'farads', usual: isElectrolytic(part) ? 0.2 : 0.1 }),
  ratings: (part) =>
    statedRatings(part.rated).map((rating) =>
      rating.of === 'volts' && hasSafetyClass(part) ? { ...rating, limit: statedLimit(Math.SQRT2 * rating.limit.value) } : rating,
    ),
  storesBehindOhms: ({ ohms = 0 }) => ohms,
  fails: [
    {
      how: 'drift',
      weight: 2,
      // A dried one also gains ohms in series; a film that heals itself only loses area.
      drifted: (part) =>
        (isElectrolytic(part) ? DRIED : WORN).map(([share, ohms]) => ({
          fields: { farads: share * part.farads, ...(ohms > 0 && { ohms: (part.ohms ?? 0) + ohms }) },
          value: share * part.farads,
          unit: 'farads' as const,
        })),
    },
    { how: 'leaky', weight: 0.3, ohms: [100e3, 10e3, 1e3] },
    { how: 'short', weight: 0.3 },
    { how: 'open', weight: 0.3 },
  ],
};

/** What electrolytic bodies are printed with: 85 °C, 105 °C and a few more. */
const PRINTED_CELSIUS = /^(\d{2,3})\s*°?c$/i;
const [LEAST_PRINTED, MOST_PRINTED] = [60, 150];

/** `334 X2`, `10uF 400v 105c`, `mark 2A104J`: a marking, and beside it volts, a class and how warm it may be. */
function read(words: readonly string[]): TypedPart | string {
  const ohmsAt = words.findIndex((word) => /^[\d.,]+m?(?:r|ohms?|Ω)$/i.test(word));
  const own = ohmsAt === -1 ? undefined : readFigure(words[ohmsAt] as string);
  const marked = words.filter((word, index) => word.toLowerCase() !== 'mark' && index !== ohmsAt);
  // By itself 105C is a tantalum body of 1 µF.
  const warmAt = marked.length > 1 ? marked.findIndex((word) => isPrintedCelsius(celsiusIn(word))) : -1;
  const described = marked.filter((_, index) => index !== warmAt);
  const first = decodeMarking(described.join(' '), 'capacitor-code')[0];
  if (!first)
    return described.length === 0 ? 'its farads, as “10uF 400v” or “334 X2”.' : `“${described.join(' ')}” is no capacitance that I know.`;
  const safety = described.find((word) => /^[XY][1-4]$/i.test(word))?.toUpperCase();
  const { volts } = first;
  const celsius = celsiusIn(marked[warmAt] ?? '');
  const rated = { ...(safety && { class: safety }), ...(volts !== undefined && { volts }), ...(warmAt !== -1 && { celsius }) };
  return {
    fields: {
      farads: first.value,
      ...(first.tolerance && { tolerance: first.tolerance }),
      ...(own && 'value' in own && own.unit === 'ohms' && { ohms: own.value }),
      ...(Object.keys(rated).length > 0 && { rated }),
      marking: described.join(' '),
    },
    why: first.why,
  };
}

function celsiusIn(word: string): number {
  return Number(PRINTED_CELSIUS.exec(word)?.[1]);
}

function isPrintedCelsius(celsius: number): boolean {
  return celsius >= LEAST_PRINTED && celsius <= MOST_PRINTED;
}
