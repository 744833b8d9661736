import { type Circuit, freshRef, type Result, succeed, suppliesOf, withoutPart, withPart } from '../circuit/index.ts';
import { deviceOf } from '../device/index.ts';
import { withMeter } from '../estimate/index.ts';
import { type Meter, type Quantity, rangeFor } from '../meter/index.ts';
import { figureIn, isAlternating, type Solution, solve, solveTimeCourse } from '../solve/index.ts';
import type { Probes, TrueBench } from './true-bench.ts';

/** What the gadget runs on: its own source, a bench supply, or nothing. */
export type Feed =
  | { readonly kind: 'off' }
  | { readonly kind: 'own' }
  | { readonly kind: 'bench-supply'; readonly volts: number; readonly limitAmps: number };

/** What a supply with a limit delivers. */
export interface Delivered {
  readonly volts: number;
  readonly amps: number;
  /** Its limit holds the amps, and the volts are what is left. */
  readonly limited: boolean;
}

/** A bench supply's leads and regulation. */
const SUPPLY_OHMS = 0.02;
const LIMIT_TRIES = 60;

/** The circuit as it is fed; undefined where nothing feeds it. */
export function fedCircuit(
  bench: TrueBench,
  feed: Feed,
): Result<{ readonly circuit: Circuit; readonly delivered?: Delivered } | undefined> {
  if (feed.kind === 'off') return succeed(undefined);
  if (feed.kind === 'own') return succeed({ circuit: bench.circuit });
  return limited((volts) => withBenchSupply(bench, volts), feed);
}

/** What a supply clipped on one part of a dead gadget gives it. */
export function fedAlone(bench: TrueBench, { nets }: Probes, feed: Extract<Feed, { kind: 'bench-supply' }>): Result<Delivered> {
  const [plus, minus] = nets;
  const dead = suppliesOf(bench.circuit).reduce((left, { ref }) => withoutPart(left, ref), bench.circuit);
  const ref = freshRef(dead, 'V');
  const fed = limited((volts) => {
    const circuit = withPart(dead, { ref, kind: 'dc', pins: [plus, minus], volts, ohms: SUPPLY_OHMS });
    return { circuit: { ...circuit, ground: minus }, ref };
  }, feed);
  return fed.ok ? succeed(fed.value.delivered) : fed;
}

interface Limited {
  readonly circuit: Circuit;
  readonly delivered: Delivered;
}

/** The circuit at the volts that a supply comes to within its limit. */
function limited(
  at: (volts: number) => { readonly circuit: Circuit; readonly ref: string },
  feed: Extract<Feed, { kind: 'bench-supply' }>,
): Result<Limited> {
  const ampsAt = (volts: number): Result<number> => {
    const solved = solve(at(volts).circuit);
    return solved.ok ? succeed(solved.value.supplies[at(volts).ref]?.ampsRms ?? 0) : solved;
  };
  const whole = ampsAt(feed.volts);
  if (!whole.ok) return whole;
  if (whole.value <= feed.limitAmps) {
    const delivered = { volts: feed.volts - SUPPLY_OHMS * whole.value, amps: whole.value, limited: false };
    return succeed({ circuit: at(feed.volts).circuit, delivered });
  }
  // Amps rise with volts, so the volts at the limit are between nothing and what is set.
  let [low, high] = [0, feed.volts];
  for (let tries = 0; tries < LIMIT_TRIES && high - low > 1e-7 * feed.volts; tries++) {
    const middle = (low + high) / 2;
    const amps = ampsAt(middle);
    if (!amps.ok) return amps;
    if (amps.value > feed.limitAmps) high = middle;
    else low = middle;
  }
  return succeed({
    circuit: at(low).circuit,
    delivered: { volts: low - SUPPLY_OHMS * feed.limitAmps, amps: feed.limitAmps, limited: true },
  });
}

/** The gadget's own source out, the bench supply in its place. */
function withBenchSupply({ circuit, supply }: TrueBench, volts: number): { readonly circuit: Circuit; readonly ref: string } {
  const own = suppliesOf(circuit).find(({ ref }) => supply === undefined || ref === supply);
  if (!own) return { circuit, ref: '' };
  const [plus, minus] = own.pins as readonly [string, string];
  const parts = circuit.parts.map((part): Circuit['parts'][number] =>
    part.ref === own.ref ? { ref: own.ref, kind: 'dc', pins: [plus, minus], volts, ohms: SUPPLY_OHMS } : part,
  );
  return { circuit: { ...circuit, parts }, ref: own.ref };
}

/** What the probes would show of an ideal display, with the meter's own load in the circuit. */
export function trueVolts(circuit: Circuit, { nets }: Probes, statistic: 'avg' | 'rms', meter: Meter): Result<number> {
  const across = nets as [string, string];
  // A first look without the meter tells its range, and with it its load.
  const bare = voltsBetween(circuit, across, statistic);
  if (!bare.ok) return bare;
  const inputOhms = rangeFor(meter, 'volts', bare.value)?.inputOhms;
  const loaded = inputOhms === undefined ? undefined : withMeter(circuit, { kind: 'volts', across }, { inputOhms });
  return loaded ? voltsBetween(loaded, across, statistic) : bare;
}

/** A part that draws next to nothing has the volts between the nets as its own, in either regime. */
const FEELER_OHMS = 1e13;

function voltsBetween(circuit: Circuit, pins: readonly [string, string], statistic: 'avg' | 'rms'): Result<number> {
  if (pins[0] === pins[1]) return succeed(0);
  const ref = freshRef(circuit, 'R');
  const felt = withPart(circuit, { ref, kind: 'resistor', pins: [...pins], ohms: FEELER_OHMS });
  const solved = solve(felt);
  return solved.ok ? succeed(figureIn(solved.value, { of: 'part', ref, quantity: 'volts', statistic })) : solved;
}

/** Through a part, the meter's shunt in series with it. */
export function trueAmps(circuit: Circuit, ref: string, statistic: 'avg' | 'rms', meter: Meter): Result<number> {
  const read = (solution: Solution) => figureIn(solution, { of: 'part', ref, quantity: 'amps', statistic });
  const bare = solve(circuit);
  if (!bare.ok) return bare;
  const burdenOhms = rangeFor(meter, 'amps', read(bare.value))?.burdenOhms;
  const loaded = burdenOhms ? withMeter(circuit, { kind: 'amps', through: ref }, { burdenOhms }) : undefined;
  if (!loaded) return succeed(read(bare.value));
  const metered = solve(loaded);
  return metered.ok ? succeed(read(metered.value)) : metered;
}

/** An ohmmeter's test volts: too few for a diode to conduct. */
const TEST_VOLTS = 0.15;
/** Above this a display says that there is no end to it. */
const OPEN_OHMS = 1e8;

/** Between the probes with every source out; Infinity where nothing conducts. */
export function trueOhms(circuit: Circuit, { nets }: Probes): Result<number> {
  const [plus, minus] = nets;
  if (plus === minus) return succeed(0);
  const dead = suppliesOf(circuit).reduce((left, { ref }) => withoutPart(left, ref), circuit);
  const ref = freshRef(dead, 'V');
  const solved = solve({ ...withPart(dead, { ref, kind: 'dc', pins: [plus, minus], volts: TEST_VOLTS }), ground: minus });
  if (!solved.ok) return solved;
  const ohms = TEST_VOLTS / (solved.value.supplies[ref]?.ampsRms ?? 0);
  return succeed(ohms > OPEN_OHMS ? Number.POSITIVE_INFINITY : ohms);
}

/** What goes into the gadget: volts, amps and watts behind an in-line meter's shunt. */
export function trueInLine(bench: TrueBench, circuit: Circuit, meter: Meter): Result<readonly [number, number, number]> {
  const ref = bench.supply ?? suppliesOf(circuit)[0]?.ref ?? '';
  const shown = isAlternating(circuit) ? 'rms' : 'avg';
  const bare = solve(circuit);
  if (!bare.ok) return bare;
  const burdenOhms = rangeFor(meter, 'amps', bare.value.supplies[ref]?.ampsRms ?? 0)?.burdenOhms;
  const source = burdenOhms ? withMeter(circuit, { kind: 'amps', through: ref }, { burdenOhms }) : undefined;
  const solved = source ? solve(source) : bare;
  if (!solved.ok) return solved;
  const { voltsRms, ampsRms, watts } = solved.value.supplies[ref] ?? { voltsRms: 0, ampsRms: 0, watts: 0 };
  const lost = burdenOhms ?? 0;
  // A shunt takes its volts in step with the amps, so the watts behind it are short by its own heat.
  const behind = shown === 'avg' ? voltsRms - lost * ampsRms : voltsRms;
  return succeed([behind, ampsRms, watts - lost * ampsRms ** 2]);
}

/** How warm a place is so long after the power came on; undefined where the bench knows no such place. */
export function trueCelsius(bench: TrueBench, circuit: Circuit | undefined, place: string, seconds: number): Result<number | undefined> {
  const ambient = bench.ambientCelsius ?? 22;
  const surfaces = bench.surfaces ?? {};
  const surface = Object.hasOwn(surfaces, place) ? surfaces[place] : undefined;
  if (!surface) return succeed(undefined);
  if (!circuit) return succeed(ambient);
  const solved = solve(circuit);
  if (!solved.ok) return solved;
  const watts = Object.values(solved.value.supplies).reduce((sum, supply) => sum + supply.watts, 0);
  return succeed(ambient + surface.kelvinPerWatt * watts * (1 - Math.exp(-seconds / surface.seconds)));
}

/** Light goes with the average current of all chips. */
export function trueLux(bench: TrueBench, circuit: Circuit | undefined, metres: number): Result<number> {
  if (!circuit) return succeed(0);
  const solved = solve(circuit);
  if (!solved.ok) return solved;
  const amps = circuit.parts.reduce((sum, part) => {
    const chip = solved.value.leds[part.ref]?.chip.amps.avg ?? 0;
    const { series, parallel } = deviceOf(part.kind).chips?.(part) ?? { series: 0, parallel: 0 };
    return sum + Math.max(0, chip) * series * parallel;
  }, 0);
  return succeed(((bench.luxPerAmp ?? 400) * amps) / metres ** 2);
}

/** Two periods of the slowest source, or a stretch of nothing happening. */
const STEADY_SECONDS = 0.02;

/** Volts between the probes over time, evenly sampled. */
export function trueWaveform(circuit: Circuit, { nets }: Probes, samples: number): Result<{ seconds: number[]; volts: number[] }> {
  const hertz = circuit.parts.flatMap((part) => deviceOf(part.kind).source?.hertz?.(part) ?? []);
  const seconds = hertz.length === 0 ? STEADY_SECONDS : 2 / Math.min(...hertz);
  const times = Array.from({ length: samples }, (_, index) => (index * seconds) / (samples - 1));
  const ref = freshRef(circuit, 'R');
  const felt = withPart(circuit, { ref, kind: 'resistor', pins: [...nets], ohms: 1e7 });
  if (hertz.length === 0) {
    const volts = voltsBetween(circuit, nets, 'avg');
    return volts.ok ? succeed({ seconds: times, volts: times.map(() => volts.value) }) : volts;
  }
  const course = solveTimeCourse(felt, { from: 'settled', seconds });
  if (!course.ok) return course;
  const wave = course.value.waveforms.parts[ref]?.volts ?? { seconds: [0], values: [0] };
  return succeed({ seconds: times, volts: times.map((time) => interpolated(wave.seconds, wave.values, time)) });
}

function interpolated(xs: readonly number[], ys: readonly number[], x: number): number {
  const next = xs.findIndex((candidate) => candidate >= x);
  if (next <= 0) return ys[next === 0 ? 0 : ys.length - 1] as number;
  const [x0, x1, y0, y1] = [xs[next - 1], xs[next], ys[next - 1], ys[next]] as [number, number, number, number];
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
}

/** Whether an instrument's quantity is of alternating current. */
export function statisticOf(quantity: Quantity): 'avg' | 'rms' {
  return quantity.endsWith('-ac') ? 'rms' : 'avg';
}
