import { partOf } from '../circuit/index.ts';
import type { Drifted } from '../device/index.ts';
import type { Broken } from './broken.ts';
import { bypassesSeen } from './bypass.ts';
import { type Evidence, isReading } from './evidence.ts';
import type { Fault } from './fault.ts';
import type { FaultBench } from './fault-bench.ts';
import { Likelihood, logSum, POINTS_A_STEP, type Point } from './likelihood.ts';

/** What may be broken: one fault, two, none, or one that nobody thought of. */
export interface Hypothesis {
  readonly faults: readonly Fault[];
  readonly is: 'faults' | 'intact' | 'unknown';
  readonly prior: number;
  /** With the share of it that each point has, 1 in all; empty of an unknown fault. */
  readonly points: readonly (Point & { readonly weight: number })[];
}

/** A hypothesis with how likely it is by all that was read and seen. */
export interface Weighed {
  readonly hypothesis: Hypothesis;
  readonly probability: number;
  /** How likely each of its points is, 1 in all. */
  readonly points: readonly number[];
}

/** Before anything was seen: nothing is wrong, or something that is not on the list. */
const [INTACT_PRIOR, UNKNOWN_PRIOR] = [0.05, 0.02];
/** That something conducts across packages that were seen dark in a row, as likely as that nothing is wrong at all: a figure of ours. */
const BYPASS_PRIOR = 0.05;
/**
 * Two faults at a time, of the chance that both priors make: all pairs together are then about a seventh of all single faults.
 * More than independence would have it, for one often brings the other.
 */
const TOGETHER = 0.3;
/**
 * What brought one LED down goes on working on those that are still lit: of gadgets that lit on with one dead, about so many
 * come to the table with a second one. No standard says so; rounded from LEDs of one batch, in one housing, driven alike.
 */
const LIKEWISE = 0.25;
/** Next to its light before. */
const STILL_LIT = 0.5;
/** Where what is on the list explains less than so much, two faults at a time are looked at, of the likeliest so many. */
const [EXPLAINS_TOO_LITTLE, PAIRED] = [0.9, 7];
/** Of bad joints that are handled so many are open. */
const OPEN_JOINTS = 0.5;
/** A reading is unexplained where it is so much less likely than with a fault that nobody thought of, and what was seen below so much. */
const UNEXPLAINED = Math.log(0.1);
const HARDLY = Math.log(0.04);

/** Everything about the faults of one circuit that does not change while evidence comes in. */
export class FaultModel {
  readonly likelihood: Likelihood;
  private readonly single = new Map<Fault, Hypothesis>();
  /** By the packages that each is across. */
  private readonly bypasses = new Map<string, Hypothesis>();
  private readonly totalWeight: number;

  constructor(readonly bench: FaultBench) {
    this.likelihood = new Likelihood(bench);
    this.totalWeight = bench.faults.reduce((sum, { weight }) => sum + weight, 0);
  }

  /** The same fault is solved once. */
  hypothesisOf(fault: Fault): Hypothesis {
    const known = this.single.get(fault);
    if (known) return known;
    const prior = (1 - INTACT_PRIOR - UNKNOWN_PRIOR) * (fault.weight / this.totalWeight);
    const made: Hypothesis = { faults: [fault], is: 'faults', prior, points: this.pointsOf([], fault) };
    this.single.set(fault, made);
    return made;
  }

  /** That something conducts across packages which were seen dark, one for each row of neighbours. */
  bypassesOf(evidence: readonly Evidence[]): readonly Hypothesis[] {
    const seen = bypassesSeen(this.bench.circuit, evidence);
    return seen.map((fault) => {
      const made = this.bypasses.get(fault.ref) ?? { faults: [fault], is: 'faults', prior: BYPASS_PRIOR, points: this.pointsOf([], fault) };
      this.bypasses.set(fault.ref, made);
      return made;
    });
  }

  pairOf(first: Weighed, second: Weighed): Hypothesis {
    // The first stays at its likeliest: the second has all of its steps.
    const [one, other] = [first.hypothesis, second.hypothesis];
    const at = one.points[first.points.indexOf(Math.max(...first.points))];
    const fault = other.faults[0] as Fault;
    return {
      faults: [...one.faults, fault],
      is: 'faults',
      prior: (TOGETHER + this.likewise(one.faults[0] as Fault, at?.low, fault)) * one.prior * other.prior,
      points: this.pointsOf(at?.low.faults ?? [], fault),
    };
  }

  /** Of two LEDs with the same fault, where the other stays lit with the one broken: next to how likely that fault is in any LED. */
  private likewise(one: Fault, broken: Broken | undefined, other: Fault): number {
    const isLed = ({ part }: Fault) => partOf(this.bench.circuit, part)?.kind === 'led';
    if (one.fault !== other.fault || !isLed(one) || (broken?.light.get(other.part) ?? 0) < STILL_LIT) return 0;
    const alike = this.bench.faults.filter((fault) => fault.fault === one.fault && isLed(fault));
    return LIKEWISE / alike.reduce((sum, fault) => sum + this.hypothesisOf(fault).prior, 0);
  }

  get intact(): Hypothesis {
    return {
      faults: [],
      is: 'intact',
      prior: INTACT_PRIOR,
      points: [{ low: this.bench.whole, high: this.bench.whole, share: 0, weight: 1 }],
    };
  }

  get unknown(): Hypothesis {
    return { faults: [], is: 'unknown', prior: UNKNOWN_PRIOR, points: [] };
  }

  private pointsOf(before: Broken['faults'], fault: Fault): Hypothesis['points'] {
    const steps: readonly (Drifted | undefined)[] = fault.steps.length === 0 ? [undefined] : fault.steps;
    const broken = steps.map((step) => this.bench.circuits.with([...before, { fault, step }]));
    const points = broken.flatMap((low, index): Point[] => {
      const high = broken[index + 1];
      if (!high) return [{ low, high: low, share: 0 }];
      return Array.from({ length: POINTS_A_STEP }, (_, part) => ({ low, high, share: part / POINTS_A_STEP }));
    });
    // A joint that goes is as often open as it is bad.
    const last = points.length - 1;
    const isJoint = fault.fault === 'joint' && last > 0;
    return points.map((point, index) => ({
      ...point,
      weight: isJoint ? (index === last ? OPEN_JOINTS : (1 - OPEN_JOINTS) / last) : 1 / points.length,
    }));
  }
}

/** How far weighing is: circuits solved, of about how many. */
export interface WeighProgress {
  readonly done: number;
  readonly of: number;
}

/** Every hypothesis with its probability by the evidence, likeliest first. Yields after each fault, so that whoever asked can stop. */
export function* weighInSteps(model: FaultModel, evidence: readonly Evidence[]): Generator<WeighProgress, readonly Weighed[]> {
  const hypotheses: Hypothesis[] = [];
  for (const [index, fault] of model.bench.faults.entries()) {
    hypotheses.push(model.hypothesisOf(fault));
    yield { done: index + 1, of: model.bench.faults.length };
  }
  hypotheses.push(...model.bypassesOf(evidence));
  const singles = weighed(model, [...hypotheses, model.intact, model.unknown], evidence);
  if (!leavesMuch(model, singles, evidence)) return singles;
  const partial = mostPartial(model, singles, evidence);
  const pairs: Hypothesis[] = [];
  for (const [index, first] of partial.entries()) {
    for (const second of partial.slice(index + 1)) {
      if (first.hypothesis.faults[0]?.ref === second.hypothesis.faults[0]?.ref) continue;
      pairs.push(model.pairOf(first, second));
      yield { done: model.bench.faults.length, of: model.bench.faults.length };
    }
  }
  return weighed(model, [...hypotheses, ...pairs, model.intact, model.unknown], evidence);
}

/** Whether the likeliest single fault leaves something unexplained, or those that nobody thought of are likely. */
function leavesMuch(model: FaultModel, singles: readonly Weighed[], evidence: readonly Evidence[]): boolean {
  const explained = singles.filter(({ hypothesis }) => hypothesis.is === 'faults').reduce((sum, { probability }) => sum + probability, 0);
  if (explained < EXPLAINS_TOO_LITTLE && evidence.length > 0) return true;
  const first = singles.find(({ hypothesis }) => hypothesis.is !== 'unknown');
  const at = first?.hypothesis.points[first.points.indexOf(Math.max(...first.points))];
  if (!at) return false;
  return evidence.some((one) => {
    // How old it is explains nothing by itself.
    if (one.kind === 'used') return false;
    const log = model.likelihood.log(one, at);
    return isReading(one) ? log < model.likelihood.logOfUnknown(one) + UNEXPLAINED : log < HARDLY;
  });
}

/** Faults that explain most of the evidence, each piece counted no worse than unknown: what one leaves another may explain. */
function mostPartial(model: FaultModel, singles: readonly Weighed[], evidence: readonly Evidence[]): readonly Weighed[] {
  const score = ({ hypothesis, points }: Weighed) => {
    const at = hypothesis.points[points.indexOf(Math.max(...points))];
    if (!at) return Number.NEGATIVE_INFINITY;
    return evidence.reduce(
      (sum, one) => sum + Math.max(model.likelihood.log(one, at), model.likelihood.logOfUnknown(one)),
      Math.log(hypothesis.prior),
    );
  };
  return singles
    .filter(({ hypothesis }) => hypothesis.is === 'faults')
    .map((single) => ({ single, score: score(single) }))
    .sort((a, b) => b.score - a.score)
    .slice(0, PAIRED)
    .map(({ single }) => single);
}

function weighed(model: FaultModel, hypotheses: readonly Hypothesis[], evidence: readonly Evidence[]): readonly Weighed[] {
  const logs = hypotheses.map((hypothesis) => {
    const points =
      hypothesis.is === 'unknown'
        ? [evidence.reduce((sum, one) => sum + model.likelihood.logOfUnknown(one), 0)]
        : hypothesis.points.map((point) => Math.log(point.weight) + model.likelihood.logOfAll(evidence, point));
    return { points, whole: Math.log(hypothesis.prior) + logSum(...points) };
  });
  const all = logSum(...logs.map(({ whole }) => whole));
  return hypotheses
    .map((hypothesis, index): Weighed => {
      const { points, whole } = logs[index] as (typeof logs)[number];
      const sum = logSum(...points);
      return { hypothesis, probability: Math.exp(whole - all), points: points.map((log) => Math.exp(log - sum)) };
    })
    .sort((a, b) => b.probability - a.probability);
}
