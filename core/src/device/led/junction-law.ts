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

interface Chips {
  readonly series: number;
  readonly parallel: number;
}

const ONE: Chips = { series: 1, parallel: 1 };

/** What a law is made of: the same for all junctions of one kind, that are as warm. */
class JunctionValues {
  readonly firstVolts: number;
  readonly Is: number;
  readonly Rs: number;
  readonly nVt: number;
  readonly shiftVolts: number;
  readonly breakdownVolts: number;
  readonly breakdownOhms: number;
  /** Added to the volts over n·Vt: where omega is taken. */
  readonly offset: number;
  /** Where the junction and the series resistance share the slope: ω = 1; and what counts as on it. */
  readonly bendVolts: number;
  readonly bendWidth: number;
  /** Without series resistance: where the law is limited from. */
  readonly knee: number;
  /** Below this the exponential is nothing beside 1, to double precision. */
  readonly blocked: number;
  /** Below this it carries next to nothing. */
  readonly quietVolts: number;
  readonly perVolt: number;
  readonly ampsPerOmega: number;
  readonly mostSiemens: number;

  constructor(
    readonly model: ChipModel,
    readonly surroundings: JunctionSurroundings,
    readonly chips: Chips,
  ) {
    const { saturationAmps, emission, seriesOhms } = model;
    const { series, parallel } = chips;
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

  /** Whether these are the values of that junction too. */
  areOf(
    { saturationAmps, emission, seriesOhms }: ChipModel,
    { shiftVolts, breakdownVolts, breakdownOhms }: JunctionSurroundings,
    { series, parallel }: Chips,
  ): boolean {
    const { model, surroundings, chips } = this;
    return (
      model.saturationAmps === saturationAmps &&
      model.emission === emission &&
      model.seriesOhms === seriesOhms &&
      surroundings.shiftVolts === shiftVolts &&
      surroundings.breakdownVolts === breakdownVolts &&
      surroundings.breakdownOhms === breakdownOhms &&
      chips.series === series &&
      chips.parallel === parallel
    );
  }
}

/** A lamp has dozens of LEDs of one kind, one after another: those made last serve the next. */
let latest: JunctionValues | undefined;

function valuesOf(model: ChipModel, surroundings: JunctionSurroundings, chips: Chips): JunctionValues {
  if (!latest?.areOf(model, surroundings, chips)) latest = new JunctionValues(model, surroundings, chips);
  return latest;
}

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
  private readonly values: JunctionValues;
  private readonly omega = new OmegaSeries();

  constructor(model: ChipModel, surroundings: JunctionSurroundings, chips: Chips = ONE) {
    this.values = valuesOf(model, surroundings, chips);
  }

  get firstVolts(): number {
    return this.values.firstVolts;
  }

  /** Whether it has the same current at all volts. */
  isLike({ values }: JunctionLaw): boolean {
    const { Is, Rs, nVt, shiftVolts, breakdownVolts, breakdownOhms } = this.values;
    return (
      values.Is === Is &&
      values.Rs === Rs &&
      values.nVt === nVt &&
      values.shiftVolts === shiftVolts &&
      values.breakdownVolts === breakdownVolts &&
      values.breakdownOhms === breakdownOhms
    );
  }

  evaluate(volts: number, out: CurvePoint): void {
    const { values } = this;
    const { Is } = values;
    const v = volts - values.shiftVolts;
    if (v < values.blocked) {
      out.amps = -Is;
      out.siemens = 0;
    } else if (values.Rs > 0) {
      const w = this.omega.at(values.offset + v * values.perVolt);
      out.amps = w * values.ampsPerOmega - Is;
      out.siemens = (w * values.mostSiemens) / (1 + w);
    } else {
      const { nVt } = values;
      const e = Is * Math.exp(Math.min(v / nVt, 700));
      out.amps = e - Is;
      out.siemens = e / nVt;
    }
    if (-volts > values.breakdownVolts) {
      out.amps += (volts + values.breakdownVolts) / values.breakdownOhms;
      out.siemens += 1 / values.breakdownOhms;
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
    const { quietVolts, breakdownVolts, Is } = this.values;
    if (from < -breakdownVolts || to < -breakdownVolts) return false;
    const share = rise < 0 ? -rise : rise;
    // Where it carries next to nothing at both, a line of little slope may still lead far over a long way.
    if (from < quietVolts) return to < quietVolts && share <= allowed;
    const u = amps + Is;
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
    const { Is, Rs, nVt, bendVolts, perVolt, shiftVolts } = this.values;
    const u = lineAmps + Is;
    if (!(Rs > 0 && volts <= bendVolts && u > QUIET_AMPS)) return this.limit(volts, previous);
    const away = (volts - previous) * perVolt;
    if (away < SHORT_STEP && away > -SHORT_STEP) return volts;
    const at = Math.max(lineAmps * Rs + nVt * Math.log(u / Is) + shiftVolts, previous - MOST_FALL * nVt);
    return Math.min(bendVolts, at);
  }

  // Two bends to step over carefully. With Rs the law is nearly straight above its bend: a step across the bend
  // stops there, in either direction, which breaks the cycle between "off" and "far on". Without Rs it is Nagel's
  // junction limiting (SPICE2, UCB/ERL M520, 1975, 3.2.2).
  limit(volts: number, previous: number): number {
    const { bendVolts, bendWidth, Rs } = this.values;
    // From the bend itself any step is free; a rounding is left on it.
    if (Rs > 0) return (volts > bendVolts ? previous >= bendVolts - bendWidth : previous <= bendVolts + bendWidth) ? volts : bendVolts;
    const { knee, nVt, shiftVolts } = this.values;
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
