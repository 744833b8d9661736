import { z } from 'zod';
import { AMBIENT_CELSIUS } from '../ambient.ts';
import type { DeviceDefinition, Learnt } from '../definition.ts';
import type { Surroundings } from '../law.ts';
import { partBase, twoPins } from '../part-base.ts';
import { CATHODE_BAR, leads, triangle } from '../symbol.ts';
import { type ChipModel, chipVoltsAt } from './chip-model.ts';
import { LED_BODY_NAMES, LED_COLOUR_NAMES, ledClassOf } from './colours.ts';
import { CLASS_SPREAD, fitChip, typicalChip, withSeriesOhms } from './fit-chip.ts';
import { JunctionLaw } from './junction-law.ts';
import { diodeModelSchema } from './model-schema.ts';
import { largeChipAmps, ledRatings } from './ratings.ts';
import { readLed } from './typed.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('led'),
  pins: twoPins,
  series: z.int().positive().max(10000).optional(),
  parallel: z.int().positive().max(10000).optional(),
  model: diodeModelSchema.optional(),
  /** [amps, volts] of one chip. */
  points: z
    .array(z.tuple([z.number().positive().max(1e6), z.number().positive().max(1e6)]))
    .min(1)
    .max(1000)
    .optional(),
  colour: z.enum(LED_COLOUR_NAMES).optional(),
  body: z.enum(LED_BODY_NAMES).optional(),
  voltsPerKelvin: z.number().min(-0.1).max(0.1).optional(),
  /** A common shift of the chip's volts at any current: what an estimate learns. */
  voltsShift: z.number().min(-10).max(10).optional(),
  voltsUncertainty: z.number().positive().max(10).optional(),
  /** Of one chip, in place of its curve's own: what an estimate learns. The curve's volts at its known current stay. */
  seriesOhms: z.number().min(0).max(1e6).optional(),
  breakdownVolts: z.number().positive().max(1e6).optional(),
  breakdownOhms: z.number().positive().max(1e9).optional(),
  kelvinPerWatt: z.number().min(0).optional(),
  /** Its own chip of a few lines lets it flash so often; the current is let through for a share of the time. */
  blinkHertz: z.number().min(0.05).max(1e3).optional(),
  blinkDuty: z.number().min(0.01).max(0.99).optional(),
  /** Light over electrical power: what is left heats the junction. 0 where nothing is known, the hottest case. */
  lightShare: z.number().min(0).max(0.9).optional(),
});

export type LedPart = z.infer<typeof schema>;

/** What says which LED it is, apart from where it is. */
export const ledFieldsSchema = schema.omit({ ref: true, kind: true, pins: true });

/** Of one chip, where the part does not say. */
const VOLTS_PER_KELVIN = -0.002;
/** Of the ohms of a curve that is given or was measured at two currents or more, relative: one standard deviation. */
const KNOWN_OHMS_SHARE = 0.2;

/** Where nobody said: sheets give a half. */
const USUAL_BLINK_DUTY = 0.5;

/** Further off its class's curve no chip of it is: the next colour's, or another number of dies. */
const MOST_SHIFT_VOLTS = 0.6;
const MOST_OHMS_SHARE = 4;

/** The chip model of a part: given, fitted to its points, or typical of its colour and body. */
export function chipModelOf(part: LedPart): ChipModel {
  const model = curveOf(part);
  return part.seriesOhms === undefined ? model : withSeriesOhms(model, part.seriesOhms, knownAmpsOf(part));
}

function curveOf(part: LedPart): ChipModel {
  const { model, points, colour = 'white', body } = part;
  if (model) return model;
  return points ? fitChip(points, colour, body).model : typicalChip(colour, body, largeChipAmps(part));
}

/** The current of one chip at which its volts are known best: away from it they are as unsure as its series resistance. */
function knownAmpsOf(part: LedPart): number {
  const { model, points, colour, body } = part;
  return points && !model ? Math.max(...points.map(([amps]) => amps)) : (largeChipAmps(part) ?? ledClassOf(colour, body).atAmps);
}

/** What an estimate may learn of an LED: a common shift of its chips' volts, and the ohms in series with each junction. */
function learntOf(part: LedPart): readonly Learnt[] {
  const { voltsShift = 0, voltsUncertainty = CLASS_SPREAD.volts, blinkDuty } = part;
  const shift: Learnt = { field: 'voltsShift', value: voltsShift, uncertainty: voltsUncertainty };
  const ohms = part.seriesOhms ?? curveOf(part).seriesOhms;
  const isMeasured = part.model !== undefined || new Set(part.points?.map(([amps]) => amps)).size > 1;
  const uncertainty = (isMeasured ? KNOWN_OHMS_SHARE : CLASS_SPREAD.ohmsShare) * ohms;
  return [
    shift,
    ...(uncertainty > 0 ? [{ field: 'seriesOhms', value: ohms, uncertainty }] : []),
    // As stated, unless a spread says how far it may be off.
    ...(blinkDuty === undefined ? [] : [{ field: 'blinkDuty', value: blinkDuty, uncertainty: 0 }]),
  ];
}

/** Volts across the whole part while `amps` go through the whole of it. */
export function ledVoltsAt(part: LedPart, amps: number, surroundings: Surroundings): number {
  return (part.series ?? 1) * (chipVoltsAt(chipModelOf(part), amps / (part.parallel ?? 1)) + shiftOf(part, surroundings));
}

function shiftOf(part: LedPart, { celsius }: Surroundings): number {
  return (part.voltsShift ?? 0) + voltsPerKelvinOf(part) * (celsius - AMBIENT_CELSIUS);
}

/** By how much one chip's volts change with its temperature, at any current. */
export function voltsPerKelvinOf({ voltsPerKelvin }: LedPart): number {
  return voltsPerKelvin ?? VOLTS_PER_KELVIN;
}

/** One chip of the part at its temperature: volts of a chip → amps of a chip. */
export function chipLawOf(part: LedPart, surroundings: Surroundings): JunctionLaw {
  return lawOf(part, surroundings, { series: 1, parallel: 1 });
}

function lawOf(part: LedPart, surroundings: Surroundings, chips: { readonly series: number; readonly parallel: number }): JunctionLaw {
  return new JunctionLaw(
    chipModelOf(part),
    { shiftVolts: shiftOf(part, surroundings), breakdownVolts: part.breakdownVolts, breakdownOhms: part.breakdownOhms ?? 1 },
    chips,
  );
}

/** Identical chips are one curve: total volts = series × a chip's, total amps = parallel × a chip's. */
export const led: DeviceDefinition<'led', typeof schema> = {
  kind: 'led',
  name: 'LED',
  pins: ['anode', 'cathode'],
  polar: true,
  schema,
  expand: (part, build, surroundings) => {
    const { series = 1, parallel = 1, blinkHertz, blinkDuty = USUAL_BLINK_DUTY } = part;
    let anode = 0;
    if (blinkHertz !== undefined) {
      anode = build.inner();
      const wave = { highVolts: 0, lowVolts: 0, duty: blinkDuty, delay: 0, openWhenLow: true };
      build.source(0, anode, { offset: 0, amplitude: 0, hertz: blinkHertz, phase: 0, pulse: wave }, 0, 0);
    }
    build.curve(anode, 1, lawOf(part, surroundings, { series, parallel }));
  },
  blinksAt: ({ blinkHertz }) => blinkHertz,
  value: ({ colour = '', series = 1, parallel = 1, blinkHertz }) =>
    [
      blinkHertz === undefined ? '' : 'flashing',
      colour,
      series > 1 ? `${series} in series` : '',
      parallel > 1 ? `${parallel} in parallel` : '',
    ]
      .filter(Boolean)
      .join(', '),
  symbol: [
    leads(10),
    triangle('light'),
    CATHODE_BAR,
    { d: 'M-4 13L3 21M3 21L-2.5 19.5M3 21L1.8 15.4M6 13L13 21M13 21L7.5 19.5M13 21L11.8 15.4', fill: 'none' },
  ],
  typed: { letter: 'D', boardLetters: ['LED'], words: ['led'], example: 'D1 led white 5mm', read: readLed },
  chips: ({ series = 1, parallel = 1 }) => ({ series, parallel }),
  implied: (part) => ({ voltsShift: 0, seriesOhms: curveOf(part).seriesOhms }),
  learns: learntOf,
  possible: (part) => ({
    voltsShift: [-MOST_SHIFT_VOLTS, MOST_SHIFT_VOLTS],
    seriesOhms: [0, MOST_OHMS_SHARE * curveOf(part).seriesOhms],
    blinkDuty: [1e-3, 0.999],
  }),
  ratings: ledRatings,
  kelvinPerWatt: ({ kelvinPerWatt = 0, lightShare = 0 }) => kelvinPerWatt * (1 - lightShare),
  inString: true,
  readings: ['volts', 'alone'],
  fails: [
    { how: 'open', weight: 1 },
    { how: 'short', weight: 0.25 },
    { how: 'leaky', weight: 0.15, ohms: [10e3, 1e3, 200] },
  ],
};
