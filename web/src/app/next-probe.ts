import {
  type Appraisal,
  alternatingSource,
  type BenchState,
  type Diagnosis,
  type Discharge,
  holdLine,
  type Judgement,
  lineOfTest,
  misfitsIn,
  partsOfKind,
  type Specimen,
  sayConclusion,
  sayDischarge,
  sayHow,
  sayOver,
  saySettling,
  sayTest,
  sayUndecided,
  type Undecided,
} from '@mindful-probe/core';
import { sayProposal } from '../shared/figures/say-proposal.ts';
import type { AnalysisView } from '../shared/worker/use-analysis.ts';

export interface NextProbe {
  /** Short, in mono: a ref. */
  readonly what: string;
  readonly why: string;
  /** What goes on the bench line when it is taken. */
  readonly line: string;
  /** The bench state that it is read in, where that matters. */
  readonly state?: 'dead' | 'live';
}

/** The one obvious next thing: what is missing for a circuit, else the reading that settles most of the LED current. */
export function nextProbeOf(specimen: Specimen, analysis: AnalysisView | undefined, diagnosis?: Diagnosis): NextProbe | undefined {
  if (diagnosis && (diagnosis.wouldLight || !looseIn(specimen))) return nextTestOf(diagnosis);
  if (specimen.claims.length === 0) return { what: 'claim', why: 'what body, box or listing says, with its unit', line: 'claim ' };
  const beep = nextBeepOf(specimen);
  if (beep) return beep;
  if (!analysis) return undefined;
  const current = analysis.after ?? analysis.found;
  if (!current.ok) return missingPart(specimen, current.error.message);
  if (!current.value.hardest) return { what: 'LED', why: 'no LED is traced yet: D1 led white', line: 'D1 led ' };
  const loose = looseIn(specimen);
  if (loose !== undefined) return { what: loose, why: 'this pin is joined to nothing yet', line: `join ${loose} ` };
  return proposal(current.value, analysis.afterJudged ?? analysis.judged);
}

/** The first pin that is joined to nothing. */
function looseIn({ nets }: Specimen): string | undefined {
  return nets.find(({ pins }) => pins.length === 1)?.pins[0];
}

/** While it does not work: the test that tells most of which fault it is. */
function nextTestOf({ circuit, next, conclusion, faults }: Diagnosis): NextProbe | undefined {
  const [first] = next;
  const said = sayConclusion(circuit, conclusion, faults[0]);
  if (said !== '') return { what: conclusion.is === 'works' ? 'works' : (faults[0]?.faults[0]?.ref ?? ''), why: said, line: '' };
  if (!first) return undefined;
  const { test } = first;
  const state = 'state' in test ? test.state : test.kind === 'tapped' ? 'live' : 'dead';
  return {
    what: sayTest(circuit, test),
    why: sayHow(circuit, first, alternatingSource(circuit) !== undefined),
    line: lineOfTest(test),
    state,
  };
}

/** Where a store may still hold volts, the reading that shows that it does not comes before any other. */
export function dischargeProbeOf({ benchState }: Specimen, discharges: readonly Discharge[]): NextProbe | undefined {
  const slowest = [...discharges].sort(
    (a, b) => (b.longest?.secondsTo34 ?? Number.POSITIVE_INFINITY) - (a.longest?.secondsTo34 ?? Number.POSITIVE_INFINITY),
  )[0];
  if (benchState !== 'charged') return undefined;
  if (!slowest) return { what: 'charged', why: 'no capacitor entered: measure over every large one before a hand goes in', line: '' };
  return { what: slowest.ref, why: sayDischarge(slowest), line: `${slowest.ref} ` };
}

/** What may still hold a charge. Until the circuit is solved any capacitor may: the careful answer comes first. */
export function storesOf(
  { circuit }: Specimen,
  analysis: AnalysisView | undefined,
): { readonly discharges: readonly Discharge[]; readonly mayHold: boolean } {
  const discharges = (analysis?.afterJudged ?? analysis?.judged)?.discharges;
  return {
    discharges: discharges ?? [],
    mayHold: discharges ? discharges.length > 0 : partsOfKind(circuit, 'capacitor').length > 0,
  };
}

/** Where the key leads: off again means charged first, where something can hold a charge. */
export function stateAfter(state: BenchState, hasStore: boolean): BenchState {
  if (state === 'dead') return 'live';
  return state === 'live' && hasStore ? 'charged' : 'dead';
}

/** Where pads are being beeped out, the hold that settles most; then the test of what is in doubt. */
function nextBeepOf({ continuity, pads }: Specimen): NextProbe | undefined {
  if (!continuity) return undefined;
  const { nextHold, doubtful, contradictions, pairs, unknownPairs } = continuity;
  if (contradictions.length > 0) return { what: 'clash', why: 'holds on the tape cannot all be true; strike one on Trace', line: '' };
  if (nextHold) {
    const why = `over ${sayOver(nextHold, pads.length)}: settles ${nextHold.settlesPairs} pairs; ${pairs - unknownPairs} of ${pairs} are`;
    return { what: `hold ${nextHold.hold}`, why, line: holdLine(nextHold, pads.length) };
  }
  const [doubt] = doubtful;
  if (!doubt) return undefined;
  const [a, b] = doubt.pads;
  return { what: `${a} to ${b}`, why: saySettling(doubt), line: `hold ${a} over ${b}: ${b} ` };
}

function missingPart(specimen: Specimen, message: string): NextProbe {
  if (specimen.circuit.parts.length === 0) return { what: 'V1', why: 'the supply first: V1 5v usb, or B1 3 aaa alkaline', line: '' };
  return { what: 'trace', why: message, line: '' };
}

function proposal(appraisal: Appraisal, judgement: Judgement | undefined): NextProbe {
  const [best] = appraisal.next;
  const off = misfitsIn(appraisal.slots);
  if (!best && off.length > 0)
    return {
      what: 'misfit',
      why: `${off.length} ${off.length === 1 ? 'reading does' : 'readings do'} not fit: Readings says what would explain it`,
      line: '',
    };
  if (!best || !appraisal.hardest)
    return lackedBy(judgement) ?? { what: 'enough', why: 'more readings would hardly change the verdict', line: '' };
  const { what, place, gain, line } = sayProposal(best, appraisal.hardest.figure.value, appraisal.circuit);
  return { what, why: `${place}: ${appraisal.hardest.ref} current ${gain}`, line, state: best.state };
}

/** Facts that a reading at the supply gives. */
const READ_AT_SUPPLY: readonly Undecided['lacks'][] = ['live-reading', 'in-line-reading'];

/** What the verdict waits for, where no reading would tell more of the current. */
function lackedBy(judgement: Judgement | undefined): NextProbe | undefined {
  const undecided = judgement?.undecided ?? [];
  const lacked = undecided.find(({ lacks }) => READ_AT_SUPPLY.includes(lacks)) ?? undecided[0];
  if (!lacked) return undefined;
  const why = sayUndecided(lacked).settleBy;
  if (READ_AT_SUPPLY.includes(lacked.lacks)) return { what: 'in', why, line: 'in ', state: 'live' };
  return { what: lacked.ref === '' ? 'look' : lacked.ref, why, line: '' };
}
