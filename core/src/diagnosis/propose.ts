import { candidatesOf } from './candidates.ts';
import type { Evidence } from './evidence.ts';
import { outcomesOf } from './outcomes.ts';
import type { ProposedTest, Risk } from './test.ts';
import type { FaultModel, Weighed } from './weigh.ts';

/** What a test weighs next to one that cannot hurt. */
const RISKS: Readonly<Record<Risk, number>> = { none: 1, low: 1.6, live: 8 };
/** Sitting down to it, in minutes. */
const SETTING_UP = 1;
/** A test that is expected to tell less is none. */
export const LEAST_BITS = 0.02;
/** A live test stands after every other that tells at least so much of what it does. */
const COMPARABLE = 0.5;
/** What cannot hurt goes before a probe at mains in any case while it tells so much, bits. */
const TELLS = 0.1;

/** Tests that have not been made, those worth most for their minutes and risk first. */
export function proposeTests(
  model: FaultModel,
  weighed: readonly Weighed[],
  evidence: readonly Evidence[],
  mains: boolean,
): readonly ProposedTest[] {
  const likely = weighed.filter(({ probability }) => probability > 1e-4);
  const proposed = candidatesOf(model.bench, evidence, mains).flatMap(({ test, minutes, risk }): ProposedTest[] => {
    const outcomes = outcomesOf(model, test, likely);
    const bits = informationOf(outcomes.distributions, likely);
    return bits < LEAST_BITS ? [] : [{ test, minutes, risk, bits, outcomes: outcomes.told }];
  });
  const worth = ({ bits, minutes, risk }: ProposedTest) => bits / Math.sqrt(minutes + SETTING_UP) / RISKS[risk];
  return liveLast(proposed.sort((a, b) => worth(b) - worth(a)));
}

/** Where a test at mains stands before one that cannot hurt and does nearly as well, it goes behind it. */
function liveLast(proposed: readonly ProposedTest[]): readonly ProposedTest[] {
  const live = proposed.filter(({ risk }) => risk === 'live');
  const ordered: ProposedTest[] = proposed.filter(({ risk }) => risk !== 'live');
  for (const one of live) {
    const isWorth = ({ risk, bits }: ProposedTest) => risk !== 'live' && (bits >= COMPARABLE * one.bits || bits >= TELLS);
    let at = ordered.findLastIndex(isWorth) + 1;
    while (ordered[at]?.risk === 'live') at += 1;
    ordered.splice(at, 0, one);
  }
  return ordered;
}

/** The mutual information of the outcome and of what is broken, in bits. */
function informationOf(distributions: readonly (readonly number[])[], likely: readonly Weighed[]): number {
  const total = likely.reduce((sum, { probability }) => sum + probability, 0);
  const count = distributions[0]?.length ?? 0;
  const overall = Array.from({ length: count }, (_, index) =>
    distributions.reduce((sum, shares, at) => sum + ((likely[at]?.probability ?? 0) / total) * (shares[index] ?? 0), 0),
  );
  return likely.reduce((bits, { probability }, at) => {
    const own = (distributions[at] ?? []).reduce(
      (sum, share, index) => (share > 0 ? sum + share * Math.log2(share / (overall[index] as number)) : sum),
      0,
    );
    return bits + (probability / total) * own;
  }, 0);
}
