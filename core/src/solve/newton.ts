import { newFloats } from '../numeric/index.ts';
import type { Memory } from './equations.ts';
import type { StageContext } from './stage.ts';
import type { Agreement, CircuitSystem } from './system.ts';

export interface NewtonOptions {
  /** Enough for any step of a stepping fallback; plain circuits need 3 to 12. */
  readonly maxIterations: number;
  /** Solves at the least: the second one mends the rounding of the first. */
  readonly minSolves: number;
  /** How near every law must be to the straight line that was solved with. */
  readonly agreement: Agreement;
  /**
   * Whether, after the first solve, only what bends is solved again, and a law may go on along its line where that is near
   * enough. Not with transistors and the like: what amplifies does so with the rounding that this leaves.
   */
  readonly isBrief: boolean;
}

/** For an operating point: as sharp as the arithmetic gives. */
export const NEWTON_DEFAULTS: NewtonOptions = {
  maxIterations: 120,
  minSolves: 2,
  agreement: { relative: 1e-9, amps: 1e-13 },
  isBrief: false,
};

/** For a stage of a step in time: far below the error of the step itself. */
export const STAGE_NEWTON: NewtonOptions = { maxIterations: 80, minSolves: 1, agreement: { relative: 3e-4, amps: 1e-8 }, isBrief: true };

/** Conductances over the curves, S, from "everything conducts" to almost nothing, to none. */
const SHUNTS = [1e-1, 1e-2, 1e-3, 1e-4, 1e-5, 1e-6, 1e-7, 1e-8, 1e-9, 1e-10, 1e-11, 1e-12, 0];

type NewtonOutcome = 'converged' | 'maxIterations' | 'singular';

export interface NewtonRun {
  readonly outcome: NewtonOutcome;
  readonly iterations: number;
  /** The unknown without a pivot, −1 where there is none. */
  readonly singularUnknown: number;
}

/**
 * A limited Newton iteration over one circuit; its work arrays serve every run. Linear laws are solved exactly by any
 * step, so it ends when every bending law is, at the new unknowns, where its straight line said. The matrix is left
 * factored as it was for the last step.
 */
export class Newton {
  readonly memory: Memory;
  /** Whether the matrix is factored with the straight lines that are remembered, and not with those before. */
  isMatrixOfMemory = false;
  private readonly step: Float64Array;

  constructor(
    private readonly system: CircuitSystem,
    public options: NewtonOptions = NEWTON_DEFAULTS,
  ) {
    this.step = newFloats(system.size);
    this.memory = system.newMemory();
  }

  /** Forgets where curves were last evaluated: a run then begins as the first did. */
  forget(): void {
    this.memory.isFresh = true;
    this.memory.limited.fill(0);
    this.memory.blocks.fill(0);
  }

  /**
   * Conductance stepping: from a circuit in which every junction conducts to the real one, from nothing.
   *
   * @returns iterations in all; undefined where that did not settle either
   */
  runByConductance(x: Float64Array, stage?: StageContext): number | undefined {
    x.fill(0);
    let iterations = 0;
    for (const shunt of SHUNTS) {
      this.forget();
      const run = this.run(x, stage, 1, shunt);
      iterations += run.iterations;
      if (run.outcome !== 'converged') return undefined;
    }
    return iterations;
  }

  /** Improves `x` in place. `stage`, `scale` and `shunt` are those of `CircuitSystem.prepare`. */
  run(x: Float64Array, stage?: StageContext, scale = 1, shunt = 0): NewtonRun {
    const { system, step, memory, options } = this;
    const { matrix } = system;
    system.prepare(stage, scale, shunt);
    const { agreement, minSolves, maxIterations } = options;
    const isBrief = options.isBrief && !system.hasBlocks;
    for (let solves = 0; solves <= maxIterations; solves++) {
      const agrees = system.evaluate(x, memory, agreement, solves > 0);
      this.isMatrixOfMemory = false;
      if (agrees && solves >= minSolves) return { outcome: 'converged', iterations: solves, singularUnknown: -1 };
      system.writeMatrix(memory);
      matrix.factor();
      if (matrix.isSingular) return { outcome: 'singular', iterations: solves, singularUnknown: matrix.singularColumn };
      if (isBrief && solves > 0) system.writeMismatch(memory, step);
      else system.writeResidual(x, memory, step);
      matrix.solveInPlace(step);
      for (let i = 0; i < x.length; i++) x[i] -= step[i];
      if (isBrief && system.goOnAlong(x, memory, agreement)) {
        this.isMatrixOfMemory = true;
        return { outcome: 'converged', iterations: solves + 1, singularUnknown: -1 };
      }
    }
    return { outcome: 'maxIterations', iterations: options.maxIterations, singularUnknown: -1 };
  }
}
