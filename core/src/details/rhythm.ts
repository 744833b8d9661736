import { alternatingSource, type Circuit } from '../circuit/index.ts';
import type { LedPart } from '../device/index.ts';
import type { Fit } from '../estimate/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import type { LedSolution } from '../solve/index.ts';

/** How an LED goes on and off where no alternating supply makes it do so. */
export interface Rhythm {
  readonly ref: string;
  /** How often its light comes and goes. */
  readonly hertz: Uncertain;
  /** The share of the time in which it has more than half of its largest current, 0 to 1. */
  readonly duty: number;
  readonly averageAmps: Uncertain;
  readonly peakAmps: Uncertain;
}

/** Of each LED that flashes, or that a controller chops. */
export function rhythmsOf(circuit: Circuit, fit: Fit, leds: readonly LedPart[]): readonly Rhythm[] {
  if (fit.solution.regime === 'dc' || alternatingSource(circuit)) return [];
  return leds.flatMap((part): Rhythm[] => {
    const solved = fit.solution.leds[part.ref];
    // Above half of its largest current all the time it is on, and varies: that is flicker.
    if (solved?.duty === undefined || solved.duty >= 1 || solved.flickerHertz === null) return [];
    const figure = (read: (led: LedSolution) => number) =>
      fit.figureBy((figures) => {
        const led = figures.led(part.ref);
        return led ? read(led) : Number.NaN;
      });
    return [
      {
        ref: part.ref,
        hertz: figure(({ flickerHertz }) => flickerHertz ?? Number.NaN),
        duty: solved.duty,
        averageAmps: figure(({ chip }) => chip.amps.avg),
        peakAmps: figure(({ chip }) => chip.amps.max),
      },
    ];
  });
}
