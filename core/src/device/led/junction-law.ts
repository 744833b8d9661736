import { OmegaSeries } from '../../numeric/index.ts';
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
 * parallel × one's. A class, and one instance a junction: it is the innermost loop of every solve, and each evaluation
 * begins from the one before.
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
  /** Where the junction and the series resistance share the slope: ω = 1; and what counts as on it. */
  private readonly bendVolts: number;
  private readonly bendWidth: number;
  /** Without series resistance: where the law is limited from. */
  private readonly knee: number;
  /** Below this the exponential is nothing beside 1, to double precision. */
  private readonly blocked: number;
  /** Below this it carries next to nothing. */
  private readonly quietVolts: number;
  private readonly perVolt: number;
  private readonly ampsPerOmega: number;
  private readonly mostSiemens: number;
  private readonly omega = new OmegaSeries();

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
    this.bendVolts = nVt * (1 - this.offset) + this.shiftVolts;
    this.bendWidth = 1e-6 * nVt;
    this.blocked = -38 * nVt;
    this.quietVolts = nVt * Math.log(QUIET_AMPS / Is) + this.shiftVolts;
    this.perVolt = 1 / nVt;
    this.ampsPerOmega = nVt / Rs;
    this.mostSiemens = 1 / Rs;
    this.firstVolts = Rs > 0 ? this.bendVolts : this.shiftVolts + this.knee;
  }

  /** Whether it has the same current at all volts. */
  isLike({ Is, Rs, nVt, shiftVolts, breakdownVolts, breakdownOhms }: JunctionLaw): boolean {
    return (
      this.Is === Is &&
      this.Rs === Rs &&
      this.nVt === nVt &&
      this.shiftVolts === shiftVolts &&
      this.breakdownVolts === breakdownVolts &&
      this.breakdownOhms === breakdownOhms
    );
  }

  evaluate(volts: number, out: CurvePoint): void {
    const { Is, nVt } = this;
    const v = volts - this.shiftVolts;
    if (v < this.blocked) {
      out.amps = -Is;
      out.siemens = 0;
    } else if (this.Rs > 0) {
      const w = this.omega.at(this.offset + v * this.perVolt);
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

  /**
   * Whether its current at one voltage is what its straight line says that touches it at another, told without evaluating
   * it. The current and Is being u, half the second derivative times the step squared is at most rise²/2u.
   *
   * @param amps at `from`, where it was evaluated
   * @param rise by the straight line, A
   * @param allowed between line and law, A; no less than 1e-9
   */
  isStraight(from: number, to: number, amps: number, rise: number, allowed: number): boolean {
    const { quietVolts, breakdownVolts } = this;
    if (from < -breakdownVolts || to < -breakdownVolts) return false;
    const share = rise < 0 ? -rise : rise;
    // Where it carries next to nothing at both, a line of little slope may still lead far over a long way.
    if (from < quietVolts) return to < quietVolts && share <= allowed;
    const u = amps + this.Is;
    return share <= MOST_RISE * u && rise * rise <= 2 * u * allowed;
  }

  /**
   * Limits a step to volts that solve the circuit with the junction's straight line: where they are below the bend, it goes
   * to the volts of the current that the line led to. What lies around a junction mostly sets its current, so that this is
   * nearly right at once; by volts alone it goes down by about n·Vt a time.
   *
   * @param lineAmps by that line, at `volts`
   */
  limitByAmps(volts: number, previous: number, lineAmps: number): number {
    const { Is, Rs, nVt, bendVolts } = this;
    const u = lineAmps + Is;
    if (!(Rs > 0 && volts <= bendVolts && u > QUIET_AMPS)) return this.limit(volts, previous);
    const away = (volts - previous) * this.perVolt;
    if (away < SHORT_STEP && away > -SHORT_STEP) return volts;
    const at = Math.max(lineAmps * Rs + nVt * Math.log(u / Is) + this.shiftVolts, previous - MOST_FALL * nVt);
    return Math.min(bendVolts, at);
  }

  // Two bends to step over carefully. With Rs the law is nearly straight above its bend: a step across the bend
  // stops there, in either direction, which breaks the cycle between "off" and "far on". Without Rs it is Nagel's
  // junction limiting (SPICE2, UCB/ERL M520, 1975, 3.2.2).
  limit(volts: number, previous: number): number {
    const { bendVolts, bendWidth } = this;
    // From the bend itself any step is free; a rounding is left on it.
    if (this.Rs > 0) return (volts > bendVolts ? previous >= bendVolts - bendWidth : previous <= bendVolts + bendWidth) ? volts : bendVolts;
    const { knee, nVt, shiftVolts } = this;
    const v = volts - shiftVolts;
    const last = previous - shiftVolts;
    if (v <= knee || Math.abs(v - last) <= 2 * nVt) return volts;
    if (last <= 0) return nVt * Math.log(Math.max(v / nVt, 1)) + shiftVolts;
    const step = (v - last) / nVt;
    return shiftVolts + (step > -1 ? last + nVt * Math.log(1 + step) : knee);
  }
}

/** In n·Vt: within it the law is so nearly straight that no step need be limited. */
const SHORT_STEP = 0.25;
/** In n·Vt: a current falls to a thousandth at the most. What is behind it may not have turned on yet, and it would turn off for that. */
const MOST_FALL = 7;
/** A current beside which no stage of a step looks, A. */
const QUIET_AMPS = 1e-10;
/** Of its current: within it the terms beyond the second are small beside that. */
const MOST_RISE = 0.1;
