import type { CurvePoint } from '../device/index.ts';
import { newFloats, newInts } from '../numeric/index.ts';
import type { StageContext } from './stage.ts';
import { between, carry, HIGH, levelFrom, nextEdge, put, putBlock, readBlock, voltsOf } from './stamp.ts';
import type { Elements } from './unfold.ts';

/** Where the curves and blocks were last evaluated, and the straight lines they were replaced by there. */
export interface Memory {
  /** Nothing was evaluated yet. */
  isFresh: boolean;
  /** Volts of each curve that its law was evaluated at, after limiting. */
  readonly limited: Float64Array;
  /** Volts of each curve that were asked for. */
  readonly volts: Float64Array;
  /** Of each curve's straight line, at `volts`. */
  readonly amps: Float64Array;
  readonly siemens: Float64Array;
  /** By how much each curve's current was, at `volts`, over what its straight line before said, A. */
  readonly mismatch: Float64Array;
  /** What the blocks' laws remember of their own. */
  readonly blocks: Float64Array;
}

/**
 * Over every junction and path of a block in time, S: what surfaces leak. It ties what hangs behind diodes that all block to the rest, firmly enough
 * for double precision beside the conductance of a large capacitor in a short step.
 */
const JUNCTION_LEAKAGE_SIEMENS = 1e-11;

/**
 * What elements take at given unknowns: the laws of a whole circuit, or of one part of it, which then speaks of the
 * same unknowns, states and pins as the whole does.
 */
export class Equations {
  /** On or off, block by block; then high or low, wave by wave. */
  readonly modes: Int32Array;
  protected readonly waveVolts: Float64Array;
  protected readonly capacitorSiemens: Float64Array;
  protected readonly reactances: Float64Array;
  protected readonly point: CurvePoint = { amps: 0, siemens: 0 };
  /** Over every junction and path of a block, S. */
  protected shunt = 0;
  protected stage: StageContext | undefined;
  private weight = Number.NaN;

  /** @param capacitorCount of the whole circuit: among the states its inductors come after them */
  constructor(
    protected readonly elements: Elements,
    readonly capacitorCount: number,
  ) {
    this.modes = newInts(elements.blocks.length + elements.waves.length);
    this.modes.set(elements.blocks.map(({ law }) => law.firstMode));
    this.waveVolts = newFloats(elements.waves.length);
    this.capacitorSiemens = newFloats(elements.capacitances.length);
    this.reactances = newFloats(elements.branches.length);
  }

  newMemory(): Memory {
    const curves = this.elements.curves.length;
    return {
      isFresh: true,
      limited: newFloats(curves),
      volts: newFloats(curves),
      amps: newFloats(curves),
      siemens: newFloats(curves),
      mismatch: newFloats(curves),
      blocks: newFloats(this.elements.remembered),
    };
  }

  /**
   * Sets what does not bend for all that follows.
   *
   * @param stage of a step in time; left out: direct current, capacitors open and inductors shorts
   * @param scale of every source, 0 to 1, for source stepping
   * @param shunt extra conductance over every curve and path of a block, for conductance stepping
   */
  prepare(stage?: StageContext, scale = 1, shunt = 0): void {
    const { waves, capacitances, branches } = this.elements;
    this.stage = stage;
    for (let i = 0; i < waves.length; i++) this.waveVolts[i] = scale * voltsOf(waves[i], stage, this.levelOf(i));
    const weight = stage ? stage.weight : Number.POSITIVE_INFINITY;
    const over = stage ? shunt + JUNCTION_LEAKAGE_SIEMENS : shunt;
    if (weight === this.weight && over === this.shunt) return;
    this.weight = weight;
    this.shunt = over;
    for (let i = 0; i < capacitances.length; i++) {
      this.capacitorSiemens[i] = stage ? 1 / (stage.weight / capacitances[i].farads + capacitances[i].ohms) : 0;
    }
    for (let i = 0; i < branches.length; i++) this.reactances[i] = stage && branches[i].state >= 0 ? branches[i].henries / stage.weight : 0;
    this.onLinear();
  }

  /** Of a pulsed wave: whether it is high now. */
  private levelOf(wave: number): number {
    return this.modes[this.elements.blocks.length + wave];
  }

  /** Whether a resistance’s source is disconnected now. */
  protected isOpen(wave: number): boolean {
    return wave >= 0 && this.elements.waves[wave].pulse?.openWhenLow === true && this.levelOf(wave) !== HIGH;
  }

  /** Lets every pulsed wave have the level that it has from a moment on; true when one changed. */
  takeLevels(time: number): boolean {
    const { waves, blocks } = this.elements;
    let changed = false;
    for (let i = 0; i < waves.length; i++) {
      const { pulse, hertz } = waves[i];
      const level = pulse ? levelFrom(pulse, hertz, time) : 0;
      if (level === this.levelOf(i)) continue;
      this.modes[blocks.length + i] = level;
      changed = true;
    }
    if (changed) this.weight = Number.NaN;
    return changed;
  }

  /** When the next pulsed wave changes its level, s. */
  nextEdge(time: number): number {
    let next = Number.POSITIVE_INFINITY;
    for (const { pulse, hertz } of this.elements.waves) if (pulse) next = Math.min(next, nextEdge(pulse, hertz, time));
    return next;
  }

  /** Lets no block run. */
  turnOff(): void {
    this.modes.fill(0, 0, this.elements.blocks.length);
  }

  /** Called when the linear elements have other values than before. */
  protected onLinear(): void {}

  /** Evaluates every curve and block exactly where `x` has it. */
  evaluateExactly(x: Float64Array, memory: Memory): void {
    const { point } = this;
    const { curves, blocks } = this.elements;
    for (let i = 0; i < curves.length; i++) {
      const { a, b, law } = curves[i];
      const volts = between(x, a, b);
      law.evaluate(volts, point);
      memory.limited[i] = volts;
      memory.volts[i] = volts;
      memory.amps[i] = point.amps;
      memory.siemens[i] = point.siemens;
    }
    for (let i = 0; i < blocks.length; i++) {
      readBlock(blocks[i], x);
      blocks[i].law.evaluate(blocks[i].volts, blocks[i].amps, blocks[i].siemens, undefined, this.modes[i]);
    }
  }

  /** Adds the currents out of every net, and sets how far each branch is off, at `x` as evaluated last. */
  addResidual(x: Float64Array, memory: Memory, residual: Float64Array): void {
    const { shunt, stage, waveVolts, capacitorSiemens } = this;
    const { resistances, capacitances, curves, blocks, blockPaths, from } = this.elements;
    for (let i = 0; i < resistances.length; i++) {
      const { a, b, siemens, wave } = resistances[i];
      if (this.isOpen(wave)) continue;
      const volts = between(x, a, b);
      put(residual, a, b, siemens * (wave >= 0 ? volts - waveVolts[wave] : volts));
    }
    if (stage) {
      for (let i = 0; i < capacitances.length; i++) {
        const { a, b } = capacitances[i];
        put(residual, a, b, capacitorSiemens[i] * (between(x, a, b) - stage.base[from.capacitances + i]));
      }
    }
    this.addBranches(x, residual);
    for (let i = 0; i < curves.length; i++) put(residual, curves[i].a, curves[i].b, memory.amps[i]);
    if (shunt > 0) for (const pairs of [curves, blockPaths]) for (const { a, b } of pairs) put(residual, a, b, shunt * between(x, a, b));
    for (let i = 0; i < blocks.length; i++) putBlock(residual, blocks[i]);
  }

  /** Adds the branches' currents, and sets how far each is off. */
  protected addBranches(x: Float64Array, residual: Float64Array): void {
    const { stage, waveVolts, reactances, capacitorCount } = this;
    const { branches } = this.elements;
    for (let i = 0; i < branches.length; i++) {
      const { a, b, branch, wave, ohms, state } = branches[i];
      const amps = x[branch];
      put(residual, a, b, amps);
      let off = between(x, a, b) - ohms * amps;
      if (wave >= 0) off -= waveVolts[wave];
      if (stage && state >= 0) off -= reactances[i] * (amps - stage.base[capacitorCount + state]);
      residual[branch] = off;
    }
  }

  /** Writes how fast each state of these elements changes at a solved stage, per second. */
  rates(x: Float64Array, stage: StageContext, out: Float64Array): void {
    const { capacitances, branches, from } = this.elements;
    for (let i = 0; i < capacitances.length; i++) out[from.capacitances + i] = this.capacitorAmps(i, x, stage) / capacitances[i].farads;
    for (let i = 0; i < branches.length; i++) {
      const { branch, state } = branches[i];
      if (state >= 0) out[this.capacitorCount + state] = (x[branch] - stage.base[this.capacitorCount + state]) / stage.weight;
    }
  }

  /** Adds the current into every pin (A), per slot; `stage` is the one that x solves, left out for direct current. */
  addPinAmps(x: Float64Array, out: Float64Array, stage?: StageContext): void {
    const { resistances, branches, curves, capacitances, blocks, blockPaths, waves } = this.elements;
    const { point } = this;
    for (let i = 0; i < resistances.length; i++) {
      const { a, b, slotA, slotB, siemens, wave } = resistances[i];
      if (this.isOpen(wave)) continue;
      const open = wave >= 0 ? voltsOf(waves[wave], stage, this.levelOf(wave)) : 0;
      carry(out, slotA, slotB, siemens * (between(x, a, b) - open));
    }
    for (let i = 0; i < branches.length; i++) carry(out, branches[i].slotA, branches[i].slotB, x[branches[i].branch]);
    const known = stage?.bends;
    for (let i = 0; i < curves.length; i++) {
      const { a, b, slotA, slotB, law } = curves[i];
      if (known) carry(out, slotA, slotB, known[i]);
      else {
        law.evaluate(between(x, a, b), point);
        carry(out, slotA, slotB, point.amps);
      }
    }
    if (stage) {
      for (const pairs of [curves, blockPaths]) {
        for (let i = 0; i < pairs.length; i++) {
          const { a, b, slotA, slotB } = pairs[i];
          carry(out, slotA, slotB, JUNCTION_LEAKAGE_SIEMENS * between(x, a, b));
        }
      }
      for (let i = 0; i < capacitances.length; i++) {
        carry(out, capacitances[i].slotA, capacitances[i].slotB, this.capacitorAmps(i, x, stage));
      }
    }
    for (let i = 0; i < blocks.length; i++) {
      const block = blocks[i];
      readBlock(block, x);
      block.law.evaluate(block.volts, block.amps, block.siemens, undefined, this.modes[i]);
      const last = block.slots.length - 1;
      for (let j = 0; j < last; j++) carry(out, block.slots[j], block.slots[last], block.amps[j]);
    }
  }

  private capacitorAmps(index: number, x: Float64Array, stage: StageContext): number {
    const { a, b, farads, ohms } = this.elements.capacitances[index];
    return (between(x, a, b) - stage.base[this.elements.from.capacitances + index]) / (stage.weight / farads + ohms);
  }
}
