import { readingUncertainty, type Unit } from '../quantity/index.ts';
import type { Meter, MeterRange } from './meter.ts';

/** What a meter does to a reading: how sure it is, and how it loads what it reads. */
export interface Metered {
  /** One standard uncertainty, in the unit. */
  readonly uncertainty: number;
  readonly inputOhms?: number;
  readonly burdenOhms?: number;
}

/** A display of so many steps where a meter does not say. */
const USUAL_COUNTS = 4000;

/**
 * The standard uncertainty of a figure as it stood on this meter, by its maker's limits taken as a rectangle
 * (JCGM 100:2008, 4.3.7), in the smallest range that holds it. A figure typed with fewer digits than the display has
 * is only as sure as it was typed.
 *
 * @param resolution one step of the last digit as typed
 */
export function meteredBy(meter: Meter | undefined, unit: Unit, value: number, resolution: number): Metered {
  const range = meter && rangeFor(meter, unit, value);
  if (!range) return { uncertainty: readingUncertainty(unit, value, resolution) };
  // Whoever typed more digits than expected saw them; what was cut off in typing is half a step either way.
  const step = Math.min(resolution, displayStep(range, value));
  const halfWidth = (Math.abs(value) * range.percent) / 100 + range.digits * step;
  const uncertainty = Math.hypot(halfWidth, resolution / 2) / Math.sqrt(3);
  return {
    uncertainty: Math.max(uncertainty, Number.MIN_VALUE),
    ...(unit === 'volts' && range.inputOhms !== undefined && { inputOhms: range.inputOhms }),
    ...(unit === 'amps' && range.burdenOhms !== undefined && range.burdenOhms > 0 && { burdenOhms: range.burdenOhms }),
  };
}

/** The smallest range that holds the reading; undefined where the meter does not read the unit. */
export function rangeFor({ ranges }: Meter, unit: Unit, value: number): MeterRange | undefined {
  const reaching = ranges.filter((range) => range.unit === unit && Math.abs(value) <= (range.upTo ?? Number.POSITIVE_INFINITY));
  return reaching.sort((a, b) => (a.upTo ?? Number.POSITIVE_INFINITY) - (b.upTo ?? Number.POSITIVE_INFINITY))[0];
}

/** One step of the last digit, with the point as far left as the counts allow. */
export function displayStep({ counts = USUAL_COUNTS, upTo }: MeterRange, value: number): number {
  const shown = Math.max(Math.abs(value), 1e-9);
  if (upTo !== undefined && shown > upTo / 10) return 10 ** Math.ceil(Math.log10(upTo / counts) - 1e-9);
  return 10 ** Math.ceil(Math.log10(shown / counts) - 1e-9);
}

/** A meter in one line: what stands beside its name. */
export function sayMeter({ ranges, trueRms, category }: Meter): string {
  const volts = ranges.find(({ unit }) => unit === 'volts') ?? ranges[0];
  const input = volts?.inputOhms === undefined ? [] : [`${(volts.inputOhms / 1e6).toLocaleString('en')} MΩ`];
  const limits = volts ? [`±${volts.percent} % + ${volts.digits}`] : [];
  const kind = trueRms === undefined || volts?.unit !== 'volts' ? [] : [trueRms ? 'true rms' : 'averages'];
  return [...limits, ...input, ...kind, ...(category ? [category] : [])].join(', ');
}
