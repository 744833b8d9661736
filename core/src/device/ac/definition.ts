import { z } from 'zod';
import { formatEngineering, readFigures } from '../../quantity/index.ts';
import { SOURCE_OHMS_SHARE } from '../dc/definition.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { readLoaded } from '../loaded.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { CIRCLE, leads } from '../symbol.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('ac'),
  pins: twoPins,
  voltsRms: z.number().min(0).max(1e6),
  hertz: z.number().min(0.1).max(1e6),
  ohms: z.number().min(0).max(1e9).optional(),
  henries: z.number().min(0).max(1e3).optional(),
  /** Radians. */
  phase: z.number().min(-100).max(100).optional(),
});

/** √2·voltsRms·sin(2πft + phase), open circuit, behind a resistance and an inductance. */
export const ac: DeviceDefinition<'ac', typeof schema> = {
  kind: 'ac',
  name: 'AC',
  pins: ['a', 'b'],
  polar: false,
  schema,
  expand: (part, build) => {
    const wave = { offset: 0, amplitude: Math.SQRT2 * part.voltsRms, hertz: part.hertz, phase: part.phase ?? 0 };
    build.source(0, 1, wave, part.ohms ?? 0, part.henries ?? 0);
  },
  value: ({ voltsRms, hertz }) => `${formatEngineering(voltsRms, 'volts').text} ${formatEngineering(hertz, 'hertz').text}`,
  symbol: [leads(13), CIRCLE, { d: 'M-8 0C-5 -8 -3 -8 0 0S5 8 8 0', fill: 'none' }],
  typed: {
    words: ['ac', 'mains', 'crank', 'generator', 'dynamo'],
    telling: ['crank', 'generator', 'dynamo', 'mains'],
    example: 'V1 ac 230v 50hz',
    read,
  },
  source: {
    hertz: ({ hertz }) => hertz,
    volts: ({ voltsRms }) => voltsRms,
    isIdeal: ({ ohms = 0, henries = 0 }) => ohms === 0 && henries === 0,
    scaled: (part, share) => ({ ...part, voltsRms: part.voltsRms * share }),
  },
  learns: ({ ohms = 0 }) => (ohms > 0 ? [{ field: 'ohms', value: ohms, uncertainty: SOURCE_OHMS_SHARE * ohms }] : []),
  // What a public supply keeps to (EN 50160).
  toleranced: () => ({ field: 'voltsRms', usual: 0.1 }),
  ratings: ({ rated }) => statedRatings(rated),
  readings: ['volts'],
  fails: [],
};

const GENERATORS: readonly string[] = ['crank', 'generator', 'dynamo'];

/** `230v 50hz`, `crank 6.8v 40hz`; `crank 40hz 6.8v 3.1v @ 22r`: with nothing on it, then with a resistor across it; `12r` besides, of its winding, dead. */
function read(all: readonly string[]): TypedPart | string {
  const note = all.find((word) => GENERATORS.includes(word.toLowerCase()))?.toLowerCase();
  const isMains = all.some((word) => word.toLowerCase() === 'mains');
  const words = all.filter((word) => word.toLowerCase() !== note && word.toLowerCase() !== 'mains');
  const loaded = readLoaded(words, 'ohms');
  if (typeof loaded === 'string') return loaded;
  if (loaded) {
    const { openVolts, loadedVolts, load, others } = loaded;
    const rest = readFigures(others, { hertz: 'hertz', ohms: 'ohms' });
    if (typeof rest === 'string') return rest;
    if (rest.hertz === undefined) return 'how often it turns its polarity, as “40hz”.';
    if (rest.ohms !== undefined) return withWinding({ ...loaded, hertz: rest.hertz, ohms: rest.ohms }, note);
    return {
      fields: { voltsRms: openVolts, hertz: rest.hertz, ohms: load * (openVolts / loadedVolts - 1), ...(note !== undefined && { note }) },
      why: `${openVolts} V with nothing on it, ${loadedVolts} V on ${load} Ω; its winding is taken as a resistance`,
    };
  }
  const figures = readFigures(words, { volts: 'volts', hertz: 'hertz', ohms: 'ohms' });
  if (typeof figures === 'string') return figures;
  const { volts, ohms } = figures;
  const usual = isMains && figures.hertz === undefined && volts !== undefined ? usualHertz(volts) : undefined;
  const hertz = figures.hertz ?? usual;
  if (volts === undefined || hertz === undefined) return 'its volts and hertz, as “ac 230v 50hz”.';
  const fields = {
    voltsRms: volts,
    hertz,
    ...(ohms !== undefined && { ohms }),
    ...(note !== undefined && { note }),
  };
  return { fields, ...(usual !== undefined && { why: `${usual} Hz is usual at ${volts} V; say it where it is another` }) };
}

interface Winding {
  readonly openVolts: number;
  readonly loadedVolts: number;
  readonly load: number;
  readonly hertz: number;
  /** As a meter shows them, dead. */
  readonly ohms: number;
}

/** More ohms than the loaded volts leave room for: a meter's leads and a warm winding explain so much of it. */
const WINDING_SHARE = 0.1;

/** What the winding's own ohms leave of the drop is its reactance: (R·Vo/Vl)² = (R + r)² + X². */
function withWinding({ openVolts, loadedVolts, load, hertz, ohms }: Winding, note: string | undefined): TypedPart | string {
  const whole = (load * openVolts) / loadedVolts;
  if (load + ohms > (1 + WINDING_SHARE) * whole)
    return `a winding of ${ohms} Ω alone would leave less than ${loadedVolts} V on ${load} Ω: one of the figures is not right.`;
  const reactance = Math.sqrt(Math.max(0, whole ** 2 - (load + ohms) ** 2));
  const henries = reactance / (2 * Math.PI * hertz);
  return {
    fields: { voltsRms: openVolts, hertz, ohms, ...(henries > 0 && { henries }), ...(note !== undefined && { note }) },
    why: `${openVolts} V with nothing on it, ${loadedVolts} V on ${load} Ω; beside the ${ohms} Ω of its winding ${formatEngineering(reactance, 'ohms').text} of reactance`,
  };
}

/** Of a public supply by its volts (IEC 60038); undefined where both are usual, as at 100 V. */
function usualHertz(volts: number): number | undefined {
  if (volts >= 210 && volts <= 250) return 50;
  return volts >= 110 && volts <= 130 ? 60 : undefined;
}
