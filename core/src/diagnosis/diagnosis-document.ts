import { alternatingSource } from '../circuit/index.ts';
import type { Diagnosis } from './diagnose.ts';
import { sayConclusion, sayEvidence, sayFound, sayHow, sayResult, sayTest } from './say-diagnosis.ts';
import type { Risk, TestPlace } from './test.ts';

/** A diagnosis as a document of the open format. */
export interface DiagnosisDocument {
  readonly format: 'mindful-probe.diagnosis';
  readonly version: 1;
  readonly faults: readonly {
    readonly ref: string;
    readonly fault: string;
    readonly value?: number;
    /** The other fault, where two are broken at once. */
    readonly with?: readonly { readonly ref: string; readonly fault: string }[];
    readonly probability: number;
    readonly text: string;
  }[];
  /** That it is none of these: unknown, or nothing at all. */
  readonly none: number;
  readonly next: readonly {
    readonly test: TestPlace;
    readonly minutes: number;
    readonly risk: Risk;
    readonly bits: number;
    readonly outcomes: readonly { readonly result: string; readonly probability: number; readonly leaves: readonly string[] }[];
    readonly text: string;
  }[];
  readonly conclusion: string;
  /** Readings that go with nothing on the list. */
  readonly contradicts: readonly string[];
}

export function diagnosisDocument(diagnosis: Diagnosis): DiagnosisDocument {
  const { circuit, evidence, faults, unknown, intact, next, conclusion, contradicts } = diagnosis;
  const mains = alternatingSource(circuit) !== undefined;
  return {
    format: 'mindful-probe.diagnosis',
    version: 1,
    faults: faults.map((found) => {
      const [first, ...others] = found.faults;
      const value = found.steps[0]?.value;
      return {
        ref: first?.ref ?? '',
        fault: first?.fault ?? 'open',
        ...(value !== undefined && { value }),
        ...(others.length > 0 && { with: others.map(({ ref, fault }) => ({ ref, fault })) }),
        probability: found.probability,
        text: sayFound(circuit, found),
      };
    }),
    none: unknown + intact,
    next: next.map((proposed) => ({
      test: proposed.test,
      minutes: proposed.minutes,
      risk: proposed.risk,
      bits: proposed.bits,
      outcomes: proposed.outcomes.map(({ result, probability, leaves }) => ({ result: sayResult(proposed, result), probability, leaves })),
      text: `${sayTest(circuit, proposed.test)}: ${sayHow(circuit, proposed, mains)}`,
    })),
    conclusion: sayConclusion(circuit, conclusion, faults[0]),
    contradicts: contradicts.flatMap((index) => (evidence[index] ? [sayEvidence(evidence[index])] : [])),
  };
}
