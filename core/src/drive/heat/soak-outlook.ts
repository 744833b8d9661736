import { type Draw, quantile, type SoakPoint, soakAt, soakPosterior } from './soak-posterior.ts';

/** Whether a warming stays below a limit. */
export interface SoakOutlook {
  /**
   * The last reading is over it; it will pass it with 95 %; may, with more than 5 %; stays below with 95 %; or too few
   * readings say anything.
   */
  readonly level: 'over' | 'will pass' | 'may pass' | 'below' | 'too early';
  /** That it passes the limit while the power is on. */
  readonly probability: number;
  /** From the start of the power, where it passes: half of those that do have by then; and the first in twenty of them. */
  readonly passesSeconds?: number;
  readonly soonestSeconds?: number;
}

/** Of fewer readings nothing is said but what they are themselves. */
const FEWEST = 3;
const [SURE, UNLIKELY] = [0.95, 0.05];

/**
 * @param points by time
 * @param until the power is off again, from its start, s
 */
export function soakOutlook(points: readonly SoakPoint[], limitCelsius: number, until: number): SoakOutlook {
  const last = points.at(-1);
  if (last && last.celsius >= limitCelsius) return { level: 'over', probability: 1 };
  const posterior = points.length < FEWEST ? undefined : soakPosterior(points);
  if (!posterior) return { level: 'too early', probability: 0.5 };
  const passing = posterior.draws.filter((draw) => soakAt(draw, until) >= limitCelsius);
  const weightOf = (draws: readonly Draw[]) => draws.reduce((sum, { weight }) => sum + weight, 0);
  const probability = weightOf(passing) / weightOf(posterior.draws);
  const level = probability >= SURE ? 'will pass' : probability > UNLIKELY ? 'may pass' : 'below';
  if (passing.length === 0) return { level, probability };
  const at = (share: number) => quantile(passing, share, (draw) => passesAt(draw, limitCelsius, until));
  return { level, probability, passesSeconds: at(0.5), soonestSeconds: at(0.05) };
}

function passesAt(draw: Draw, limitCelsius: number, until: number): number {
  let [low, high] = [0, until];
  for (let step = 0; step < 30; step++) {
    const middle = (low + high) / 2;
    if (soakAt(draw, middle) < limitCelsius) low = middle;
    else high = middle;
  }
  return high;
}
