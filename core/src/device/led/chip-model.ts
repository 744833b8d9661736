import { wrightOmega } from '../../numeric/index.ts';
import type { CurveLaw } from '../law.ts';

/** One chip's diode law, at 25 °C. */
export interface ChipModel {
  /** Is, A. */
  readonly saturationAmps: number;
  /** n, 1 to about 8. */
  readonly emission: number;
  /** Rs, ohm. */
  readonly seriesOhms: number;
}

/** Boltzmann's constant over the elementary charge, V/K (exact in the SI of 2019). */
export const K_OVER_Q = 1.380649e-23 / 1.602176634e-19;
/** The thermal voltage at 25 °C, at which every model holds. */
export const THERMAL_VOLTS = K_OVER_Q * (25 + 273.15);

export interface ChipSurroundings {
  /** Volts added at any current by the chip's temperature, or by a common shift of its kind. */
  readonly shiftVolts: number;
  /** Reverse breakdown, V; none where undefined. */
  readonly breakdownVolts?: number;
  readonly breakdownOhms: number;
}

/**
 * The chip law `I = Is·(exp((V − I·Rs)/(n·Vt)) − 1)`, solved for I without an inner node: with u = I + Is,
 * u·Rs/(n·Vt) = ω(ln(Is·Rs/(n·Vt)) + (V + Is·Rs)/(n·Vt)), Wright's omega (Banwell and Jayakumar,
 * Electronics Letters 36, 2000, give it with Lambert's W).
 */
export function chipLaw(model: ChipModel, surroundings: ChipSurroundings): CurveLaw {
  const { saturationAmps: Is, emission: n, seriesOhms: Rs } = model;
  const { shiftVolts, breakdownVolts, breakdownOhms } = surroundings;
  const nVt = n * THERMAL_VOLTS;
  const knee = nVt * Math.log(nVt / (Math.SQRT2 * Is));
  const offset = Rs > 0 ? Math.log((Is * Rs) / nVt) + (Is * Rs) / nVt : 0;
  // Where the junction and the series resistance share the slope: ω = 1.
  const bend = nVt * (1 - offset);
  // Below this the exponential is nothing beside 1, to double precision.
  const blocked = -38 * nVt;
  // From the bend itself any step is free; scaling for several chips leaves a rounding on it.
  const near = 1e-6 * nVt;
  const crosses = (v: number, last: number) => (v > bend && last < bend - near) || (v < bend && last > bend + near);
  return {
    firstVolts: shiftVolts + (Rs > 0 ? bend : knee),
    evaluate(volts, out) {
      const v = volts - shiftVolts;
      if (v < blocked) {
        out.amps = -Is;
        out.siemens = 0;
      } else if (Rs > 0) {
        const w = wrightOmega(offset + v / nVt);
        out.amps = (w * nVt) / Rs - Is;
        out.siemens = w / (1 + w) / Rs;
      } else {
        const e = Is * Math.exp(Math.min(v / nVt, 700));
        out.amps = e - Is;
        out.siemens = e / nVt;
      }
      if (breakdownVolts !== undefined && -volts > breakdownVolts) {
        out.amps += (volts + breakdownVolts) / breakdownOhms;
        out.siemens += 1 / breakdownOhms;
      }
    },
    // Two bends to step over carefully. With Rs the law is nearly straight above its bend: a step across the bend
    // stops there, in either direction, which breaks the cycle between "off" and "far on". Without Rs it is Nagel's
    // junction limiting (SPICE2, UCB/ERL M520, 1975, 3.2.2).
    limit(volts, previous) {
      const v = volts - shiftVolts;
      const last = previous - shiftVolts;
      if (Rs > 0) return crosses(v, last) ? bend + shiftVolts : volts;
      if (v <= knee || Math.abs(v - last) <= 2 * nVt) return volts;
      if (last <= 0) return nVt * Math.log(Math.max(v / nVt, 1)) + shiftVolts;
      const step = (v - last) / nVt;
      return shiftVolts + (step > -1 ? last + nVt * Math.log(1 + step) : knee);
    },
  };
}

/** The chip's volts at `amps` (> −Is), at 25 °C. */
export function chipVoltsAt(model: ChipModel, amps: number): number {
  return model.emission * THERMAL_VOLTS * Math.log1p(amps / model.saturationAmps) + amps * model.seriesOhms;
}
