import { z } from 'zod';
import { formatEngineering, readFigures } from '../../quantity/index.ts';
import { type DeviceDefinition, driftedBy, type TypedPart } from '../definition.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { RESISTOR_BODY } from '../symbol.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('photoresistor'),
  pins: twoPins,
  /** At 10 lux. */
  ohms: z.number().positive().max(1e9),
  /** How steeply they fall with light: by this power of it. */
  gamma: z.number().min(0).max(2).optional(),
  /** Falling on it now. */
  lux: z.number().min(0).max(2e5).optional(),
});

type PhotoresistorPart = z.infer<typeof schema>;

/** The light that sheets of cadmium sulphide cells state ohms at, lx; their gamma lies between 0.5 and 0.9. */
const STATED_LUX = 10;
const USUAL_GAMMA = 0.7;
/** In the dark it is no open circuit: sheets give some hundred times its ohms at 10 lux. */
const DARK_LUX = 0.01;
/** A living room in the evening, lx. */
const USUAL_LUX = 100;

/** Its ohms in the light that falls on it. */
function photoresistorOhms({ ohms, gamma = USUAL_GAMMA, lux = USUAL_LUX }: PhotoresistorPart): number {
  return ohms * (Math.max(lux, DARK_LUX) / STATED_LUX) ** -gamma;
}

/** A resistance that the light falling on it sets: ohms·(lux ÷ 10)^−gamma. */
export const photoresistor: DeviceDefinition<'photoresistor', typeof schema> = {
  kind: 'photoresistor',
  name: 'photoresistor',
  pins: ['a', 'b'],
  polar: false,
  schema,
  expand: (part, build) => build.resistance(0, 1, photoresistorOhms(part)),
  value: (part) => `${formatEngineering(photoresistorOhms(part), 'ohms').text} at ${part.lux ?? USUAL_LUX} lx`,
  symbol: [
    RESISTOR_BODY,
    { d: 'M-12 -20L-5 -11M-5 -11L-10.5 -12.5M-5 -11L-6 -16.5M0 -20L7 -11M7 -11L1.5 -12.5M7 -11L6 -16.5', fill: 'none' },
  ],
  typed: { boardLetters: ['LDR'], words: ['photoresistor', 'ldr'], example: 'R5 ldr 20k 5lux', read },
  // One type is sorted into classes of a factor of two.
  toleranced: () => ({ field: 'ohms', usual: 0.5 }),
  ratings: ({ rated }) => statedRatings(rated),
  conducts: true,
  inString: true,
  readings: ['volts', 'ohms'],
  fails: [
    { how: 'open', weight: 0.5 },
    { how: 'drift', weight: 0.3, drifted: ({ ohms }) => driftedBy('ohms', 'ohms', ohms, [2, 5, 20]) },
  ],
};

/** `20k`, `20k 5lux`: ohms at 10 lux, and the light on it now. */
function read(words: readonly string[]): TypedPart | string {
  // Of a resistor nobody says ohms: 20k.
  const figures = readFigures(
    words.map((word) => (/^[\d.,]+[kM]$/.test(word) ? `${word}r` : word)),
    { ohms: 'ohms', lux: 'lux' },
  );
  if (typeof figures === 'string') return figures;
  const { ohms, lux } = figures;
  if (ohms === undefined) return 'its ohms at 10 lux, as “20k”, and the light on it, as “20k 5lux”.';
  return { fields: { ohms, ...(lux !== undefined && { lux }) } };
}
