import { alternatingSource, type Circuit, fail, type Result, succeed, suppliesOf, withFields } from '../circuit/index.ts';
import { type Drifted, deviceOf } from '../device/index.ts';
import { isChipLit } from '../drive/index.ts';
import { type SolveWarmed, solveWarmed } from '../solve/index.ts';
import { type Evidence, isReading } from './evidence.ts';
import type { Fault } from './fault.ts';
import { FaultBench } from './fault-bench.ts';
import { logSum, stepAt } from './likelihood.ts';
import { LEAST_BITS, proposeTests } from './propose.ts';
import type { ProposedTest } from './test.ts';
import { FaultModel, type Weighed, type WeighProgress, weighInSteps } from './weigh.ts';

/** A fault, or two at once, with how likely it is. */
export interface FoundFault {
  readonly faults: readonly Fault[];
  readonly probability: number;
  /** What each has most likely come to, where it has steps. */
  readonly steps: readonly (Drifted | undefined)[];
  /** What opened because of it. */
  readonly blown?: string;
  /** Of the evidence by its place: what is likelier with this fault than without, and what is less likely; most telling first. */
  readonly for: readonly number[];
  readonly against: readonly number[];
}

/** Whether what is left need be told apart any further. */
export type Conclusion =
  /** One part is it, in one way or another. */
  | { readonly is: 'named'; readonly refs: readonly string[] }
  /** Nothing that can be tested tells these apart. */
  | { readonly is: 'alike'; readonly refs: readonly string[] }
  | { readonly is: 'open' }
  /** Nothing says that anything is broken. */
  | { readonly is: 'works' };

/** What is broken, as far as it is known, and what to do next. */
export interface Diagnosis {
  /** As they are with nothing broken: with the supply's volts as they were read. */
  readonly circuit: Circuit;
  readonly evidence: readonly Evidence[];
  /** Likeliest first, as far as any is worth naming. */
  readonly faults: readonly FoundFault[];
  /** That it is none of them: something that nobody thought of. */
  readonly unknown: number;
  /** That nothing is broken. */
  readonly intact: number;
  readonly next: readonly ProposedTest[];
  readonly conclusion: Conclusion;
  /** Evidence that no fault on the list goes with, by its place: a reading that contradicts the others. */
  readonly contradicts: readonly number[];
  /** Whether any LED would light with nothing broken: else the trace is not whole, or a switch of it is off. */
  readonly wouldLight: boolean;
  /** Every fault looked at, and circuits solved for them. */
  readonly looked: { readonly faults: number; readonly solved: number };
}

/** A fault so likely is named. */
export const NAMED_FROM = 0.95;
/** Fewer are not worth a line. */
const [LEAST_SHOWN, MOST_SHOWN] = [0.004, 100];
/** Beside the likeliest a fault of so much of its probability is one that cannot be told from it. */
const ALIKE_SHARE = 0.15;
/** In units of e: evidence that changes the odds by less says nothing. */
const TELLS = 0.4;
/** Evidence less likely than this beside what is expected goes with nothing on the list. */
const CONTRADICTS = Math.log(0.1);
/** A supply that reads within these shares of its mark is taken as it reads; further off it has failed, or is another one. */
const SUPPLY_AS_READ = { ac: [0.75, 1.3], dc: [0.93, 1.15] } as const;
/** Nearer it is what it is marked. */
const SUPPLY_OFF = 0.02;

/** A line that is being typed may say that the supply has other volts: that is another circuit beside the present one. */
const MOST_KEPT = 3;

/** Keeps what was solved of one circuit, for the next piece of evidence. */
export class Diagnoser {
  private readonly kept = new Map<string, FaultModel>();

  constructor(private readonly solve: SolveWarmed = solveWarmed) {}

  /** Between two steps whoever asked can stop it. */
  *inSteps(circuit: Circuit, evidence: readonly Evidence[]): Generator<WeighProgress, Result<Diagnosis>> {
    const fed = withSupplyAsRead(circuit, evidence);
    const modelled = this.modelOf(fed);
    if (!modelled.ok) return modelled;
    const model = modelled.value;
    const weighed = yield* weighInSteps(model, evidence);
    return succeed(diagnosisOf(model, weighed, evidence));
  }

  /** The bench of a circuit that a diagnosis was of. */
  benchOf(circuit: Circuit): FaultBench | undefined {
    const model = this.modelOf(circuit);
    return model.ok ? model.value.bench : undefined;
  }

  private modelOf(circuit: Circuit): Result<FaultModel> {
    const key = JSON.stringify(circuit.parts);
    const known = this.kept.get(key);
    if (known) return succeed(known);
    const bench = FaultBench.of(circuit, this.solve);
    if (!bench) {
      const solved = this.solve(circuit);
      return solved.ok ? fail('no-convergence', 'The intact circuit has no solution.', 'parts') : solved;
    }
    const model = new FaultModel(bench);
    if (this.kept.size >= MOST_KEPT) this.kept.delete(this.kept.keys().next().value as string);
    this.kept.set(key, model);
    return succeed(model);
  }
}

/** What is broken in a circuit by what was read and seen of it; an error where the intact circuit has no solution. */
export function diagnose(circuit: Circuit, evidence: readonly Evidence[], solve: SolveWarmed = solveWarmed): Result<Diagnosis> {
  const steps = new Diagnoser(solve).inSteps(circuit, evidence);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

function withSupplyAsRead(circuit: Circuit, evidence: readonly Evidence[]): Circuit {
  const supply = suppliesOf(circuit)[0];
  if (!supply) return circuit;
  const { source } = deviceOf(supply.kind);
  const field = { dc: 'volts', ac: 'voltsRms' }[supply.kind as string];
  const read = evidence.findLast((one) => isReading(one) && one.kind === 'volts' && one.across === supply.ref && one.state !== 'dead');
  if (!field || !source || !read || !isReading(read) || read.value === null) return circuit;
  const share = Math.abs(read.value) / source.volts(supply);
  const [least, most] = SUPPLY_AS_READ[supply.kind === 'ac' ? 'ac' : 'dc'];
  const isOther = Math.abs(share - 1) > SUPPLY_OFF && share > least && share < most;
  return isOther ? withFields(circuit, supply.ref, { [field]: Math.abs(read.value) }) : circuit;
}

function diagnosisOf(model: FaultModel, weighed: readonly Weighed[], evidence: readonly Evidence[]): Diagnosis {
  const of = (is: Weighed['hypothesis']['is']) => weighed.find(({ hypothesis }) => hypothesis.is === is)?.probability ?? 0;
  const broken = weighed.filter(({ hypothesis }) => hypothesis.is === 'faults');
  const shown = broken.filter(({ probability }) => probability > LEAST_SHOWN).slice(0, MOST_SHOWN);
  const mains = alternatingSource(model.bench.circuit) !== undefined;
  const next = proposeTests(model, weighed, evidence, mains);
  const logs = new Map(
    weighed.filter(({ probability }) => probability > LEAST_SHOWN / 4).map((one) => [one, evidence.map((item) => logOf(model, one, item))]),
  );
  const likeliest = weighed.find(({ hypothesis }) => hypothesis.is !== 'unknown');
  return {
    circuit: model.bench.circuit,
    evidence,
    faults: shown.map((one) => foundOf(one, logs, evidence)),
    unknown: of('unknown'),
    intact: of('intact'),
    next,
    conclusion: conclusionOf(broken, of('intact'), next),
    contradicts: evidence.flatMap((item, index) =>
      goesWithNothing(model, item, likeliest && logs.get(likeliest)?.[index]) ? [index] : [],
    ),
    wouldLight: Object.values(model.bench.whole.solution.leds).some(({ chip }) => isChipLit(chip.amps.avg)),
    looked: { faults: model.bench.faults.length, solved: model.bench.circuits.solved },
  };
}

type Logs = ReadonlyMap<Weighed, readonly number[]>;

function logOf({ likelihood }: FaultModel, { hypothesis, points }: Weighed, item: Evidence): number {
  if (hypothesis.is === 'unknown') return likelihood.logOfUnknown(item);
  return logSum(
    ...hypothesis.points.flatMap((point, index) => {
      const share = points[index] ?? 0;
      return share > 1e-3 ? [Math.log(share) + likelihood.log(item, point)] : [];
    }),
  );
}

function foundOf(one: Weighed, logs: Logs, evidence: readonly Evidence[]): FoundFault {
  const { hypothesis, probability, points } = one;
  const at = hypothesis.points[points.indexOf(Math.max(...points))];
  const own = logs.get(one) ?? [];
  const others = [...logs].filter(([other]) => other !== one);
  const tells = evidence.map((_, index) => {
    const rest = others.reduce((sum, [other]) => sum + other.probability, 0);
    if (rest < 1e-6) return 0;
    const without = logSum(...others.map(([other, log]) => Math.log(other.probability / rest) + (log[index] ?? 0)));
    return (own[index] ?? 0) - without;
  });
  const most = (sign: 1 | -1) =>
    tells
      .map((tell, index) => ({ tell: sign * tell, index }))
      .filter(({ tell }) => tell > TELLS)
      .sort((a, b) => b.tell - a.tell)
      .map(({ index }) => index);
  const blown = at?.low.blown;
  return {
    faults: hypothesis.faults,
    probability,
    steps: hypothesis.faults.map((fault) => {
      const low = at?.low.faults.find((broken) => broken.fault === fault)?.step;
      const high = at?.high.faults.find((broken) => broken.fault === fault)?.step;
      if (!low || !high || !at) return low;
      return stepAt(low, high, at.share);
    }),
    ...(blown !== undefined && { blown }),
    for: most(1),
    against: most(-1),
  };
}

function conclusionOf(broken: readonly Weighed[], intact: number, next: readonly ProposedTest[]): Conclusion {
  if (intact >= NAMED_FROM) return { is: 'works' };
  const byRefs = new Map<string, { refs: readonly string[]; probability: number }>();
  for (const { hypothesis, probability } of broken) {
    const refs = hypothesis.faults.map(({ ref }) => ref).sort();
    const key = refs.join(' ');
    byRefs.set(key, { refs, probability: probability + (byRefs.get(key)?.probability ?? 0) });
  }
  const [first, ...others] = [...byRefs.values()].sort((a, b) => b.probability - a.probability);
  if (!first) return { is: 'open' };
  if (first.probability >= NAMED_FROM) return { is: 'named', refs: first.refs };
  if (next.length > 0 && (next[0]?.bits ?? 0) >= LEAST_BITS) return { is: 'open' };
  const alike = [first, ...others.filter(({ probability }) => probability > ALIKE_SHARE * first.probability)];
  return { is: 'alike', refs: [...new Set(alike.flatMap(({ refs }) => refs))] };
}

/** Whether a reading is far from what the likeliest explanation of all the others expects: one of them is wrong. */
function goesWithNothing({ likelihood }: FaultModel, item: Evidence, log: number | undefined): boolean {
  return isReading(item) && log !== undefined && log < likelihood.logOfUnknown(item) + CONTRADICTS;
}

/** The parts and packages that a diagnosis speaks of, by their likeliest fault. */
export function likeliestOf({ faults }: Diagnosis): ReadonlyMap<string, number> {
  const by = new Map<string, number>();
  for (const { faults: together, probability } of faults) for (const { ref } of together) by.set(ref, (by.get(ref) ?? 0) + probability);
  return by;
}
