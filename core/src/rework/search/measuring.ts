import { type Circuit, partOf, type Result } from '../../circuit/index.ts';
import { isKind, ratedChipAmps } from '../../device/index.ts';
import type { Share } from '../../drive/index.ts';
import type { SolveWarmed } from '../../solve/index.ts';
import { type Measured, measure } from '../figures/measure.ts';
import { MORE_LOADED } from './assess.ts';
import type { Task } from './task.ts';

/** Circuits of a task solved and held against its goal; counts them. */
export class Measuring {
  /** Circuits solved so far. */
  tried = 0;
  readonly solve: SolveWarmed;

  constructor(
    readonly task: Task,
    solve: SolveWarmed,
  ) {
    this.solve = (circuit, options) => {
      this.tried += 1;
      return solve(circuit, options);
    };
  }

  /** The LED that the goal is of, or what took its place. */
  ledIn(circuit: Circuit): string {
    const { ledRef } = this.task;
    return circuit.parts.some(({ ref, kind }) => ref === ledRef && kind === 'led')
      ? ledRef
      : (circuit.parts.find(({ kind }) => kind === 'led')?.ref ?? ledRef);
  }

  measured(circuit: Circuit, near: Measured): Result<Measured> {
    return measure(circuit, { supplyRef: this.task.supplyRef, ledRef: this.task.ledRef }, this.solve, near.warmed);
  }

  /** Away from the goal, as a share of it. Of the most light: by how much the tightest limit is passed. */
  missOf(measured: Measured): number {
    const { goal, before } = this.task;
    switch (goal.aim) {
      case 'chip-amps':
        return measured.chipAmps / (goal.value as number) - 1;
      case 'rated-share':
        return measured.ofRated / (goal.value as number) - 1;
      case 'supply-watts':
        return measured.supplyWatts / (goal.value as number) - 1;
      case 'none':
        // As before, or as near to it as the limit lets it: what was overdriven is not wanted so again.
        if (goal.replaceLed) return measured.ofRated / Math.min(before.ofRated, 1) - 1;
        return measured.chipAmps / Math.min(before.chipAmps, this.limitIn(measured.circuit)) - 1;
      case 'most-light':
        return this.passedBy(measured);
    }
  }

  /** By how much the tightest limit is passed at nominal values, as a share of it; negative where all hold. */
  passedBy(measured: Measured): number {
    const { goal, ledRef } = this.task;
    const { limits = {} } = goal;
    const shares = measured.shares.map((one) => {
      if (one.of === 'chip-amps') return one.ref === ledRef ? 0 : one.share;
      // A new part is given the rating that it wants; nothing is held against what would be usual for it.
      const isNew = partOf(measured.circuit, one.ref) !== partOf(this.task.circuit, one.ref);
      return one.limit.assumed && (isNew || this.isNoMoreLoaded(one)) ? 0 : one.share / (limits.partShare ?? 1);
    });
    return (
      Math.max(
        measured.chipAmps / this.limitIn(measured.circuit),
        ...(limits.supplyWatts === undefined ? [] : [measured.supplyWatts / limits.supplyWatts]),
        ...shares,
      ) - 1
    );
  }

  /** What a chip of the goal's LED may carry at most. */
  limitIn(circuit: Circuit): number {
    const led = circuit.parts.find(({ ref }) => ref === this.task.ledRef);
    const rated = isKind(led, 'led') ? ratedChipAmps(led).value : Number.POSITIVE_INFINITY;
    return Math.min(this.task.goal.limits?.chipAmps ?? Number.POSITIVE_INFINITY, rated);
  }

  /** Over what is only usual for such a part it was before, too: a finding, and no fault of a way. */
  private isNoMoreLoaded({ ref, of, share }: Share): boolean {
    const was = this.task.before.shares.find((one) => one.ref === ref && one.of === of)?.share ?? 0;
    return share <= MORE_LOADED * was;
  }
}
