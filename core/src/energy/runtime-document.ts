import { type Circuit, fail, partsOfKind, type Result, succeed, withReplacement } from '../circuit/index.ts';
import type { BatteryPart, CapacitorPart, Part } from '../device/index.ts';
import { lightRatio } from '../drive/index.ts';
import { figureOf, figuresAt, solveOperatingPoint } from '../solve/index.ts';
import { dischargeRuntime } from './runtime.ts';

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
  readonly endedBy: 'half-light' | 'cell-cut-off' | 'empty';
  readonly points: readonly RuntimeMoment[];
}

const SECONDS_AN_HOUR = 3600;
/** A capacitor's volts are followed in this many equal steps. */
const STEPS = 80;
const HALF = 0.5;

/**
 * Discharges the circuit's battery, or, where it has none, its largest charged capacitor, through everything that it
 * feeds, until the first LED gives half its first light, a cell reaches its cut-off, or nothing is left.
 */
export function runtimeOf(circuit: Circuit): Result<RuntimeDocument> {
  const [led] = partsOfKind(circuit, 'led');
  if (!led) return fail('unknown-ref', 'A runtime is told by an LED’s light, and this circuit has none.', 'parts');
  const [battery] = partsOfKind(circuit, 'battery');
  if (battery) return ofBattery(circuit, battery, led.ref);
  const [store] = partsOfKind(circuit, 'capacitor')
    .filter(({ initialVolts = 0 }) => initialVolts > 0)
    .sort((a, b) => b.farads - a.farads);
  if (!store) return fail('no-supply', 'Nothing is stored here: a runtime needs a battery, or a capacitor with initialVolts.', 'parts');
  return ofCapacitor(circuit, store, led.ref);
}

function ofBattery(circuit: Circuit, battery: BatteryPart, led: string): Result<RuntimeDocument> {
  const runtime = dischargeRuntime(circuit, led);
  if (!runtime.ok) return runtime;
  const { hours, endedBy, points } = runtime.value;
  const cells = battery.series ?? 1;
  return succeed({
    ...headOf(battery.ref, led),
    seconds: SECONDS_AN_HOUR * hours,
    endedBy,
    points: points.map(({ hours: at, charge, cellVolts, packAmps, chipAmps, light }) => ({
      seconds: SECONDS_AN_HOUR * at,
      charge,
      volts: cells * cellVolts,
      amps: packAmps,
      chipAmps,
      light,
    })),
  });
}

/** The store as a source of its volts at each step, solved whole; time is charge over current, by the trapezoid rule. */
function ofCapacitor(circuit: Circuit, store: CapacitorPart, led: string): Result<RuntimeDocument> {
  const first = store.initialVolts ?? 0;
  const step = first / STEPS;
  const points: RuntimeMoment[] = [];
  const finish = (endedBy: RuntimeDocument['endedBy']): Result<RuntimeDocument> =>
    succeed({ ...headOf(store.ref, led), seconds: points.at(-1)?.seconds ?? 0, endedBy, points });
  for (let index = 0; index < STEPS; index++) {
    const held = first - index * step;
    const source = { ref: store.ref, kind: 'dc', pins: store.pins, volts: held, ohms: store.ohms ?? 0 } as Part;
    const solved = solveOperatingPoint(withReplacement(circuit, store.ref, source));
    if (!solved.ok) return solved;
    const figures = figuresAt(solved.value);
    const amps = -figureOf(figures, { of: 'part', ref: store.ref, quantity: 'amps' });
    const chipAmps = figureOf(figures, { of: 'chip', ref: led, quantity: 'amps' });
    const last = points.at(-1);
    if (!(amps > 0)) return last ? finish('empty') : fail('no-supply', `${store.ref} delivers no current, so it never empties.`, store.ref);
    const seconds = last ? last.seconds + (store.farads * step) / ((amps + last.amps) / 2) : 0;
    const light = lightRatio(chipAmps, points[0]?.chipAmps ?? chipAmps);
    const volts = figureOf(figures, { of: 'part', ref: store.ref, quantity: 'volts' });
    points.push({ seconds, charge: held / first, volts, amps, chipAmps, light });
    if (light < HALF) return finish('half-light');
  }
  return finish('empty');
}

function headOf(from: string, led: string) {
  return { format: 'mindful-probe.runtime', version: 1, from, led } as const;
}
