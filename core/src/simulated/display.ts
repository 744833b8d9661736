import { displayStep, type Meter, rangeFor } from '../meter/index.ts';
import { drawNormal, seededRandom } from '../numeric/index.ts';
import type { Unit } from '../quantity/index.ts';

/** What stands on a display: a figure in whole steps, or that it is over the range. */
export type Displayed = { readonly value: number; readonly step: number } | { readonly over: true };

/** The last digit is restless by about this many steps. */
const NOISE_STEPS = 0.4;

/**
 * A meter's display of a true value. The error of one meter in one range is one and the same at every reading, anywhere
 * within its maker's limits; only the last digit moves.
 *
 * @param serial tells one meter from another of its make
 */
export function displayed(meter: Meter, unit: Unit, truth: number, serial: number, random: () => number): Displayed {
  const range = rangeFor(meter, unit, truth);
  if (!range || !Number.isFinite(truth)) return { over: true };
  const step = displayStep(range, truth);
  const limits = (Math.abs(truth) * range.percent) / 100 + range.digits * step;
  const bias = biasOf(serial, meter.ranges.indexOf(range));
  const shown = truth + bias * limits + NOISE_STEPS * step * drawNormal(random);
  return { value: Math.round(shown / step) * step, step };
}

/** Where within its limits a range stands, −1 to 1. Neighbouring seeds begin alike, so the first draws are left. */
function biasOf(serial: number, range: number): number {
  const random = seededRandom(serial * 97 + range);
  let drawn = 0;
  for (let draw = 0; draw < 5; draw++) drawn = random();
  return 2 * drawn - 1;
}
