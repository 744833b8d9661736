import { z } from 'zod';
import { formatEngineering, readFigure, readFigures } from '../../quantity/index.ts';
import { type DeviceDefinition, driftedBy, type TypedPart } from '../definition.ts';
import { steadyWave } from '../law.ts';
import { readLoaded } from '../loaded.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { CIRCLE, leads } from '../symbol.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('dc'),
  pins: twoPins,
  volts: z.number().min(-1e6).max(1e6),
  ohms: z.number().min(0).max(1e9).optional(),
});

/** Of a resistance that was noted without its spread, relative: one standard deviation. */
export const SOURCE_OHMS_SHARE = 0.25;

/** An ideal direct voltage behind a resistance. */
export const dc: DeviceDefinition<'dc', typeof schema> = {
  kind: 'dc',
  name: 'supply',
  pins: ['plus', 'minus'],
  polar: true,
  schema,
  expand: (part, build) => build.source(0, 1, steadyWave(part.volts), part.ohms ?? 0, 0),
  value: ({ volts, note }) => `${formatEngineering(volts, 'volts').text}${note ? ` ${note}` : ''}`,
  symbol: [leads(13), CIRCLE, { d: 'M-7 -3V3M-10 0H-4M4 0H10', fill: 'none' }],
  typed: { letter: 'V', words: ['dc', 'supply', 'adapter'], telling: ['adapter'], example: 'V1 5v usb', read },
  source: {
    volts: ({ volts }) => volts,
    isIdeal: ({ ohms = 0 }) => ohms === 0,
    scaled: (part, share) => ({ ...part, volts: part.volts * share }),
  },
  drives: [0],
  learns: ({ ohms = 0 }) => (ohms > 0 ? [{ field: 'ohms', value: ohms, uncertainty: SOURCE_OHMS_SHARE * ohms }] : []),
  toleranced: () => ({ field: 'volts', usual: 0.05 }),
  variesBy: { volts: 'volts' },
  ratings: ({ rated }) => statedRatings(rated),
  readings: ['volts'],
  fails: [
    { how: 'open', weight: 1.5 },
    { how: 'drift', weight: 0.5, drifted: ({ volts }) => driftedBy('volts', 'volts', volts, [0.9, 0.75, 0.5]) },
  ],
};

/** Of a socket that nobody has asked for more (USB 2.0, 7.2.1). */
const USB_VOLTS = 5;

/**
 * `5v usb`, `usb 500ma`, `adapter 5v 1a`; `adapter 13.4v 11.6v @ 0.9a`: with nothing on it and loaded, whose difference over the current is
 * its resistance.
 */
function read(words: readonly string[]): TypedPart | string {
  const loaded = readLoaded(words, 'amps');
  if (typeof loaded === 'string') return loaded;
  if (loaded) {
    const { openVolts, loadedVolts, load, others } = loaded;
    const note = others.join(' ');
    return {
      fields: { volts: openVolts, ohms: (openVolts - loadedVolts) / load, ...(note !== '' && { note }) },
      why: `${openVolts} V with nothing on it, ${loadedVolts} V at ${load} A`,
    };
  }
  const isFigure = (word: string) => readFigure(word) !== undefined;
  const figures = readFigures(words.filter(isFigure), { volts: 'volts', ohms: 'ohms', amps: 'amps' });
  if (typeof figures === 'string') return figures;
  const names = words.filter((word) => !isFigure(word));
  const isUsb = names.some((name) => name.toLowerCase() === 'usb');
  const { volts = isUsb ? USB_VOLTS : undefined, ohms, amps } = figures;
  if (volts === undefined) return 'its volts, as “5v”.';
  const note = names.map((name) => (name.toLowerCase() === 'usb' ? 'USB' : name)).join(' ');
  return {
    fields: {
      volts,
      ...(ohms !== undefined && { ohms }),
      ...(amps !== undefined && { rated: { amps } }),
      ...(note !== '' && { note }),
    },
  };
}
