import { DenseLuFactoriser } from '../numeric/index.ts';
import type { CircuitSystem } from './system.ts';

export interface NewtonOptions {
  /** Enough for any step of a stepping fallback; plain circuits need 3 to 12. */
  readonly maxIterations: number;
  /** A step below this share of the unknown, or below `absolute`, counts as none. */
  readonly relative: number;
  readonly absolute: number;
}

/** The one place where the defaults stand. */
export const NEWTON_DEFAULTS: NewtonOptions = { maxIterations: 120, relative: 1e-9, absolute: 1e-12 };

type NewtonOutcome = 'converged' | 'maxIterations' | 'singular';

export interface NewtonRun {
  readonly outcome: NewtonOutcome;
  readonly iterations: number;
  /** The unknown without a pivot, −1 where there is none. */
  readonly singularUnknown: number;
}

/** A damped Newton iteration over one circuit; its work arrays serve every run. */
export class Newton {
  readonly jacobian: Float64Array;
  readonly lu: DenseLuFactoriser;
  private readonly step: Float64Array;
  private readonly limited: Float64Array;

  constructor(
    private readonly system: CircuitSystem,
    private readonly options: NewtonOptions = NEWTON_DEFAULTS,
  ) {
    const { size } = system;
    this.jacobian = new Float64Array(size * size);
    this.lu = new DenseLuFactoriser(size);
    this.step = new Float64Array(size);
    this.limited = new Float64Array(system.curveCount);
  }

  /** Improves `x` in place. `scale` and `shunt` are those of `CircuitSystem.assemble`. */
  run(x: Float64Array, scale = 1, shunt = 0): NewtonRun {
    const { system, step, limited, jacobian, lu, options } = this;
    limited.fill(0);
    for (let iterations = 1; iterations <= options.maxIterations; iterations++) {
      const wasLimited = system.assemble(x, step, jacobian, limited, scale, shunt);
      lu.factor(jacobian);
      if (lu.isSingular) return { outcome: 'singular', iterations, singularUnknown: lu.singularColumn };
      lu.solveInPlace(step);
      const moved = this.takeStep(x);
      if (!moved && !wasLimited) return { outcome: 'converged', iterations, singularUnknown: -1 };
    }
    return { outcome: 'maxIterations', iterations: options.maxIterations, singularUnknown: -1 };
  }

  /** Subtracts the step; true when any unknown moved by more than its tolerance. */
  private takeStep(x: Float64Array): boolean {
    const { step, options } = this;
    let moved = false;
    for (let i = 0; i < x.length; i++) {
      x[i] -= step[i];
      if (!(Math.abs(step[i]) <= options.absolute + options.relative * Math.abs(x[i]))) moved = true;
    }
    return moved;
  }
}
