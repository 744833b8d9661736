import { z } from 'zod';
import { formatEngineering, readFigures } from '../../quantity/index.ts';
import { AMBIENT_CELSIUS } from '../ambient.ts';
import { type DeviceDefinition, driftedBy, type TypedPart } from '../definition.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { RESISTOR_BODY } from '../symbol.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('thermistor'),
  pins: twoPins,
  /** At 25 °C. */
  ohms: z.number().positive().max(1e9),
  /** K; negative where its resistance rises with temperature. */
  beta: z.number().min(-1e5).max(1e5),
  /** Its own heating, above its surroundings. */
  kelvinPerWatt: z.number().min(0).max(1e5).optional(),
});

type ThermistorPart = z.infer<typeof schema>;

const ICE_KELVIN = 273.15;
/** Of disc thermistors that limit an inrush, and of ones that sense, K: the middle of what is sold. */
const USUAL_BETA = 3000;
/** Of a positive coefficient, over the part of its curve that this law can follow, K. */
const USUAL_POSITIVE_BETA = -3000;

/** ohms·exp(beta·(1/T − 1/298.15)), T in kelvin (IEC 60539-1, the B constant). */
function ohmsAt({ ohms, beta }: ThermistorPart, celsius: number): number {
  return ohms * Math.exp(beta * (1 / (celsius + ICE_KELVIN) - 1 / (AMBIENT_CELSIUS + ICE_KELVIN)));
}

/** A resistance that its temperature sets, its own heating included. */
export const thermistor: DeviceDefinition<'thermistor', typeof schema> = {
  kind: 'thermistor',
  name: 'thermistor',
  pins: ['a', 'b'],
  polar: false,
  schema,
  expand: (part, build, { celsius }) => build.resistance(0, 1, ohmsAt(part, celsius)),
  value: ({ ohms, beta }) => `${formatEngineering(ohms, 'ohms').text} ${beta < 0 ? 'PTC' : 'NTC'}`,
  symbol: [RESISTOR_BODY, { d: 'M-20 15H-13L13 -15', fill: 'none' }],
  typed: { boardLetters: ['NTC', 'PTC', 'RT'], words: ['thermistor', 'ntc', 'ptc'], telling: ['ptc'], example: 'R1 ntc 10r 3000', read },
  toleranced: () => ({ field: 'ohms', usual: 0.2 }),
  ratings: ({ rated }) => statedRatings(rated),
  kelvinPerWatt: ({ kelvinPerWatt = 0 }) => kelvinPerWatt,
  conducts: true,
  deadOhms: ({ ohms }) => ohms,
  inString: true,
  readings: ['volts', 'ohms'],
  fails: [
    { how: 'open', weight: 0.3 },
    { how: 'drift', weight: 0.2, drifted: ({ ohms }) => driftedBy('ohms', 'ohms', ohms, [1.5, 3, 10]) },
  ],
};

/** `10r`, `5r 3435`, `ptc 25r`: ohms at 25 °C, and the B constant in kelvin. */
function read(words: readonly string[]): TypedPart | string {
  const isPositive = words.some((word) => word.toLowerCase() === 'ptc');
  const others = words.filter((word) => word.toLowerCase() !== 'ptc');
  const constant = others.find((word) => /^\d{3,5}$/.test(word));
  const figures = readFigures(
    others.filter((word) => word !== constant),
    { ohms: 'ohms' },
  );
  if (typeof figures === 'string') return figures;
  const { ohms } = figures;
  if (ohms === undefined) return 'its ohms at 25 °C, as “10r”, and its B constant, as “10r 3000”.';
  const beta = constant === undefined ? (isPositive ? USUAL_POSITIVE_BETA : USUAL_BETA) : (isPositive ? -1 : 1) * Number(constant);
  return { fields: { ohms, beta } };
}
