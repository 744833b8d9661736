import { formatEngineering, type Unit } from '../quantity/index.ts';
import type { MarkingReading } from './reading.ts';

/** Where a marking states no tolerance. */
const UNSTATED = 0.2;
/** What a pocket meter adds. */
const METER_SHARE = 0.02;

/**
 * A meter reading decides between what a marking can mean: readings that it fits come first, the nearest of them
 * before the others, and say so.
 *
 * @param measured in `unit`
 */
export function rankByMeter(readings: readonly MarkingReading[], measured: number, unit: Unit): readonly MarkingReading[] {
  const off = (reading: MarkingReading) => Math.abs(Math.log(measured / reading.value));
  const fits = (reading: MarkingReading) =>
    reading.unit === unit && off(reading) <= Math.log1p((reading.tolerance ?? UNSTATED) + METER_SHARE);
  const fitting = readings.filter(fits).sort((a, b) => off(a) - off(b));
  const said = formatEngineering(measured, unit).text;
  return [
    ...fitting.map((reading) => ({ ...reading, why: `the meter’s ${said} fits; ${reading.why}` })),
    ...readings.filter((reading) => !fits(reading)),
  ];
}
