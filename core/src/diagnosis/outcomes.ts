import { packagesNamed } from '../circuit/index.ts';
import { readingUncertainty } from '../quantity/index.ts';
import type { FaultReading } from './evidence.ts';
import type { Expected } from './expect.ts';
import { faultKey } from './fault.ts';
import { aloneProbabilities, expectedAt, type Light, MAKES_CONTACT, type Point, SLIP } from './likelihood.ts';
import { lookProbability, signProbability } from './signs.ts';
import type { Outcome, TestPlace } from './test.ts';
import type { FaultModel, Hypothesis, Weighed } from './weigh.ts';

/** A fault of which less is left is ruled out. */
const RULED_OUT = 0.15;

/** What a test can come to, and how likely with each hypothesis. */
export interface Told {
  readonly told: readonly Outcome[];
  /** Of each likely hypothesis: how likely each outcome is with it. */
  readonly distributions: readonly (readonly number[])[];
}

/** What a test comes to, by what is likely. */
export function outcomesOf(model: FaultModel, test: TestPlace, likely: readonly Weighed[]): Told {
  const { results, of } = resultsOf(model, test, likely);
  const distributions = likely.map((one) => {
    const raw = of(one);
    const sum = raw.reduce((total, share) => total + share, 0);
    return raw.map((share) => share / sum);
  });
  const told = results.map((result, index): Outcome => {
    const shares = likely.map(({ probability }, at) => probability * (distributions[at]?.[index] ?? 0));
    const probability = shares.reduce((sum, share) => sum + share, 0);
    // What is left has kept a fair share of how likely it was, and is worth naming.
    const leaves = likely
      .map((one, at) => ({ one, after: probability > 0 ? (shares[at] as number) / probability : 0 }))
      .filter(({ one, after }) => one.hypothesis.is === 'faults' && after > 0.01 && after > RULED_OUT * one.probability)
      .sort((a, b) => b.after - a.after)
      .map(({ one }) => one.hypothesis.faults.map(faultKey).join(' and '));
    return { result, probability, leaves: [...new Set(leaves)] };
  });
  return { told: merged(told).filter(({ probability }) => probability > LEAST_OUTCOME), distributions };
}

/** A rarer outcome is not worth foretelling. */
const LEAST_OUTCOME = 0.01;

/** Neighbouring figures that leave the same fault first are one outcome, likeliest outcome first. */
function merged(told: readonly Outcome[]): readonly Outcome[] {
  const joined: Outcome[] = [];
  for (const one of told) {
    const last = joined.at(-1);
    if (!last || typeof last.result === 'string' || typeof one.result === 'string' || last.leaves[0] !== one.leaves[0]) {
      joined.push(one);
      continue;
    }
    const probability = last.probability + one.probability;
    const leaves = last.probability >= one.probability ? [...last.leaves, ...one.leaves] : [...one.leaves, ...last.leaves];
    joined[joined.length - 1] = { result: { from: last.result.from, to: one.result.to }, probability, leaves: [...new Set(leaves)] };
  }
  return joined.sort((a, b) => b.probability - a.probability);
}

interface Results {
  readonly results: readonly Outcome['result'][];
  readonly of: (weighed: Weighed) => readonly number[];
}

function resultsOf(model: FaultModel, test: TestPlace, likely: readonly Weighed[]): Results {
  switch (test.kind) {
    case 'seen':
      return lookResults(model, likely);
    case 'tapped':
      return {
        results: ['yes', 'no'],
        of: ({ hypothesis }) => {
          const yes = hypothesis.faults.reduce(
            (most, fault) => Math.max(most, signProbability(model.bench.circuit, fault, 'tapped')),
            0.02,
          );
          return [yes, 1 - yes];
        },
      };
    case 'volts':
      if (test.atAmps !== undefined && packagesNamed(model.bench.expectations.packages, test.across).length > 0)
        return test.each ? eachResults(model, test.across) : lightResults(model, test.across);
  }
  return figureResults(model, model.bench.readingOf(test), likely);
}

/** A mark at one part or another, or nothing. */
function lookResults(model: FaultModel, likely: readonly Weighed[]): Results {
  const refs = [...new Set(likely.flatMap(({ hypothesis }) => hypothesis.faults.map(({ ref }) => ref)))];
  const elsewhere = 0.01;
  return {
    results: ['nothing', ...refs],
    of: ({ hypothesis }) => {
      const at = refs.map((ref) => {
        const fault = hypothesis.faults.find((one) => one.ref === ref);
        return fault ? lookProbability(model.bench.circuit, fault) : elsewhere;
      });
      return [Math.max(0.05, 1 - at.reduce((sum, share) => sum + share, 0)), ...at];
    },
  };
}

const LIGHTS: readonly Light[] = ['dark', 'dim', 'lights'];

function lightResults(model: FaultModel, name: string): Results {
  const intact = aloneProbabilities(model.bench.expectations, name, model.bench.whole);
  return {
    results: LIGHTS,
    of: ({ hypothesis, points }) => {
      if (hypothesis.is === 'unknown') return LIGHTS.map((light) => intact[light]);
      return LIGHTS.map((light) =>
        hypothesis.points.reduce((sum, { low }, index) => {
          const contact = low.faults.some(({ fault }) => fault.fault === 'joint') ? MAKES_CONTACT : 0;
          const broken = aloneProbabilities(model.bench.expectations, name, low)[light];
          return sum + (points[index] ?? 0) * ((1 - contact) * broken + contact * intact[light]);
        }, 0),
      );
    },
  };
}

/** Package after package: all light, or one does not. */
function eachResults(model: FaultModel, name: string): Results {
  const names = packagesNamed(model.bench.expectations.packages, name).map((one) => one.name);
  const slips = SLIP / (names.length + 1);
  return {
    results: ['lights', ...names],
    of: ({ hypothesis }) => {
      const odd = hypothesis.faults.find(({ ref, fault }) => names.includes(ref) && fault !== 'drift');
      const shows = odd ? (1 - SLIP) * (odd.fault === 'joint' ? 1 - MAKES_CONTACT : 1) : 0;
      return ['lights', ...names].map((result) => {
        const share = result === odd?.ref ? shows : result === 'lights' ? 1 - SLIP - shows : 0;
        return share + slips;
      });
    },
  };
}

/** What a meter may show, cut into figures that can be told from each other; beyond the range is one of them. */
function figureResults(model: FaultModel, reading: FaultReading, likely: readonly Weighed[]): Results {
  const at = (point: Point) => expectedAt(model.bench.expectations, reading, point);
  const expected = likely.map(({ hypothesis }) => hypothesis.points.map(at));
  const whole = at({ low: model.bench.whole, high: model.bench.whole, share: 0 });
  const all = [...expected.flat(), whole];
  const cells = cellsOf(all.filter((one) => one !== 'beyond').map((one) => widened(reading, one)));
  const results: Outcome['result'][] = cells.map(({ from, to }) => ({ from, to }));
  if (all.includes('beyond')) results.push('beyond');
  const sharesOf = (one: Expected): readonly number[] => {
    const own = one === 'beyond' ? [...cells.map(() => 0), 1] : [...sharesAt(cells, widened(reading, one)), 0];
    return results.map((_, index) => (1 - SLIP) * (own[index] ?? 0) + SLIP / results.length);
  };
  const intact = sharesOf(whole);
  return {
    results,
    of: ({ hypothesis, points }) => {
      if (hypothesis.is === 'unknown') return intact.map((share) => 0.6 * share + 0.4 / results.length);
      const own = expected[likely.findIndex((one) => one.hypothesis === hypothesis)] ?? [];
      const contact = isLoose(hypothesis) ? MAKES_CONTACT : 0;
      const shares = results.map((_, index) => contact * (intact[index] ?? 0));
      for (const [at, one] of own.entries()) {
        if ((points[at] ?? 0) < LEAST_POINT) continue;
        for (const [index, share] of sharesOf(one).entries())
          shares[index] = (shares[index] as number) + (1 - contact) * (points[at] as number) * share;
      }
      return shares;
    },
  };
}

/** A point of a fault that is less likely changes no outcome. */
const LEAST_POINT = 1e-3;

function isLoose({ faults }: Hypothesis): boolean {
  return faults.some(({ fault }) => fault === 'joint');
}

interface Widened {
  readonly value: number;
  readonly width: number;
}

/** What a step of the last digit is worth at the least, in the reading's unit. */
const LAST_DIGIT: Readonly<Record<FaultReading['kind'], number>> = { volts: 1e-3, amps: 1e-6, ohms: 0.1, farads: 1e-11, watts: 0.01 };

function widened({ kind }: FaultReading, { value, spread }: Exclude<Expected, 'beyond'>): Widened {
  const meter = readingUncertainty(kind, value, Math.max(LAST_DIGIT[kind], Math.abs(value) * 1e-3));
  return { value, width: Math.hypot(spread, meter) };
}

/** Figures that lie about so many standard deviations apart, each with those nearest to it. */
interface Cell extends Widened {
  readonly from: number;
  readonly to: number;
}

const APART = 1.5;
const MOST_CELLS = 40;

function cellsOf(figures: readonly Widened[]): readonly Cell[] {
  const cells: Cell[] = [];
  for (const one of [...figures].sort((a, b) => a.value - b.value)) {
    const last = cells.at(-1);
    if (!last || (one.value - last.value > APART * Math.max(one.width, last.width) && cells.length < MOST_CELLS))
      cells.push({ ...one, from: one.value, to: one.value });
    else cells[cells.length - 1] = { ...last, to: one.value };
  }
  return cells;
}

/** How likely a figure of this spread is read as each of them. */
function sharesAt(cells: readonly Cell[], { value, width }: Widened): readonly number[] {
  const weights = cells.map((cell) => {
    const away = value < cell.from ? cell.from - value : value > cell.to ? value - cell.to : 0;
    return Math.exp(-0.5 * (away / width) ** 2);
  });
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return weights.map((weight) => weight / sum);
}
