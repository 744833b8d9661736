import type { Circuit } from '../circuit/index.ts';
import { Diagnoser, type Diagnosis, type Evidence } from '../diagnosis/index.ts';
import { seededRandom } from '../numeric/index.ts';
import { drawFaulty, isRight } from './faulty-bench.ts';

/** How diagnoses go whose truth is known. */
export interface DiagnosisScore {
  readonly gadgets: number;
  readonly right: number;
  /** Ended with some that nothing tells apart, the true one among them. */
  readonly alike: number;
  readonly medianTests: number;
  /** Live contacts with mains proposed first while a dead test of half its worth was there: none is allowed. */
  readonly liveBeforeDead: number;
  /**
   * Of what was said to be as likely as 75 to 85 % among all faults: how many were so. Every gadget here has a fault that is
   * on the list, so what is said of none, and of one that nobody thought of, is left out of account.
   */
  readonly calibrated: { readonly said: number; readonly true: number };
  readonly missed: readonly string[];
}

const MOST_TESTS = 25;

/** Plays gadgets with a fault each by the advice of the diagnosis, to its end. */
export function playDiagnoses(gadgets: readonly Circuit[], count: number, seed: number): DiagnosisScore {
  const random = seededRandom(seed);
  const tests: number[] = [];
  const missed: string[] = [];
  const said = { said: 0, true: 0 };
  let [right, alike, liveBeforeDead] = [0, 0, 0];
  for (let number = 0; number < count; number++) {
    const gadget = drawFaulty(gadgets[number % gadgets.length] as Circuit, random);
    if (!gadget) continue;
    const diagnoser = new Diagnoser();
    const evidence: Evidence[] = [...gadget.first];
    let diagnosis = now(diagnoser, gadget.marked, evidence);
    let made = 0;
    for (; made < MOST_TESTS && diagnosis; made++) {
      const listed = 1 - diagnosis.intact - diagnosis.unknown;
      for (const { faults, probability } of diagnosis.faults) {
        if (probability < 0.75 * listed || probability > 0.85 * listed) continue;
        said.said += 1;
        if (faults.length === 1 && faults[0]?.ref === gadget.fault.ref && faults[0].fault === gadget.fault.fault) said.true += 1;
      }
      const [next] = diagnosis.next;
      if (diagnosis.conclusion.is !== 'open' || !next) break;
      if (next.risk === 'live' && diagnosis.next.some(({ risk, bits }) => risk !== 'live' && bits >= next.bits / 2)) liveBeforeDead += 1;
      evidence.push(...gadget.test(next.test));
      diagnosis = now(diagnoser, gadget.marked, evidence);
    }
    tests.push(made);
    if (diagnosis && isRight(diagnosis, gadget)) {
      right += 1;
      if (diagnosis.conclusion.is === 'alike') alike += 1;
    } else
      missed.push(
        `${gadget.fault.ref} ${gadget.fault.fault} ${gadget.step?.value.toPrecision(2) ?? ''}: ${JSON.stringify(diagnosis?.conclusion)}`,
      );
  }
  tests.sort((a, b) => a - b);
  const medianTests = tests[Math.floor(tests.length / 2)] ?? 0;
  return { gadgets: tests.length, right, alike, medianTests, liveBeforeDead, calibrated: said, missed };
}

function now(diagnoser: Diagnoser, circuit: Circuit, evidence: readonly Evidence[]): Diagnosis | undefined {
  const steps = diagnoser.inSteps(circuit, evidence);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value.ok ? step.value.value : undefined;
  }
}
