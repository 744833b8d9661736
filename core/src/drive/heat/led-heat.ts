import { type Circuit, partsOfKind } from '../../circuit/index.ts';
import { deviceOf, type LedPart, lightShareOf } from '../../device/index.ts';
import type { Solution } from '../../solve/index.ts';
import { type HeatPath, type HeatPathOf, heatPathOf } from './heat-path.ts';

/** What is known of the heat path, from looking at it and from the thermometer. */
export type Thermal = Pick<HeatPathOf, 'seat' | 'ambientCelsius' | 'read' | 'size' | 'fins'>;

/** The LEDs that take power. */
export function litLeds(circuit: Circuit, solution: Solution): readonly LedPart[] {
  return partsOfKind(circuit, 'led').filter(({ ref }) => (solution.leds[ref]?.chip.watts ?? 0) > 0);
}

export function chipsOf({ series = 1, parallel = 1 }: LedPart): number {
  return series * parallel;
}

/** Everything inside that is turned into heat, W: what the parts take less the light of the LEDs. */
export function caseHeatWatts(circuit: Circuit, solution: Solution): number {
  const taken = circuit.parts.reduce((sum, { ref, kind }) => (deviceOf(kind).source ? sum : sum + (solution.parts[ref]?.watts ?? 0)), 0);
  const light = litLeds(circuit, solution).reduce((sum, led) => sum + lightShareOf(led) * (solution.parts[led.ref]?.watts ?? 0), 0);
  return Math.max(0, taken - light);
}

/** The heat path of one LED, among all that warms the same case. */
export function heatPathIn(part: LedPart, circuit: Circuit, solution: Solution, thermal: Thermal): HeatPath {
  return heatPathOf({
    ...thermal,
    chipHeatWatts: (solution.leds[part.ref]?.chip.watts ?? 0) * (1 - lightShareOf(part)),
    allHeatWatts: caseHeatWatts(circuit, solution),
    body: part.body,
  });
}

/**
 * How warm it is around the parts on the board, °C: as read, else the least that the heat inside takes the board to.
 * A guess that may be far too high is no reason to hold less of a rating against a part.
 */
export function boardCelsiusOf(circuit: Circuit, solution: Solution, thermal: Thermal): number {
  const leds = litLeds(circuit, solution);
  return Math.max(thermal.ambientCelsius, ...leds.map((part) => leastAtBoard(heatPathIn(part, circuit, solution, thermal))));
}

function leastAtBoard({ joints, stretches }: HeatPath): number {
  const end = joints.at(-1)?.celsius ?? Number.NEGATIVE_INFINITY;
  return stretches
    .filter(({ from }) => from !== 'junction')
    .reduce((celsius, { kelvin, resistance }) => celsius + kelvin / resistance.factor, end);
}
