import type { CircuitSystem, Memory, StageContext } from './system.ts';

export interface NewtonOptions {
  /** Enough for any step of a stepping fallback; plain circuits need 3 to 12. */
  readonly maxIterations: number;
  /** A step of a net's volts below this share of them, or below `absoluteVolts`, counts as none. */
  readonly relative: number;
  readonly absoluteVolts: number;
}

/** For an operating point: as sharp as the arithmetic gives. */
export const NEWTON_DEFAULTS: NewtonOptions = { maxIterations: 120, relative: 1e-9, absoluteVolts: 1e-11 };

/**
 * For a stage of a step in time. Convergence is quadratic: after a step of this size what is left of a junction's volts
 * is its square over n·Vt, some 1e-6 V, far below the error of the step in time.
 */
export const STAGE_NEWTON: NewtonOptions = { maxIterations: 40, relative: 1e-6, absoluteVolts: 2e-4 };

type NewtonOutcome = 'converged' | 'maxIterations' | 'singular';

export interface NewtonRun {
  readonly outcome: NewtonOutcome;
  readonly iterations: number;
  /** The unknown without a pivot, −1 where there is none. */
  readonly singularUnknown: number;
}

/** A limited Newton iteration over one circuit; its work arrays serve every run. The matrix is left factored. */
export class Newton {
  private readonly step: Float64Array;
  private readonly memory: Memory;

  constructor(
    private readonly system: CircuitSystem,
    private readonly options: NewtonOptions = NEWTON_DEFAULTS,
  ) {
    this.step = new Float64Array(system.size);
    this.memory = system.newMemory();
  }

  /** Forgets where curves were last evaluated: a run then begins as the first did. */
  forget(): void {
    this.memory.curves.fill(0);
    this.memory.blocks.fill(0);
  }

  /** Improves `x` in place. `stage`, `scale` and `shunt` are those of `CircuitSystem.assemble`. */
  run(x: Float64Array, stage?: StageContext, scale = 1, shunt = 0): NewtonRun {
    const { system, step, memory, options } = this;
    const { matrix } = system;
    for (let iterations = 1; iterations <= options.maxIterations; iterations++) {
      const moved = system.assemble(x, step, true, memory, stage, scale, shunt);
      matrix.factor();
      if (matrix.isSingular) return { outcome: 'singular', iterations, singularUnknown: matrix.singularColumn };
      matrix.solveInPlace(step);
      if (!this.takeStep(x) && !moved) return { outcome: 'converged', iterations, singularUnknown: -1 };
    }
    return { outcome: 'maxIterations', iterations: options.maxIterations, singularUnknown: -1 };
  }

  /** Subtracts the step; true when any net's volts moved by more than the tolerance. Branch currents follow from them. */
  private takeStep(x: Float64Array): boolean {
    const { step } = this;
    const { relative, absoluteVolts } = this.options;
    const { nodeCount } = this.system;
    let moved = false;
    for (let i = 0; i < x.length; i++) {
      const change = step[i];
      const value = x[i] - change;
      x[i] = value;
      if (i < nodeCount && !((change < 0 ? -change : change) <= absoluteVolts + relative * (value < 0 ? -value : value))) moved = true;
    }
    return moved;
  }
}
