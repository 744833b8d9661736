import type { PulseWave, SourceWave } from '../device/index.ts';
import type { StageContext } from './stage.ts';
import type { Block } from './unfold.ts';

/** Reads the volts that a block is evaluated at. */
export function readBlock({ terminals, volts }: Block, x: Float64Array): void {
  const last = terminals[volts.length];
  for (let i = 0; i < volts.length; i++) volts[i] = between(x, terminals[i], last);
}

/** Adds the currents out of the nets that a block takes. */
export function putBlock(residual: Float64Array, { terminals, amps }: Block): void {
  const last = terminals[amps.length];
  for (let i = 0; i < amps.length; i++) put(residual, terminals[i], last, amps[i]);
}

/** Adds a block’s slopes to the matrix. */
export function stampBlock(values: Float64Array, { amps, siemens, places }: Block): void {
  const free = amps.length;
  const width = free + 1;
  for (let i = 0; i < free; i++) {
    for (let j = 0; j < free; j++) {
      const s = siemens[i * free + j];
      if (s === 0) continue;
      if (places[i * width + j] >= 0) values[places[i * width + j]] += s;
      if (places[i * width + free] >= 0) values[places[i * width + free]] -= s;
      if (places[free * width + j] >= 0) values[places[free * width + j]] -= s;
      if (places[free * width + free] >= 0) values[places[free * width + free]] += s;
    }
  }
}

/** Adds a current out of `a` and into `b`. */
export function put(residual: Float64Array, a: number, b: number, amps: number): void {
  if (a >= 0) residual[a] += amps;
  if (b >= 0) residual[b] -= amps;
}

/** A source’s open volts at a stage; of direct current its steady part. @param level of a pulsed one: 1 while high */
export function voltsOf({ offset, amplitude, hertz, phase, pulse }: SourceWave, stage: StageContext | undefined, level: number): number {
  if (pulse) return level === HIGH ? pulse.highVolts : pulse.lowVolts;
  return amplitude === 0 || !stage ? offset : offset + amplitude * Math.sin(2 * Math.PI * hertz * stage.time + phase);
}

export const HIGH = 1;
/** Two edges nearer than this share of a period are one. */
const EDGE = 1e-9;

/** Which level a pulsed wave has from a moment on. */
export function levelFrom({ duty, delay }: PulseWave, hertz: number, time: number): number {
  const since = time * hertz - delay + EDGE;
  return since - Math.floor(since) < duty ? HIGH : 0;
}

/** When it changes its level next after a moment, s; never, where it is always high or always low. */
export function nextEdge({ duty, delay }: PulseWave, hertz: number, time: number): number {
  if (duty <= 0 || duty >= 1) return Number.POSITIVE_INFINITY;
  const since = time * hertz - delay + EDGE;
  const period = Math.floor(since);
  return (period + (since - period < duty ? duty : 1) + delay) / hertz;
}

/** Volts of one unknown over another; −1 is ground. */
export function between(x: Float64Array, a: number, b: number): number {
  return (a >= 0 ? x[a] : 0) - (b >= 0 ? x[b] : 0);
}

/** Adds a current to the pins that carry it. */
export function carry(out: Float64Array, slotA: number, slotB: number, amps: number): void {
  if (slotA >= 0) out[slotA] += amps;
  if (slotB >= 0) out[slotB] -= amps;
}
