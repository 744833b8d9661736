import type { Circuit, Result } from '../circuit/index.ts';
import { type SolveOptions, solveWarmed, type Warmed } from './solve.ts';

/** How whoever needs a circuit solved asks for it. */
export type SolveWarmed = (circuit: Circuit, options?: SolveOptions) => Result<Warmed>;

/** Solutions kept at the most; beyond, the oldest go. A solution of a lamp with its period takes some 300 kB. */
const MOST_KEPT = 200;

/** Solves each circuit once: one that says the same as a circuit before is answered with what that one came to. */
export class SolveCache {
  private readonly known = new Map<string, Result<Warmed>>();
  private askedCount = 0;
  private solvedCount = 0;

  readonly solve: SolveWarmed = (circuit, options) => {
    this.askedCount += 1;
    const key = JSON.stringify([circuit.ground, circuit.celsius, circuit.parts]);
    const kept = this.known.get(key);
    if (kept) return kept;
    this.solvedCount += 1;
    const solved = solveWarmed(circuit, options);
    if (!solved.ok && solved.error.code === 'stopped') return solved;
    if (this.known.size >= MOST_KEPT) this.known.delete(this.known.keys().next().value as string);
    this.known.set(key, solved);
    return solved;
  };

  /** How often a solution was asked for, and how often one had to be computed. */
  get counts(): { readonly asked: number; readonly solved: number } {
    return { asked: this.askedCount, solved: this.solvedCount };
  }
}
