import { z } from 'zod';
import { formatEngineering, formatSignificant, readFigures } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { CIRCLE, leads } from '../symbol.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('pulse'),
  pins: twoPins,
  /** While high. */
  volts: z.number().min(-1e6).max(1e6),
  lowVolts: z.number().min(-1e6).max(1e6).optional(),
  hertz: z.number().min(0.01).max(1e6),
  /** The share of each period in which it is high. */
  duty: z.number().min(0).max(1),
  /** When in the period it rises, as a share of it. */
  delay: z.number().min(0).max(1).optional(),
  ohms: z.number().min(0).max(1e9).optional(),
  /** While low it is disconnected: a pin with three states is two of these. */
  openWhenLow: z.boolean().optional(),
});

/** A pin of a controller, a timer chip’s output: two levels behind a resistance, one after the other. */
export const pulse: DeviceDefinition<'pulse', typeof schema> = {
  kind: 'pulse',
  name: 'pulse',
  pins: ['plus', 'minus'],
  polar: true,
  schema,
  expand: (part, build) => {
    const { volts, lowVolts = 0, duty, delay = 0, openWhenLow = false } = part;
    const wave = { highVolts: volts, lowVolts, duty, delay, openWhenLow };
    build.source(0, 1, { offset: 0, amplitude: 0, hertz: part.hertz, phase: 0, pulse: wave }, part.ohms ?? 0, 0);
  },
  value: ({ volts, hertz, duty }) =>
    `${formatEngineering(volts, 'volts').text} ${formatEngineering(hertz, 'hertz').text} ${formatSignificant(100 * duty)} %`,
  symbol: [leads(13), CIRCLE, { d: 'M-8 5H-3V-5H3V5H8', fill: 'none' }],
  typed: { words: ['pulse', 'pwm'], example: 'V2 pulse 3v 500hz 25%', ownPercent: true, read },
  source: {
    hertz: ({ hertz }) => hertz,
    volts: ({ volts, lowVolts = 0, duty }) => duty * volts + (1 - duty) * lowVolts,
    isIdeal: ({ ohms = 0, openWhenLow = false }) => ohms === 0 && !openWhenLow,
    scaled: (part, share) => ({ ...part, volts: part.volts * share }),
    isPulsed: true,
    peakVolts: ({ volts, lowVolts = 0 }) => Math.max(Math.abs(volts), Math.abs(lowVolts)),
  },
  drives: [0],
  toleranced: () => ({ field: 'volts', usual: 0.05 }),
  // Read from a screen it is as good as exact beside the rest; in a mode of which only readings tell it is free.
  learns: ({ duty }) => [{ field: 'duty', value: duty, uncertainty: 0 }],
  possible: () => ({ duty: [1e-3, 1] }),
  controls: ({ duty }) => ({ field: 'duty', value: duty }),
  variesBy: { percent: 'duty', hertz: 'hertz', volts: 'volts' },
  ratings: ({ rated }) => statedRatings(rated),
  fails: [],
};

/** `3v 500hz 25%`, `3v 2hz 10% 30r open`: high, how often, for how much of the time, behind what. */
function read(words: readonly string[]): TypedPart | string {
  const percent = words.find((word) => /^[\d.,]+%$/.test(word));
  const isOpen = words.some((word) => /^open$/i.test(word));
  const figures = readFigures(
    words.filter((word) => word !== percent && !/^open$/i.test(word)),
    { volts: 'volts', hertz: 'hertz', ohms: 'ohms' },
  );
  if (typeof figures === 'string') return figures;
  const { volts, hertz, ohms } = figures;
  if (volts === undefined || hertz === undefined || percent === undefined)
    return 'its volts while on, how often, and for how much of the time, as “3v 500hz 25%”.';
  const duty = Number(percent.slice(0, -1).replace(',', '.')) / 100;
  return { fields: { volts, hertz, duty, ...(ohms !== undefined && { ohms }), ...(isOpen && { openWhenLow: true }) } };
}
