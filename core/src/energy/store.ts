import { type Circuit, partsOfKind, type Result, succeed, suppliesOf, withoutPart, withReplacement } from '../circuit/index.ts';
import type { CapacitorPart, Part } from '../device/index.ts';
import { figureIn, type SolveOptions, solve } from '../solve/index.ts';
import { type DischargeEnd, type DischargeMoment, discharge } from './discharge.ts';
import { capacitorStore } from './runtime-document.ts';

/** One moment while a store is filled. */
export interface FillingMoment {
  readonly seconds: number;
  readonly volts: number;
  readonly chipAmps: number;
}

/** A capacitor that lights an LED after its source is gone. */
export interface StoreDetails {
  readonly ref: string;
  readonly farads: number;
  readonly ratedVolts?: number;
  /** From empty, with the source on. */
  readonly filling: readonly FillingMoment[];
  /** Until the LED has a hundredth of what it has in the end; undefined where it never has. */
  readonly firstLightSeconds?: number;
  /** In the end, and how long to nine tenths of it. */
  readonly fullVolts: number;
  readonly fullSeconds: number;
  /** With the source off, from full. */
  readonly runOn?: {
    readonly endedBy: DischargeEnd;
    readonly seconds: number;
    readonly joules: number;
    readonly points: readonly DischargeMoment[];
  };
  /** Half C·V², J: of it only what is given until the end can be used. */
  readonly heldJoules: number;
  /** The same without the store: what the LED then has, average and largest. */
  readonly direct?: { readonly chipAmps: number; readonly peakAmps: number; readonly flickerPercent: number };
}

/** From here on a capacitor is no reservoir of a half wave but a store, F. */
const STORE_FARADS = 0.01;
const FILLING_STEPS = 24;
/** Filled when its current is this share of the first. */
const FULL_SHARE = 0.02;
const FIRST_LIGHT = 0.01;
const NEARLY = 0.9;

/** The largest capacitor that is a store by its size. */
export function storeIn(circuit: Circuit): CapacitorPart | undefined {
  return partsOfKind(circuit, 'capacitor')
    .filter(({ farads }) => farads >= STORE_FARADS)
    .sort((a, b) => b.farads - a.farads)[0];
}

/**
 * Fills a store from its source and lets it run down. While it fills it is a source of its volts at each step; what its
 * current averages to then says how long the step takes.
 *
 * @param ledRef the LED whose light counts
 */
export function storeDetails(circuit: Circuit, store: CapacitorPart, ledRef: string, options: SolveOptions = {}): Result<StoreDetails> {
  const { ref, pins, farads, ohms = 0 } = store;
  const full = solve(circuit, options);
  if (!full.ok) return full;
  const fullVolts = figureIn(full.value, { of: 'part', ref, quantity: 'volts' });
  const fullAmps = figureIn(full.value, { of: 'chip', ref: ledRef, quantity: 'amps' });
  const filling: FillingMoment[] = [];
  let seconds = 0;
  let before: { volts: number; amps: number } | undefined;
  let firstAmps = 0;
  for (let step = 0; step < FILLING_STEPS; step++) {
    const volts = (fullVolts * step) / FILLING_STEPS;
    const solved = solve(withReplacement(circuit, ref, { ref, kind: 'dc', pins, volts, ohms } as Part), options);
    if (!solved.ok) return solved;
    const amps = figureIn(solved.value, { of: 'part', ref, quantity: 'amps' });
    if (!before) firstAmps = amps;
    if (before && !(amps > FULL_SHARE * firstAmps)) break;
    if (before) seconds += (2 * farads * (volts - before.volts)) / (amps + before.amps);
    filling.push({ seconds, volts, chipAmps: figureIn(solved.value, { of: 'chip', ref: ledRef, quantity: 'amps' }) });
    before = { volts, amps };
  }
  const lit = filling.find(({ chipAmps }) => chipAmps >= FIRST_LIGHT * fullAmps);
  const nearly = filling.find(({ volts }) => volts >= NEARLY * fullVolts) ?? filling.at(-1);
  const alone = suppliesOf(circuit).reduce((left, supply) => withoutPart(left, supply.ref), circuit);
  const run = discharge(capacitorStore(alone, store, fullVolts), { ledRef, shouldStop: options.shouldStop });
  const last = run.ok ? run.value.points.at(-1) : undefined;
  const direct = solve(withoutPart(circuit, ref), options);
  const led = direct.ok ? direct.value.leds[ledRef] : undefined;
  return succeed({
    ref,
    farads,
    ...(store.rated?.volts !== undefined && { ratedVolts: store.rated.volts }),
    filling,
    ...(lit && { firstLightSeconds: lit.seconds }),
    fullVolts,
    fullSeconds: nearly?.seconds ?? 0,
    ...(run.ok && last && { runOn: { ...run.value, seconds: last.seconds, joules: last.joules } }),
    heldJoules: (farads * fullVolts ** 2) / 2,
    ...(led && { direct: { chipAmps: led.chip.amps.avg, peakAmps: led.chip.amps.max, flickerPercent: led.flickerPercent ?? 0 } }),
  });
}
