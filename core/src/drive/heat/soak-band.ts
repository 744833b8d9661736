import { type SoakPoint, sampledDraws, soakAt, soakPosterior } from './soak-posterior.ts';

/** What a warming lies between at a time, at 95 %, °C. */
export interface SoakBandPoint {
  readonly seconds: number;
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

const SAMPLES = 200;
const MOMENTS = 48;

/**
 * The band that a warming stays in, from its beginning until a time; empty where nothing is known yet.
 *
 * @param until from the start of the power, s
 */
export function soakBand(points: readonly SoakPoint[], until: number): readonly SoakBandPoint[] {
  const posterior = soakPosterior(points);
  if (!posterior || !(until > 0)) return [];
  const samples = sampledDraws(posterior.draws, SAMPLES);
  return Array.from({ length: MOMENTS + 1 }, (_, index) => {
    const seconds = (index * until) / MOMENTS;
    const values = samples.map((draw) => soakAt(draw, seconds)).sort((a, b) => a - b);
    const at = (share: number) => values[Math.min(values.length - 1, Math.round(share * (values.length - 1)))] as number;
    return { seconds, low: at(0.025), middle: at(0.5), high: at(0.975) };
  });
}
