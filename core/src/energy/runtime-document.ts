import { type Circuit, fail, partsOfKind, type Result, succeed, withReplacement } from '../circuit/index.ts';
import { type CapacitorPart, isKind, type Part, ratedChipAmps } from '../device/index.ts';
import { figureIn, solveWarmed } from '../solve/index.ts';
import { type DischargeEnd, discharge, type Store } from './discharge.ts';
import { batteryStore } from './runtime.ts';

export interface RuntimeMoment {
  readonly seconds: number;
  /** Left of what there was. */
  readonly charge: number;
  /** At the terminals of the battery or capacitor. */
  readonly volts: number;
  readonly amps: number;
  /** Of one chip of the LED watched. */
  readonly chipAmps: number;
  /** Relative to the start. */
  readonly light: number;
}

/** How long a store lasts, as a document. */
export interface RuntimeDocument {
  readonly format: 'mindful-probe.runtime';
  readonly version: 1;
  readonly from: string;
  readonly led: string;
  readonly seconds: number;
  readonly endedBy: DischargeEnd;
  /** Given at its pins until then. */
  readonly joules: number;
  readonly points: readonly RuntimeMoment[];
}

export interface RuntimeQuestion {
  /** The battery or capacitor; left out: the battery, or else the largest charged capacitor. */
  readonly from?: string | undefined;
  /** The LED that is watched; left out: the hardest driven. */
  readonly led?: string | undefined;
  /** What ends it; left out: the first that happens. */
  readonly until?: DischargeEnd | undefined;
}

/** Discharges a battery or a charged capacitor of a circuit through everything that it feeds. */
export function runtimeOf(circuit: Circuit, { from, led, until }: RuntimeQuestion = {}): Result<RuntimeDocument> {
  if (partsOfKind(circuit, 'led').length === 0)
    return fail('unknown-ref', 'A runtime is told by an LED’s light, and this circuit has none.', 'parts');
  const store = storeOf(circuit, from);
  if (!store.ok) return store;
  const watched = watchedLed(store.value.circuitAt(1), led);
  if (!watched.ok) return watched;
  const done = discharge(store.value, { ledRef: watched.value, until });
  if (!done.ok) return done;
  const { endedBy, points } = done.value;
  const last = points.at(-1);
  return succeed({
    format: 'mindful-probe.runtime',
    version: 1,
    from: store.value.ref,
    led: watched.value,
    seconds: last?.seconds ?? 0,
    endedBy,
    joules: last?.joules ?? 0,
    points: points.map(({ seconds, share, volts, amps, chipAmps, light }) => ({ seconds, charge: share, volts, amps, chipAmps, light })),
  });
}

function storeOf(circuit: Circuit, from: string | undefined): Result<Store> {
  const charged = partsOfKind(circuit, 'capacitor')
    .filter(({ initialVolts = 0 }) => initialVolts !== 0)
    .sort((a, b) => b.farads - a.farads);
  const part = from === undefined ? (partsOfKind(circuit, 'battery')[0] ?? charged[0]) : circuit.parts.find(({ ref }) => ref === from);
  if (!part && from !== undefined) return fail('unknown-ref', `There is no ${from} in the circuit.`, 'from');
  if (!part) return fail('no-supply', 'Nothing is stored here: a runtime needs a battery, or a capacitor with initialVolts.', 'parts');
  if (isKind(part, 'battery')) {
    const store = batteryStore(circuit, part);
    return store ? succeed(store) : fail('no-supply', `${part.ref}: a runtime needs its chemistry.`, part.ref);
  }
  if (isKind(part, 'capacitor') && part.initialVolts) return succeed(capacitorStore(circuit, part, part.initialVolts));
  return fail('no-supply', `${part.ref} stores nothing: a runtime is that of a battery, or of a capacitor with initialVolts.`, part.ref);
}

/** A charged capacitor as a source of its volts, which fall with its charge. */
export function capacitorStore(circuit: Circuit, store: CapacitorPart, initialVolts: number): Store {
  const { ref, pins, farads, ohms = 0 } = store;
  return {
    ref,
    circuitAt: (share) => withReplacement(circuit, ref, { ref, kind: 'dc', pins, volts: share * initialVolts, ohms } as Part),
    coulombs: (from, to) => farads * Math.abs(initialVolts) * (from - to),
  };
}

/** The LED that was named, or the one whose chips carry the most of what they are rated for. */
function watchedLed(circuit: Circuit, named: string | undefined): Result<string> {
  const leds = partsOfKind(circuit, 'led');
  if (named !== undefined && !leds.some(({ ref }) => ref === named)) return fail('unknown-ref', `There is no LED ${named}.`, 'led');
  if (named !== undefined || leds.length === 1) return succeed(named ?? (leds[0]?.ref as string));
  const solved = solveWarmed(circuit);
  if (!solved.ok) return solved;
  const driven = leds.map((led) => ({
    ref: led.ref,
    ratio: figureIn(solved.value.solution, { of: 'chip', ref: led.ref, quantity: 'amps' }) / ratedChipAmps(led).value,
  }));
  return succeed(driven.reduce((hardest, one) => (one.ratio > hardest.ratio ? one : hardest)).ref);
}
