import type { Arrangement } from '../arrangement/index.ts';
import type { Solution } from '../solve/index.ts';
import type { Audit } from './audit.ts';
import { type FindingCode, type Severity, VERDICT_CODES } from './finding.ts';
import { sayFinding, sayRemedy } from './say-finding.ts';
import { sayUndecided } from './say-undecided.ts';

/** An audit as a document, with everything in words. */
export interface AuditDocument {
  readonly verdict: (typeof VERDICT_CODES)[keyof typeof VERDICT_CODES];
  readonly solution: Solution;
  readonly arrangements: readonly Arrangement[];
  readonly findings: readonly {
    readonly code: FindingCode;
    readonly severity: Severity;
    readonly ref: string;
    readonly assumed?: true;
    readonly text: string;
    readonly mend: string;
  }[];
  /** The rules that could not tell. */
  readonly unknowns: readonly { readonly code: FindingCode; readonly ref: string; readonly text: string; readonly settleBy: string }[];
  readonly discharges: Audit['discharges'];
  readonly faults: Audit['faults'];
}

export function auditDocument({ verdict, solution, arrangements, findings, undecided, discharges, faults }: Audit): AuditDocument {
  return {
    verdict: VERDICT_CODES[verdict],
    solution,
    arrangements,
    findings: findings.map((finding) => {
      const { code, severity, ref, assumed } = finding;
      return { code, severity, ref, ...(assumed && { assumed }), text: sayFinding(finding), mend: sayRemedy(finding) };
    }),
    unknowns: undecided.map((one) => ({ code: one.code, ref: one.ref, ...sayUndecided(one) })),
    discharges,
    faults,
  };
}
