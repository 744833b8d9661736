import { Newton, STAGE_NEWTON } from './newton.ts';
import type { StageContext } from './stage.ts';
import type { CircuitSystem } from './system.ts';

/**
 * One step in time by the two-stage singly diagonally implicit method of second order (Alexander, SIAM J. Numer.
 * Anal. 14, 1977): L-stable, so stiff parts are damped, and stiffly accurate, so the step ends on a solved circuit.
 * Both stages have the same weight γ·h.
 */
const GAMMA = 1 - Math.SQRT1_2;

/** A step that was taken, or that must be shorter. */
export type StepOutcome = 'taken' | 'stuck';

/** Tangents carried along a step: how the state depends on what it began with, and on the values of parts. */
export interface Tangents {
  readonly columns: number;
  /** Of the state at the end of the step: states × columns, column-major. */
  readonly values: Float64Array;
  /** Where the columns depend on more than the beginning, and what came of it. */
  readonly driven?: DrivenTangents | undefined;
}

/** Columns that a part's value drives: it changes the equations themselves at every stage. */
export interface DrivenTangents {
  /** Adds minus the derivative of the residual by the column's value, at fixed unknowns. */
  addToResidual(column: number, x: Float64Array, stage: StageContext, out: Float64Array): void;
  /** Adds the derivative of the rates likewise. */
  addToRates(column: number, x: Float64Array, stage: StageContext, out: Float64Array): void;
  /** Written: of the unknowns at the end of the step, unknowns × columns, column-major. */
  readonly xs: Float64Array;
  /** Written: of what the last stage builds on, states × columns. */
  readonly bases: Float64Array;
}

/** Takes steps over one circuit; its work arrays serve every step. */
export class Stepper {
  /** Unknowns at the end of the last step; also where the next one begins to look. */
  readonly x: Float64Array;
  /** The stage that `x` solves. */
  readonly stage: StageContext;
  /** Of the last step, per state: the difference from the embedded first-order result. */
  readonly error: Float64Array;
  iterations = 0;

  private readonly newton: Newton;
  private readonly firstRates: Float64Array;
  private readonly lastRates: Float64Array;
  private readonly kept: Float64Array;
  /** How fast the unknowns moved at the end of the last step, per second: where the next stage looks first. */
  private readonly drift: Float64Array;
  private readonly dx: Float64Array;
  private readonly dBase: Float64Array;
  private readonly dLast: Float64Array;
  private readonly dBases: Float64Array[] = [];
  private readonly dRates: Float64Array[] = [];

  constructor(readonly system: CircuitSystem) {
    const { size, stateCount } = system;
    this.newton = new Newton(system, STAGE_NEWTON);
    this.x = new Float64Array(size);
    this.stage = { time: 0, weight: 1, base: new Float64Array(stateCount) };
    this.error = new Float64Array(stateCount);
    this.firstRates = new Float64Array(stateCount);
    this.lastRates = new Float64Array(stateCount);
    this.kept = new Float64Array(size);
    this.drift = new Float64Array(size);
    this.dx = new Float64Array(size);
    this.dBase = new Float64Array(stateCount);
    this.dLast = new Float64Array(stateCount);
  }

  /**
   * Solves the circuit at `time` with its states held, to begin from: every store is a source for that moment.
   *
   * @param seconds short enough that no store changes, long enough that its equation stays well scaled
   */
  hold(time: number, state: Float64Array, seconds: number): boolean {
    if (this.holdOnce(time, state, seconds)) return true;
    // A converter that nothing feeds cannot run; off, it wakes when its input does.
    this.system.modes.fill(0);
    return this.holdOnce(time, state, seconds);
  }

  private holdOnce(time: number, state: Float64Array, seconds: number): boolean {
    this.newton.forget();
    this.x.fill(0);
    this.drift.fill(0);
    if (this.solveStage(time, seconds, state)) return true;
    return this.newton.runByConductance(this.x, this.stage) !== undefined && isAllFinite(this.x);
  }

  /** Steps from `time` by `seconds`, changing `state` in place; on 'stuck' nothing has changed. */
  step(time: number, seconds: number, state: Float64Array, tangents?: Tangents): StepOutcome {
    const { stage, firstRates, lastRates, error, system } = this;
    const count = system.stateCount;
    const weight = GAMMA * seconds;
    const { x, kept, drift } = this;
    kept.set(x);
    this.iterations = 0;
    for (let i = 0; i < x.length; i++) x[i] += weight * drift[i];
    if (!this.solveStage(time + weight, weight, state)) return this.undo();
    system.rates(this.x, stage, firstRates);
    if (tangents) this.firstTangents(tangents);
    for (let i = 0; i < count; i++) stage.base[i] = state[i] + (seconds - weight) * firstRates[i];
    for (let i = 0; i < x.length; i++) {
      const between = x[i];
      x[i] += ((seconds - weight) / weight) * (between - kept[i]);
      drift[i] = between;
    }
    if (!this.solveStage(time + seconds, weight, undefined)) return this.undo();
    for (let i = 0; i < x.length; i++) drift[i] = (x[i] - drift[i]) / (seconds - weight);
    system.rates(this.x, stage, lastRates);
    if (tangents) this.lastTangents(tangents, seconds);
    for (let i = 0; i < count; i++) {
      state[i] = stage.base[i] + weight * lastRates[i];
      error[i] = seconds * (0.5 - GAMMA) * (lastRates[i] - firstRates[i]);
    }
    return 'taken';
  }

  private solveStage(time: number, weight: number, base: Float64Array | undefined): boolean {
    const { stage } = this;
    stage.time = time;
    stage.weight = weight;
    if (base) stage.base.set(base);
    const run = this.newton.run(this.x, stage);
    this.iterations = Math.max(this.iterations, run.iterations);
    return run.outcome === 'converged' && isAllFinite(this.x);
  }

  /** Back to where the step began, to look for its stages from there without haste. */
  private undo(): StepOutcome {
    this.x.set(this.kept);
    this.drift.fill(0);
    this.newton.forget();
    return 'stuck';
  }

  /** After the first stage: the tangent of its rates, for every column, on the matrix just factored. */
  private firstTangents({ columns, values, driven }: Tangents): void {
    const count = this.system.stateCount;
    while (this.dRates.length < columns) {
      this.dRates.push(new Float64Array(count));
      this.dBases.push(new Float64Array(count));
    }
    if (driven) this.factorHere();
    for (let column = 0; column < columns; column++) {
      const begin = values.subarray(column * count, (column + 1) * count);
      this.tangentOfStage(column, begin, this.dRates[column], driven);
      this.dBases[column].set(begin);
    }
  }

  private lastTangents({ columns, values, driven }: Tangents, seconds: number): void {
    const { size, stateCount: count } = this.system;
    const weight = GAMMA * seconds;
    if (driven) this.factorHere();
    for (let column = 0; column < columns; column++) {
      for (let i = 0; i < count; i++) this.dBase[i] = this.dBases[column][i] + (seconds - weight) * this.dRates[column][i];
      this.tangentOfStage(column, this.dBase, this.dLast, driven);
      for (let i = 0; i < count; i++) values[column * count + i] = this.dBase[i] + weight * this.dLast[i];
      driven?.xs.set(this.dx, column * size);
      driven?.bases.set(this.dBase, column * count);
    }
  }

  private tangentOfStage(column: number, dBase: Float64Array, dRates: Float64Array, driven: DrivenTangents | undefined): void {
    const { system, stage, dx, x } = this;
    system.tangentOfBase(dBase, stage, dx);
    driven?.addToResidual(column, x, stage, dx);
    system.matrix.solveInPlace(dx);
    system.tangentOfRates(dx, dBase, stage, dRates);
    driven?.addToRates(column, x, stage, dRates);
  }

  /** Newton leaves the matrix of the iteration before the last; a figure's tangents want the one at the solution. */
  private factorHere(): void {
    this.system.writeMatrix(this.newton.memory);
    this.system.matrix.factor();
  }
}

function isAllFinite(x: Float64Array): boolean {
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += x[i];
  return sum - sum === 0;
}
