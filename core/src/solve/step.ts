import { isAllFinite, newFloats } from '../numeric/index.ts';
import { Newton, STAGE_NEWTON } from './newton.ts';
import type { SolvedMoment, StageContext } from './stage.ts';
import type { CircuitSystem } from './system.ts';

/**
 * One step in time by the trapezium rule to a middle moment and the second backward differentiation formula from there
 * (Bank et al., IEEE Trans. CAD 4, 1985), as a method of three stages with an embedded one of third order (Hosea and
 * Shampine, Appl. Numer. Math. 20, 1996): L-stable, so stiff parts are damped, and the step ends on a solved circuit.
 * Both stages that are solved have the same weight, and the first is the last of the step before.
 *
 * The first step after a beginning or a switching has no earlier rates: it is the one of two stages of that same weight
 * by Alexander (SIAM J. Numer. Anal. 14, 1977).
 */
const WEIGHT = 1 - Math.SQRT1_2;
/** Where the trapezium ends, of the step. */
const MIDDLE = 2 * WEIGHT;
/** Share of each of the two earlier rates at the end. */
const EARLIER = Math.SQRT2 / 4;
/** The embedded method's shares of the three rates, less those of the step. */
const OFF_FIRST = (1 - EARLIER) / 3 - EARLIER;
const OFF_MIDDLE = (1 + 3 * EARLIER) / 3 - EARLIER;
const OFF_LAST = WEIGHT / 3 - WEIGHT;

/** Tangents carried along the steps: how the state depends on what it began with, and on the values of parts. */
export interface Tangents {
  readonly columns: number;
  /** Of the state at the end of the step: states × columns, column-major. */
  readonly values: Float64Array;
  /** Where the columns depend on more than the beginning. */
  readonly driven?: DrivenTangents | undefined;
  /** What came of them at both moments of the step attempted last. */
  readonly kept?: KeptTangents | undefined;
}

/** Columns that a part's value drives: it changes the equations themselves at every stage. */
export interface DrivenTangents {
  /** Adds minus the derivative of the residual by the column's value, at fixed unknowns. */
  addToResidual(column: number, x: Float64Array, stage: StageContext, out: Float64Array): void;
  /** Adds the derivative of the rates likewise. */
  addToRates(column: number, x: Float64Array, stage: StageContext, out: Float64Array): void;
}

/** Written: the tangents of a solved moment, column-major. */
export interface MomentTangents {
  /** Of the unknowns. */
  readonly xs: Float64Array;
  /** Of what the stage builds on. */
  readonly bases: Float64Array;
  /** Of the straight line of each curve, S. */
  readonly slopes: Float64Array;
}

/** Room for the tangents of a step's moments. */
export function newKeptTangents({ size, stateCount, curveCount }: CircuitSystem, columns: number): KeptTangents {
  const moment = () => ({ xs: newFloats(size * columns), bases: newFloats(stateCount * columns), slopes: newFloats(curveCount) });
  return { middle: moment(), end: moment() };
}

/** Of both moments of a step. */
export interface KeptTangents {
  readonly middle: MomentTangents;
  readonly end: MomentTangents;
}

/** The unknowns at the middle and at the end of a step. */
export interface NearStep {
  readonly middle: Float64Array;
  readonly end: Float64Array;
}

/** Takes steps over one circuit: `attempt`, and where that was good enough `accept`. Its work arrays serve every step. */
export class Stepper {
  /** The end of the last accepted step. */
  end: SolvedMoment;
  /** The moment inside the step attempted last. */
  readonly middle: SolvedMoment;
  /** At `end`: the capacitors' volts, then the inductors' amps. */
  readonly state: Float64Array;
  /** Of the step attempted last, per state: the difference from the embedded result. */
  readonly error: Float64Array;
  /** Of each of a moment’s `bends`, in the step attempted last: how far its parabola may be off between its points. */
  readonly bendError: Float64Array;
  /** What each moment of the last accepted step counts for in an integral, s: as in that of the states, so that what flows in comes out. */
  readonly shares = { beginning: 0, middle: 0, end: 0 };
  iterations = 0;

  private readonly newton: Newton;
  private next: SolvedMoment;
  private nextState: Float64Array;
  /** No earlier step to go by. */
  private isFirst = true;
  private seconds = 0;
  private rates: Float64Array;
  private readonly middleRates: Float64Array;
  private nextRates: Float64Array;
  /** The middle of the step before. */
  private readonly before: { time: number; readonly bends: Float64Array };
  /**
   * How the unknowns moved through the last step, by its parabola: per second at its end, and half as much again per
   * second squared. Where the next stage looks first.
   */
  private readonly drift: Float64Array;
  private readonly curve: Float64Array;
  private readonly tangent: { readonly dx: Float64Array; readonly dBase: Float64Array };
  private dRates: Float64Array[] = [];
  private readonly dMiddle: Float64Array[] = [];
  private dNext: Float64Array[] = [];
  private nextTangents = newFloats(0);

  constructor(readonly system: CircuitSystem) {
    const { size, stateCount } = system;
    const bends = system.bentCount + stateCount;
    const moment = (): SolvedMoment => ({
      time: 0,
      weight: 1,
      base: newFloats(stateCount),
      x: newFloats(size),
      bends: newFloats(bends),
    });
    this.newton = new Newton(system, STAGE_NEWTON);
    this.end = moment();
    this.middle = moment();
    this.next = moment();
    this.state = newFloats(stateCount);
    this.nextState = newFloats(stateCount);
    this.error = newFloats(stateCount);
    this.bendError = newFloats(bends);
    this.rates = newFloats(stateCount);
    this.middleRates = newFloats(stateCount);
    this.nextRates = newFloats(stateCount);
    this.before = { time: 0, bends: newFloats(bends) };
    this.drift = newFloats(size);
    this.curve = newFloats(size);
    this.tangent = { dx: newFloats(size), dBase: newFloats(stateCount) };
  }

  /**
   * Solves the circuit at `time` with its states held, to begin from: every store is a source for that moment.
   *
   * @param seconds short enough that no store changes, long enough that its equation stays well scaled
   */
  begin(time: number, state: Float64Array, seconds: number): boolean {
    const goesOn = time === this.end.time && state.every((value, index) => value === this.state[index]);
    this.state.set(state);
    this.system.takeLevels(time);
    this.restart();
    if (!(goesOn && this.holdOn(time, seconds)) && !this.hold(time, seconds)) {
      // A converter that nothing feeds cannot run; off, it wakes when its input does.
      this.system.turnOff();
      if (!this.hold(time, seconds)) return false;
    }
    for (let asked = 0; asked < MOST_SWITCHINGS && this.system.settleModes(this.end.x); asked++) {
      if (!this.hold(time, seconds)) return false;
    }
    return true;
  }

  /** How near every law must be to its straight line from now on, relative. */
  agreeWithin(relative: number): void {
    this.newton.options = { ...STAGE_NEWTON, agreement: { ...STAGE_NEWTON.agreement, relative } };
  }

  /** The next step has no earlier one to go by: something switched. */
  restart(): void {
    this.isFirst = true;
    this.forgetDrift();
  }

  /** Where it goes on from the last step, that has the answer but for what the length of the moment changes. */
  private holdOn(time: number, seconds: number): boolean {
    this.end.base.set(this.state);
    return this.solve(this.end, time, seconds);
  }

  private hold(time: number, seconds: number): boolean {
    const { end, newton } = this;
    newton.forget();
    end.x.fill(0);
    end.base.set(this.state);
    if (this.solve(end, time, seconds)) return true;
    if (newton.runByConductance(end.x, end) === undefined || !isAllFinite(end.x)) return false;
    this.system.writeBentAmps(newton.memory, end.bends);
    return true;
  }

  /**
   * Tries a step of `seconds` from `end`. What it comes to is in `middle`, `error` and `bendError`.
   *
   * @param near the unknowns of the same step in a run that was much like this one: where its stages look first
   * @returns false where a stage cannot be solved: the step must be shorter
   */
  attempt(seconds: number, tangents?: Tangents, near?: NearStep): boolean {
    const { system, state, rates, middle, middleRates, end, drift, curve, isFirst } = this;
    const { next, nextRates, nextState, error } = this;
    const count = system.stateCount;
    const { x: from } = end;
    const weight = WEIGHT * seconds;
    const middleAfter = (isFirst ? WEIGHT : MIDDLE) * seconds;
    this.iterations = 0;
    this.seconds = seconds;
    if (near) middle.x.set(near.middle);
    else for (let i = 0; i < from.length; i++) middle.x[i] = from[i] + middleAfter * (drift[i] + middleAfter * curve[i]);
    for (let i = 0; i < count; i++) middle.base[i] = isFirst ? state[i] : state[i] + weight * rates[i];
    if (!this.solve(middle, end.time + middleAfter, weight)) return this.giveUp();
    system.rates(middle.x, middle, middleRates);
    middle.bends.set(middleRates, system.bentCount);
    if (tangents) this.middleTangents(tangents);
    if (near) next.x.set(near.end);
    else
      for (let i = 0; i < from.length; i++) {
        // As bent as the last step was, through the middle that is known now.
        const slope = (middle.x[i] - from[i]) / middleAfter;
        next.x[i] = middle.x[i] + (seconds - middleAfter) * (slope + seconds * curve[i]);
      }
    for (let i = 0; i < count; i++) {
      next.base[i] = state[i] + seconds * (isFirst ? (1 - WEIGHT) * middleRates[i] : EARLIER * (rates[i] + middleRates[i]));
    }
    if (!this.solve(next, end.time + seconds, weight)) return this.giveUp();
    system.rates(next.x, next, nextRates);
    next.bends.set(nextRates, system.bentCount);
    if (tangents) this.endTangents(tangents);
    for (let i = 0; i < count; i++) {
      nextState[i] = next.base[i] + weight * nextRates[i];
      error[i] =
        seconds *
        (isFirst
          ? (0.5 - WEIGHT) * (nextRates[i] - middleRates[i])
          : OFF_FIRST * rates[i] + OFF_MIDDLE * middleRates[i] + OFF_LAST * nextRates[i]);
    }
    this.writeBendError();
    return true;
  }

  /** Makes the step attempted last the last one. */
  accept(tangents?: Tangents): void {
    const { middle, next, before, drift, curve, seconds, end, rates, dRates } = this;
    const [through, after] = [middle.time - end.time, next.time - middle.time];
    for (let i = 0; i < drift.length; i++) {
      const late = (next.x[i] - middle.x[i]) / after;
      curve[i] = (late - (middle.x[i] - end.x[i]) / through) / seconds;
      drift[i] = late + after * curve[i];
    }
    before.time = middle.time;
    before.bends.set(middle.bends);
    next.time = end.time + seconds;
    this.end = next;
    this.next = end;
    this.rates = this.nextRates;
    this.nextRates = rates;
    this.state.set(this.nextState);
    this.shares.beginning = this.isFirst ? 0 : EARLIER * seconds;
    this.shares.middle = (this.isFirst ? 1 - WEIGHT : EARLIER) * seconds;
    this.shares.end = WEIGHT * seconds;
    this.isFirst = false;
    if (tangents) {
      tangents.values.set(this.nextTangents);
      this.dRates = this.dNext;
      this.dNext = dRates;
    }
  }

  private solve(moment: SolvedMoment, time: number, weight: number): boolean {
    moment.time = time;
    moment.weight = weight;
    const run = this.newton.run(moment.x, moment);
    if (run.iterations > this.iterations) this.iterations = run.iterations;
    if (run.outcome !== 'converged' || !isAllFinite(moment.x)) return false;
    this.system.writeBentAmps(this.newton.memory, moment.bends);
    return true;
  }

  private forgetDrift(): void {
    this.drift.fill(0);
    this.curve.fill(0);
  }

  /** To look for the next attempt's stages without haste. */
  private giveUp(): boolean {
    this.forgetDrift();
    this.newton.forget();
    return false;
  }

  /** By the cubic through the step's three moments and the one before: what it adds to their parabola. */
  private writeBendError(): void {
    const { before, end, middle, next, bendError, isFirst } = this;
    if (isFirst) {
      bendError.fill(0);
      return;
    }
    const h = next.time - end.time;
    const m = middle.time - end.time;
    const p = end.time - before.time;
    // The divided difference of third order, Newton's form, as what each of the four moments counts for in it.
    const toCubic = (CUBIC_BETWEEN * h * h * h) / (h + p);
    const ofNext = toCubic / (h * (h - m));
    const ofBefore = -toCubic / (p * (m + p));
    const middleInLater = toCubic / (h * (h - m)) + toCubic / (h * m);
    const middleInEarlier = toCubic / (m * (m + p));
    const ofMiddle = -middleInLater - middleInEarlier;
    const ofEnd = -(ofNext + ofBefore + ofMiddle);
    const [nexts, middles, ends, befores] = [next.bends, middle.bends, end.bends, before.bends];
    for (let i = 0; i < bendError.length; i++)
      bendError[i] = ofNext * nexts[i] + ofMiddle * middles[i] + ofEnd * ends[i] + ofBefore * befores[i];
  }

  private middleTangents(tangents: Tangents): void {
    const count = this.system.stateCount;
    const { columns, values, driven, kept } = tangents;
    while (this.dMiddle.length < columns) {
      for (const rates of [this.dRates, this.dMiddle, this.dNext]) rates.push(newFloats(count));
    }
    if (driven) this.factorHere();
    kept?.middle.slopes.set(this.newton.memory.siemens);
    const weight = WEIGHT * this.seconds;
    const { dBase } = this.tangent;
    for (let column = 0; column < columns; column++) {
      const begun = this.dRates[column];
      for (let i = 0; i < count; i++) {
        const value = values[column * count + i];
        dBase[i] = this.isFirst ? value : value + weight * begun[i];
      }
      this.tangentOfStage(column, this.middle, this.dMiddle[column], driven, kept?.middle);
    }
  }

  private endTangents({ columns, values, driven, kept }: Tangents): void {
    const { seconds, isFirst, dRates, dMiddle, dNext } = this;
    const count = this.system.stateCount;
    if (driven) this.factorHere();
    kept?.end.slopes.set(this.newton.memory.siemens);
    if (this.nextTangents.length !== values.length) this.nextTangents = newFloats(values.length);
    const { dBase } = this.tangent;
    const weight = WEIGHT * seconds;
    for (let column = 0; column < columns; column++) {
      const [begun, middle, last] = [dRates[column], dMiddle[column], dNext[column]];
      for (let i = 0; i < count; i++) {
        dBase[i] = values[column * count + i] + seconds * (isFirst ? (1 - WEIGHT) * middle[i] : EARLIER * (begun[i] + middle[i]));
      }
      this.tangentOfStage(column, this.next, last, driven, kept?.end);
      for (let i = 0; i < count; i++) this.nextTangents[column * count + i] = dBase[i] + weight * last[i];
    }
  }

  private tangentOfStage(
    column: number,
    moment: SolvedMoment,
    dRates: Float64Array,
    driven: DrivenTangents | undefined,
    kept: MomentTangents | undefined,
  ): void {
    const { system } = this;
    const { dx, dBase } = this.tangent;
    system.tangentOfBase(dBase, moment, dx);
    driven?.addToResidual(column, moment.x, moment, dx);
    system.matrix.solveInPlace(dx);
    system.tangentOfRates(dx, dBase, moment, dRates);
    driven?.addToRates(column, moment.x, moment, dRates);
    kept?.xs.set(dx, column * system.size);
    kept?.bases.set(dBase, column * system.stateCount);
  }

  /** Newton may leave the matrix of the iteration before the last; a figure's tangents want the one at the solution. */
  private factorHere(): void {
    if (this.newton.isMatrixOfMemory) return;
    this.system.writeMatrix(this.newton.memory);
    this.system.matrix.factor();
  }
}

/** Converters in a row switch each other a few times at most. */
const MOST_SWITCHINGS = 4;
/** The most that (t − t₀)·(t − middle)·(t − t₁) comes to inside a step, of its length cubed. */
const CUBIC_BETWEEN = 0.064;
