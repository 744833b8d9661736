import { type Circuit, partsOfKind } from '../../circuit/index.ts';
import { type LedPart, lightShareOf } from '../../device/index.ts';
import type { Solution } from '../../solve/index.ts';
import { type HeatPath, type HeatPathOf, heatPathOf } from './heat-path.ts';

/** What is known of the heat path, from looking at it and from the thermometer. */
export type Thermal = Pick<HeatPathOf, 'seat' | 'ambientCelsius' | 'read'>;

/** The LEDs that take power. */
export function litLeds(circuit: Circuit, solution: Solution): readonly LedPart[] {
  return partsOfKind(circuit, 'led').filter(({ ref }) => (solution.leds[ref]?.chip.watts ?? 0) > 0);
}

export function chipsOf({ series = 1, parallel = 1 }: LedPart): number {
  return series * parallel;
}

/** The heat path of one LED, among all that warm the same case. */
export function heatPathIn(part: LedPart, leds: readonly LedPart[], solution: Solution, thermal: Thermal): HeatPath {
  const heatOf = (led: LedPart) => (solution.leds[led.ref]?.chip.watts ?? 0) * (1 - lightShareOf(led));
  return heatPathOf({
    ...thermal,
    chipHeatWatts: heatOf(part),
    allHeatWatts: leds.reduce((sum, led) => sum + heatOf(led) * chipsOf(led), 0),
    body: part.body,
  });
}

/**
 * How warm it is around the parts on the board, °C: as read, else the least that the heat of the LEDs takes the board to.
 * A guess that may be far too high is no reason to hold less of a rating against a part.
 */
export function boardCelsiusOf(circuit: Circuit, solution: Solution, thermal: Thermal): number {
  const leds = litLeds(circuit, solution);
  return Math.max(thermal.ambientCelsius, ...leds.map((part) => leastAtBoard(heatPathIn(part, leds, solution, thermal))));
}

function leastAtBoard({ joints, stretches }: HeatPath): number {
  const end = joints.at(-1)?.celsius ?? Number.NEGATIVE_INFINITY;
  return stretches
    .filter(({ from }) => from !== 'junction')
    .reduce((celsius, { kelvin, resistance }) => celsius + kelvin / resistance.factor, end);
}
