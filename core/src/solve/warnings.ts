import { deviceOf, type Part } from '../device/index.ts';
import type { LedSolution, PartSolution, SolutionWarning, WarningCode } from './solution.ts';

/** Where a part is driven over what its maker says it takes. An LED's ratings are those of one chip. */
export function warningsOf(part: Part, { volts, amps, watts }: PartSolution, led: LedSolution | undefined): SolutionWarning[] {
  const { rated, ref } = part;
  if (!rated) return [];
  const chip = led?.chip;
  const carried = chip ? chip.amps : amps;
  const found: [WarningCode, string, number, number | undefined][] = [
    ['over-rated-watts', 'W', chip ? chip.watts : deviceOf(part.kind).supplies ? -watts : watts, rated.watts],
    ['over-rated-volts', 'V', Math.max(Math.abs(volts.min), Math.abs(volts.max)), rated.volts],
    ['over-rated-amps', 'A', chip ? chip.amps.avg : amps.rms, rated.amps],
    ['over-rated-peak-amps', 'A', Math.max(Math.abs(carried.max), Math.abs(carried.min)), rated.peakAmps],
    ['over-rated-reverse-volts', 'V', chip ? chip.reverseVolts : Math.max(0, -volts.min), rated.reverseVolts],
    ['over-rated-celsius', '°C', chip ? chip.junctionCelsius : (part.celsius ?? Number.NEGATIVE_INFINITY), rated.celsius],
  ];
  return found.flatMap(([code, unit, value, limit]) =>
    limit !== undefined && value > limit
      ? [
          {
            ref,
            code,
            text: `${ref}: ${Number(value.toPrecision(3))} ${unit}, rated ${Number(limit.toPrecision(3))} ${unit}.`,
            value,
            limit,
          },
        ]
      : [],
  );
}
