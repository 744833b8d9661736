import { type Circuit, partsOfKind, rangeOf } from '../circuit/index.ts';
import type { Drifted } from '../device/index.ts';
import {
  aloneProbabilities,
  type Diagnosis,
  type Evidence,
  type Fault,
  FaultBench,
  lightProbabilities,
  lookProbability,
  MAKES_CONTACT,
  type Observation,
  signProbability,
  type TestPlace,
} from '../diagnosis/index.ts';
import { drawNormal } from '../numeric/index.ts';
import { readingUncertainty } from '../quantity/index.ts';
import { drawTruth } from './drawn-bench.ts';

/** A gadget with one thing broken that only the bench knows, and what a person sees of it at first. */
export interface FaultyGadget {
  readonly marked: Circuit;
  readonly fault: Fault;
  readonly step: Drifted | undefined;
  readonly first: readonly Evidence[];
  /** What a test of it shows. */
  test(place: TestPlace): readonly Evidence[];
}

const MOST_DRAWS = 200;

/**
 * Draws a fault as likely as faults are, of those that show: nobody brings what works.
 *
 * @returns undefined where the circuit has no solution, or nothing that shows was drawn
 */
export function drawFaulty(marked: Circuit, random: () => number): FaultyGadget | undefined {
  const bench = FaultBench.of(marked);
  if (!bench) return undefined;
  for (let draw = 0; draw < MOST_DRAWS; draw++) {
    const fault = drawn(bench.faults, ({ weight }) => weight, random);
    const step = stepOf(fault, random);
    const truth = drawTruth(marked, random);
    const gadget = FaultBench.of(truth);
    if (!gadget) continue;
    const broken = gadget.with(fault, step);
    const first = firstLook(gadget, broken, random);
    if (first) return { marked, fault, step, first, test: (place) => testsOf(gadget, broken, fault, place, random) };
  }
  return undefined;
}

/** Anywhere between two steps of the fault. */
function stepOf({ fault, steps }: Fault, random: () => number): Drifted | undefined {
  const last = steps.at(-1);
  if (steps.length < 2 || (fault === 'joint' && random() < 0.5)) return last;
  const at = random() * (steps.length - 1);
  const [low, high] = [steps[Math.floor(at)], steps[Math.floor(at) + 1]];
  if (!low || !high) return low ?? last;
  const between = (a: number, b: number) => a * (b / a) ** (at % 1);
  const fields = Object.fromEntries(
    Object.keys(high.fields).map((field) => [field, between(low.fields[field] ?? 1, high.fields[field] ?? 1)]),
  );
  return { fields, value: between(low.value, high.value), unit: low.unit };
}

type Bench = NonNullable<ReturnType<typeof FaultBench.of>>;
type Broken = ReturnType<Bench['with']>;

/** How it looks when it is switched on; undefined where it looks as it should. */
function firstLook({ circuit }: Bench, broken: Broken, random: () => number): readonly Evidence[] | undefined {
  const whole = pick(lightProbabilities(broken.lightOfAll), random);
  const leds = partsOfKind(circuit, 'led');
  const each = leds.length > 1 ? leds.map(({ ref }) => ({ ref, light: pick(lightProbabilities(broken.light.get(ref) ?? 0), random) })) : [];
  const odd = each.filter(({ light }) => light !== 'lights');
  if (whole === 'lights' && odd.length === 0) return undefined;
  const value = whole === 'dark' ? false : 'dim';
  return [
    { kind: 'lights', of: 'all', value },
    ...(odd.length === leds.length ? [] : each).map(
      ({ ref, light }): Observation => ({ kind: 'lights', of: ref, value: light === 'lights' ? true : light === 'dim' ? 'dim' : false }),
    ),
  ];
}

function pick<K extends string>(probabilities: Readonly<Record<K, number>>, random: () => number): K {
  return drawn(Object.keys(probabilities) as K[], (key) => probabilities[key], random);
}

/** One of a list, as often as its weight says. */
function drawn<T>(list: readonly T[], weightOf: (item: T) => number, random: () => number): T {
  let left = random() * list.reduce((sum, item) => sum + weightOf(item), 0);
  for (const item of list) {
    left -= weightOf(item);
    if (left <= 0) return item;
  }
  return list.at(-1) as T;
}

/** Of packages one by one as many as there are. */
function testsOf(bench: Bench, broken: Broken, fault: Fault, place: TestPlace, random: () => number): readonly Evidence[] {
  if (place.kind !== 'volts' || !place.each) return [testOf(bench, broken, fault, place, random)];
  const { each: _, ...alone } = place;
  return (rangeOf(place.across) ?? []).map((across) => testOf(bench, broken, fault, { ...alone, across }, random));
}

function testOf(bench: Bench, broken: Broken, fault: Fault, place: TestPlace, random: () => number): Evidence {
  const makesContact = fault.fault === 'joint' && random() < MAKES_CONTACT;
  const now = makesContact ? bench.whole : broken;
  if (place.kind === 'seen') {
    const isSeen = random() < lookProbability(bench.circuit, fault);
    return { kind: 'seen', of: isSeen ? fault.ref : 'all', value: isSeen ? markOf(bench.circuit, fault) : 'nothing' };
  }
  if (place.kind === 'tapped') return { kind: 'tapped', value: random() < signProbability(bench.circuit, fault, 'tapped') };
  const { expectations } = bench;
  if (place.kind === 'volts' && place.atAmps !== undefined && expectations.isPackages(place.across)) {
    const light = pick(aloneProbabilities(expectations, place.across, now), random);
    return { kind: 'lights', of: place.across, atAmps: place.atAmps, value: light === 'lights' ? true : light === 'dim' ? 'dim' : false };
  }
  const reading = bench.readingOf(place);
  const expected = expectations.of(reading, now);
  if (expected === 'beyond') return { ...reading, value: null };
  const uncertainty = readingUncertainty(place.kind, expected.value, Math.max(1e-3, Math.abs(expected.value) * 1e-3));
  const exact = place.kind === 'ohms' ? Math.max(0, expected.value + 0.05 * drawNormal(random)) : expected.value;
  return { ...reading, value: exact + uncertainty * drawNormal(random), uncertainty };
}

function markOf(circuit: Circuit, { part, fault }: Fault) {
  if (fault === 'joint') return 'loose' as const;
  const kind = circuit.parts.find(({ ref }) => ref === part)?.kind;
  return kind === 'led' ? ('dark spot' as const) : kind === 'capacitor' ? ('bulged' as const) : ('burnt' as const);
}

/** Whether a diagnosis has come to the fault that is there. */
export function isRight({ conclusion, faults }: Diagnosis, { fault }: FaultyGadget): boolean {
  if (conclusion.is === 'named' || conclusion.is === 'alike') return conclusion.refs.includes(fault.ref);
  return faults[0]?.faults.some(({ ref }) => ref === fault.ref) ?? false;
}
