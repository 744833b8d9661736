import { type Circuit, packagesNamed, partOf } from '../circuit/index.ts';
import type { Drifted } from '../device/index.ts';
import type { Broken } from './broken.ts';
import { bypassedWithin, isBypassed } from './bypass.ts';
import { type Evidence, type FaultReading, isReading, uncertaintyOf } from './evidence.ts';
import { type Expectations, type Expected, faultAt, METER_OHMS } from './expect.ts';
import type { FaultBench } from './fault-bench.ts';
import { logAnyHours, logHoursWith } from './life.ts';
import { ALL, isSign, type Observation } from './observation.ts';
import { falseMarkProbability, markProbability, signProbability } from './signs.ts';

/** A reading in so many hundred is of something else: a slipped probe, a wrong range, another pad. */
export const SLIP = 0.02;
/** A bad joint makes contact while it is tested, once in so many times. */
export const MAKES_CONTACT = 0.15;
/** A person takes a light for what it is nearly always. */
const SURE = 0.97;
/** Shares of the light before: below the first nothing is seen, from about the second on it does not look dim. */
const [SEEN_FROM, DIM_UNTIL] = [2e-3, 0.5];
/** How sharply, in factors of e. */
const [SEEN_WIDTH, DIM_WIDTH] = [0.8, 0.3];

export type Light = 'lights' | 'dim' | 'dark';

/** How a light of a share of what it was looks to people. */
export function lightProbabilities(share: number): Readonly<Record<Light, number>> {
  const above = (from: number, width: number) => 1 / (1 + Math.exp(-(Math.log(Math.max(share, 1e-12)) - Math.log(from)) / width));
  const seen = above(SEEN_FROM, SEEN_WIDTH);
  const bright = above(DIM_UNTIL, DIM_WIDTH);
  const blurred = (probability: number) => (1 - SURE) / 2 + (1 - 1.5 * (1 - SURE)) * probability;
  return { dark: blurred(1 - seen), dim: blurred(seen * (1 - bright)), lights: blurred(seen * bright) };
}

/** How a package, or some in a row, look by themselves from a bench supply. */
export function aloneProbabilities(expectations: Expectations, name: string, broken: Broken): Readonly<Record<Light, number>> {
  const named = packagesNamed(expectations.packages, name);
  const bypassed = bypassedWithin(
    expectations.packages,
    broken,
    named.map((one) => one.name),
  );
  const worst = named.reduce<Light>((so, one) => {
    if (bypassed.has(one.name)) return 'dark';
    const here = broken.faults.find(({ fault }) => fault.ref === one.name);
    const light = here ? ALONE[here.fault.fault](one.series, here.step?.value) : 'lights';
    return ORDER.indexOf(light) > ORDER.indexOf(so) ? light : so;
  }, 'lights');
  return LOOKS[worst];
}

/** How what a package does looks to people: a worn one is dim, and no fault of that kind is there; open it is dark. */
const LOOKS: Readonly<Record<Light, Readonly<Record<Light, number>>>> = {
  lights: { lights: 0.92, dim: 0.06, dark: 0.02 },
  dim: { lights: 0.08, dim: 0.89, dark: 0.03 },
  dark: { lights: 0.015, dim: 0.015, dark: 0.97 },
};

const ORDER: readonly Light[] = ['lights', 'dim', 'dark'];
/** A leak of so many ohms takes most of a few milliamperes. */
const LEAK_DARKENS_OHMS = 500;

const ALONE: Readonly<Record<Broken['faults'][number]['fault']['fault'], (dies: number, value: number | undefined) => Light>> = {
  open: () => 'dark',
  joint: () => 'dark',
  short: (dies) => (dies > 1 ? 'dim' : 'dark'),
  leaky: (_, ohms = 0) => (ohms < LEAK_DARKENS_OHMS ? 'dark' : 'dim'),
  drift: () => 'dim',
};

/** Something that may be broken: as far as one step of it, or a share of the way to the next. */
export interface Point {
  readonly low: Broken;
  readonly high: Broken;
  readonly share: number;
}

/** A share of the way from one step of a fault to the next. */
export function stepAt(step: Drifted, further: Drifted, share: number): Drifted {
  const fields = Object.keys(further.fields).map((field) => {
    const [low = 0, high = 0] = [step.fields[field], further.fields[field]];
    return [field, geometric(low, high, share)] as const;
  });
  return { fields: Object.fromEntries(fields), value: geometric(step.value, further.value, share), unit: step.unit };
}

/** Everything but how long it was in use. */
type Momentary = Exclude<Evidence, { kind: 'used' }>;

/** How well what was read and seen goes with what may be broken. */
export class Likelihood {
  private readonly circuit: Circuit;
  private readonly expectations: Expectations;
  private readonly whole: Broken;

  constructor(private readonly bench: FaultBench) {
    ({ circuit: this.circuit, expectations: this.expectations, whole: this.whole } = bench);
  }

  /** The logarithm of how likely all of the evidence is with this broken. */
  logOfAll(evidence: readonly Evidence[], point: Point): number {
    // Which of them light and which are dark is one look: what is loose makes contact for all of it, or for none.
    const looks = evidence.filter(isLookAtSome);
    const others = evidence.filter((one) => !isLookAtSome(one));
    return others.reduce((sum, one) => sum + this.log(one, point), looks.length > 0 ? this.logTogether(looks, point) : 0);
  }

  /** The logarithm of how likely a piece of evidence is with this broken. */
  log(evidence: Evidence, point: Point): number {
    return evidence.kind === 'used' ? this.logUsed(evidence.hours, point.low) : this.logTogether([evidence], point);
  }

  /** Of what was read or seen at one moment. */
  private logTogether(evidence: readonly Momentary[], point: Point): number {
    const logOf = (at: Point) => evidence.reduce((sum, one) => sum + this.logPlain(one, at), 0);
    const plain = logOf(point);
    const joint = point.low.faults.find(({ fault }) => fault.fault === 'joint');
    // What is loose may have made contact just then; a sign of it says so by itself.
    if (!joint || evidence.some((one) => one.kind === 'seen' || (!isReading(one) && isSign(one)))) return plain;
    const others = point.low.faults.filter((one) => one !== joint);
    const rest = others.length === 0 ? this.whole : this.bench.circuits.with(others);
    return logSum(Math.log(1 - MAKES_CONTACT) + plain, Math.log(MAKES_CONTACT) + logOf({ low: rest, high: rest, share: 0 }));
  }

  /** The same with a fault that nobody thought of: anything may be, within what the intact circuit shows or nothing. */
  logOfUnknown(evidence: Evidence): number {
    if (isReading(evidence) && this.isAsGoodAsOpen(evidence)) return this.logOfUnknown({ ...evidence, value: null });
    if (evidence.kind === 'used') return logAnyHours();
    if (!isReading(evidence)) return Math.log(unknownProbability(evidence));
    const expected = this.expectations.of(evidence, this.whole);
    const scale = scaleOf(evidence, expected);
    const intact = logReading(evidence, expected, scale);
    const nothing = logReading(evidence, { value: 0, spread: uncertaintyOf(evidence) }, scale);
    return logSum(Math.log(0.35) + intact, Math.log(0.25) + nothing, Math.log(0.4) + logAnything(evidence, scale));
  }

  /** One time was told, of two faults as of one: it counts once, each life for its share of it. */
  private logUsed(hours: number, { faults }: Broken): number {
    if (faults.length === 0) return logAnyHours();
    return faults.reduce((sum, { fault }) => sum + logHoursWith(this.circuit, fault, hours), 0) / faults.length;
  }

  private logPlain(evidence: Momentary, { low, high, share }: Point): number {
    if (isReading(evidence)) {
      if (this.isAsGoodAsOpen(evidence)) return this.logPlain({ ...evidence, value: null }, { low, high, share });
      const expected = expectedAt(this.expectations, evidence, { low, high, share });
      return logReading(evidence, expected, scaleOf(evidence, this.expectations.of(evidence, this.whole)));
    }
    if (evidence.kind === 'alone') {
      const { of, volts, uncertainty, atAmps } = evidence;
      return this.logPlain({ kind: 'volts', across: of, value: volts, uncertainty, atAmps }, { low, high, share });
    }
    if (evidence.kind === 'lights' && !isLitAlone(evidence)) {
      const light = geometric(this.lightOf(evidence, low), this.lightOf(evidence, high), share);
      return Math.log(lightProbabilities(light)[lightIn(evidence.value)]);
    }
    return Math.log((1 - share) * this.probability(evidence, low) + share * this.probability(evidence, high));
  }

  /** Megohms of what should have few are a finger, dirt or the meter's own: nothing passes. */
  private isAsGoodAsOpen(reading: FaultReading): boolean {
    if (reading.kind !== 'ohms' || reading.value === null || reading.value < AS_GOOD_AS_OPEN) return false;
    const intact = this.expectations.of(reading, this.whole);
    return intact === 'beyond' || intact.value < AS_GOOD_AS_OPEN / 10;
  }

  private probability(observation: Exclude<Observation, { kind: 'alone' | 'used' }>, broken: Broken): number {
    switch (observation.kind) {
      case 'lights':
        return aloneProbabilities(this.expectations, observation.of, broken)[lightIn(observation.value)];
      case 'seen':
        return this.seenProbability(observation, broken);
      case 'tested':
        return this.testedProbability(observation, broken);
      default: {
        const { kind, value } = observation;
        const hidden = broken.faults.reduce((none, { fault }) => none * (1 - signProbability(this.circuit, fault, kind)), 1 - WELL_SHOWS);
        return value ? 1 - hidden : hidden;
      }
    }
  }

  /** Who says that some light means the least bright of them too, and who says that they are dark the brightest. */
  private lightOf({ of, value }: Extract<Observation, { kind: 'lights' }>, broken: Broken): number {
    if (of === ALL) return isUneven(broken) ? Math.min(broken.lightOfAll, DIM_UNTIL) : broken.lightOfAll;
    const packages = packagesNamed(this.expectations.packages, of);
    const lights = packages.map((one) => {
      const fault = faultAt(broken, one.name);
      if (fault === 'open' || fault === 'joint' || isBypassed(this.expectations.packages, broken, one.name)) return 0;
      return fault === 'short' && one.series === 1 ? 0 : (broken.light.get(one.ref) ?? 0);
    });
    return value === true ? Math.min(...lights) : Math.max(...lights);
  }

  private seenProbability({ of, value }: Extract<Observation, { kind: 'seen' }>, broken: Broken): number {
    const here = broken.faults.filter(({ fault }) => of === ALL || fault.ref === of || fault.part === of);
    const [first] = here;
    if (!first) return falseMarkProbability(value);
    if (value === 'nothing') return here.reduce((none, { fault }) => none * markProbability(this.circuit, fault, value), 1);
    return markProbability(this.circuit, first.fault, value);
  }

  /** A meter's word where it shows no figure: of a package that it does not light, of a part that its ohms are none or all. */
  private testedProbability({ of, value }: Extract<Observation, { kind: 'tested' }>, broken: Broken): number {
    const packages = packagesNamed(this.expectations.packages, of);
    const expected =
      packages.length > 0 || !partOf(this.circuit, of)
        ? this.expectations.alone(of, TESTER_AMPS, broken)
        : this.expectations.of({ kind: 'ohms', across: of, value: null }, broken);
    const isOpen = expected === 'beyond';
    const isShort = !isOpen && expected.value < SHORT_UNITS;
    // What is open to a meter by nature, as a capacitor, is so whether it is whole or open: that says nothing of it.
    return (value === 'open' ? isOpen : isShort) ? 1 - SLIP : SLIP;
  }
}

/** Whether it says which of them light on their own supply. */
function isLookAtSome(evidence: Evidence): evidence is Extract<Observation, { kind: 'lights' }> {
  return !isReading(evidence) && evidence.kind === 'lights' && evidence.of !== ALL && !isLitAlone(evidence);
}

function isLitAlone({ atAmps, state }: Extract<Observation, { kind: 'lights' }>): boolean {
  return atAmps !== undefined || state === 'dead';
}

function lightIn(value: boolean | 'dim'): Light {
  return value === 'dim' ? 'dim' : value ? 'lights' : 'dark';
}

/** Next to a figure one that is so many times smaller is none. */
const NEXT_TO_NOTHING = 1e-6;

/** A share of the way from one figure to another, by their ratio where they have one. */
function geometric(low: number, high: number, share: number): number {
  if (share === 0 || low === high) return low;
  if (low * high < 0) return low + share * (high - low);
  // Next to nothing is nothing, whatever the last digits of a solution are.
  const least = NEXT_TO_NOTHING * Math.max(Math.abs(low), Math.abs(high));
  const sign = Math.sign(low + high);
  const [from, to] = [Math.max(Math.abs(low), least), Math.max(Math.abs(high), least)];
  return sign * from * (to / from) ** share;
}

/** What is expected a share of the way from one step to the next. */
function between(low: Expected, high: Expected, share: number): Expected {
  if (low === 'beyond' || high === 'beyond') return share < 0.5 ? low : high;
  return { value: geometric(low.value, high.value, share), spread: geometric(low.spread, high.spread, share) };
}

/** Points from one step of a fault to the next. */
export const POINTS_A_STEP = 3;

/**
 * What a reading shows at a point of a fault. What a part shows by itself follows from how far it is off; a live figure lies
 * between those of the two steps that were solved. A point stands for all as far as the next one.
 */
export function expectedAt(expectations: Expectations, reading: FaultReading, { low, high, share }: Point): Expected {
  const at = (part: number): Expected =>
    isAlone(reading)
      ? expectations.of(reading, withStepAt(low, high, part))
      : between(expectations.of(reading, low), expectations.of(reading, high), part);
  const here = at(share);
  if (low === high || here === 'beyond') return here;
  const next = at(share + 1 / POINTS_A_STEP);
  // Beyond the last figure that a meter shows there is none.
  const half = Math.abs((next === 'beyond' ? METER_OHMS : next.value) - here.value) / 2;
  return { value: here.value, spread: Math.hypot(here.spread, half) };
}

function isAlone(reading: FaultReading): boolean {
  return reading.kind === 'ohms' || reading.kind === 'farads' || (reading.kind === 'volts' && reading.atAmps !== undefined);
}

/** The same fault as far off as a share of the way from one step to the next. */
function withStepAt(low: Broken, high: Broken, share: number): Broken {
  return {
    ...low,
    faults: low.faults.map(({ fault, step }) => {
      const further = high.faults.find((one) => one.fault === fault)?.step;
      return { fault, step: step && further && stepAt(step, further, share) };
    }),
  };
}

function unknownProbability(observation: Observation): number {
  if (isSign(observation)) return observation.value ? 0.15 : 0.85;
  switch (observation.kind) {
    case 'seen':
      return falseMarkProbability(observation.value);
    case 'lights':
      return !isLitAlone(observation) ? 1 / 3 : observation.value === true ? 0.9 : 0.05;
    default:
      return 0.05;
  }
}

/** What a figure of its kind may be as far as anybody knows. */
function scaleOf({ value }: FaultReading, intact: Expected): number {
  return 4 * Math.max(Math.abs(value ?? 0), intact === 'beyond' ? 0 : Math.abs(intact.value), 1e-9);
}

/** Ω. */
const AS_GOOD_AS_OPEN = 5e6;

/** Where some are dark or dim and others light, people as often say that it is dim as that it lights. */
function isUneven({ faults, light, lightOfAll }: Broken): boolean {
  if (lightOfAll < SEEN_FROM) return false;
  const isLess = [...light.values()].some((share) => share < DIM_UNTIL);
  return (
    isLess || faults.some(({ fault }) => fault.across || (fault.dies !== undefined && (fault.fault === 'open' || fault.fault === 'joint')))
  );
}

/** What a diode range sends. */
const TESTER_AMPS = 1e-3;
/** Volts at that, or ohms, that a person calls a short. */
const SHORT_UNITS = 1;
/** Signs of a thing that has no fault. */
const WELL_SHOWS = 0.01;

/** Student's t with so many degrees of freedom: now and then a reading is further off than its uncertainty says. */
const FREEDOM = 4;
const T_CONSTANT = Math.log(3 / 8);

function logReading(reading: FaultReading, expected: Expected, scale: number): number {
  const { value } = reading;
  if (value === null) return Math.log(expected === 'beyond' ? 1 - SLIP : SLIP / 2);
  if (expected === 'beyond') return Math.log(SLIP) - Math.log(scale);
  const width = Math.hypot(uncertaintyOf(reading), expected.spread);
  const t = (value - expected.value) / width;
  const density = T_CONSTANT - ((FREEDOM + 1) / 2) * Math.log1p((t * t) / FREEDOM) - Math.log(width);
  return logSum(Math.log(1 - SLIP) + density, Math.log(SLIP) - Math.log(scale));
}

function logAnything({ value }: FaultReading, scale: number): number {
  return value === null ? Math.log(0.3) : Math.log(0.7) - Math.log(scale);
}

export function logSum(...logs: readonly number[]): number {
  const most = Math.max(...logs);
  return most === Number.NEGATIVE_INFINITY ? most : most + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - most), 0));
}
