import { wrightOmega, wrightOmegaNear } from '../../numeric/index.ts';
import type { CurveLaw, CurvePoint } from '../law.ts';
import { type ChipModel, THERMAL_VOLTS } from './chip-model.ts';

export interface JunctionSurroundings {
  /** Volts added at any current by the junction's temperature, or by a common shift of its kind. */
  readonly shiftVolts: number;
  /** Reverse breakdown, V; none where undefined. */
  readonly breakdownVolts?: number | undefined;
  readonly breakdownOhms: number;
}

const ONE = { series: 1, parallel: 1 } as const;

/**
 * The junction law `I = Is·(exp((V − I·Rs)/(n·Vt)) − 1)`, solved for I without an inner node: with u = I + Is,
 * u·Rs/(n·Vt) = ω(ln(Is·Rs/(n·Vt)) + (V + Is·Rs)/(n·Vt)), Wright's omega (Banwell and Jayakumar,
 * Electronics Letters 36, 2000, give it with Lambert's W).
 *
 * Identical junctions in series and parallel are one with other values: total volts = series × one's, total amps =
 * parallel × one's. A class, and one instance a junction: it is the innermost loop of every solve, and begins each
 * evaluation from the one before.
 */
export class JunctionLaw implements CurveLaw {
  readonly firstVolts: number;
  private readonly Is: number;
  private readonly Rs: number;
  private readonly nVt: number;
  private readonly shiftVolts: number;
  private readonly breakdownVolts: number;
  private readonly breakdownOhms: number;
  /** Added to the volts over n·Vt: where omega is taken. */
  private readonly offset: number;
  /** Where the junction and the series resistance share the slope: ω = 1. */
  private readonly bend: number;
  /** Without series resistance: where the law is limited from. */
  private readonly knee: number;
  /** Below this the exponential is nothing beside 1, to double precision. */
  private readonly blocked: number;
  private readonly perVolt: number;
  private readonly ampsPerOmega: number;
  private readonly mostSiemens: number;
  /** Where omega was last found to full precision, and what follows from it. */
  private omegaAt = 0;
  private omega: number;
  private inverse = 0;

  constructor(
    { saturationAmps, emission, seriesOhms }: ChipModel,
    surroundings: JunctionSurroundings,
    { series, parallel } = ONE as {
      readonly series: number;
      readonly parallel: number;
    },
  ) {
    this.Is = parallel * saturationAmps;
    this.Rs = (seriesOhms * series) / parallel;
    this.nVt = series * emission * THERMAL_VOLTS;
    this.shiftVolts = series * surroundings.shiftVolts;
    this.breakdownVolts = series * (surroundings.breakdownVolts ?? Number.POSITIVE_INFINITY);
    this.breakdownOhms = (surroundings.breakdownOhms * series) / parallel;
    const { Is, Rs, nVt } = this;
    this.knee = nVt * Math.log(nVt / (Math.SQRT2 * Is));
    this.offset = Rs > 0 ? Math.log((Is * Rs) / nVt) + (Is * Rs) / nVt : 0;
    this.bend = nVt * (1 - this.offset);
    this.blocked = -38 * nVt;
    this.perVolt = 1 / nVt;
    this.ampsPerOmega = nVt / Rs;
    this.mostSiemens = 1 / Rs;
    this.omega = wrightOmega(0);
    this.inverse = 1 / (1 + this.omega);
    this.firstVolts = this.shiftVolts + (Rs > 0 ? this.bend : this.knee);
  }

  evaluate(volts: number, out: CurvePoint): void {
    const { Is, Rs, nVt } = this;
    const v = volts - this.shiftVolts;
    if (v < this.blocked) {
      out.amps = -Is;
      out.siemens = 0;
    } else if (Rs > 0) {
      const z = this.offset + v * this.perVolt;
      const away = z - this.omegaAt;
      let w: number;
      if (away < BESIDE && away > -BESIDE) {
        // Taylor's series to the third order: ω′ = ω/(1 + ω).
        const step = away * this.inverse;
        const bent = step * this.inverse;
        w = this.omega * (1 + step * (1 + bent * (0.5 + bent * (1 / 6 - this.omega / 3))));
      } else {
        w = away < NEAR && away > -NEAR ? wrightOmegaNear(z, this.omegaAt, this.omega) : wrightOmega(z);
        this.omegaAt = z;
        this.omega = w;
        this.inverse = 1 / (1 + w);
      }
      out.amps = w * this.ampsPerOmega - Is;
      out.siemens = (w * this.mostSiemens) / (1 + w);
    } else {
      const e = Is * Math.exp(Math.min(v / nVt, 700));
      out.amps = e - Is;
      out.siemens = e / nVt;
    }
    if (-volts > this.breakdownVolts) {
      out.amps += (volts + this.breakdownVolts) / this.breakdownOhms;
      out.siemens += 1 / this.breakdownOhms;
    }
  }

  // Two bends to step over carefully. With Rs the law is nearly straight above its bend: a step across the bend
  // stops there, in either direction, which breaks the cycle between "off" and "far on". Without Rs it is Nagel's
  // junction limiting (SPICE2, UCB/ERL M520, 1975, 3.2.2).
  limit(volts: number, previous: number): number {
    const { bend, knee, nVt, shiftVolts } = this;
    const v = volts - shiftVolts;
    const last = previous - shiftVolts;
    if (this.Rs > 0) {
      // From the bend itself any step is free; a rounding is left on it.
      const near = 1e-6 * nVt;
      return (v > bend && last < bend - near) || (v < bend && last > bend + near) ? bend + shiftVolts : volts;
    }
    if (v <= knee || Math.abs(v - last) <= 2 * nVt) return volts;
    if (last <= 0) return nVt * Math.log(Math.max(v / nVt, 1)) + shiftVolts;
    const step = (v - last) / nVt;
    return shiftVolts + (step > -1 ? last + nVt * Math.log(1 + step) : knee);
  }
}

/** Nearer than this omega is found from the one before, quicker than anew; and this near by a series, to 1e-11. */
const NEAR = 0.5;
const BESIDE = 4e-3;
