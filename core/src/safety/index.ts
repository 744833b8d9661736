export { type Audit, audit, auditSolved } from './audit.ts';
export { type AuditDocument, auditDocument } from './audit-document.ts';
export {
  type Finding,
  type FindingCode,
  type FindingFacts,
  isGraver,
  type LackedFact,
  type SafetyVerdict,
  type Severity,
  type TouchSort,
  type Undecided,
  VERDICT_CODES,
  verdictOf,
  worstFirst,
} from './finding.ts';
export { shortFinding } from './finding-names.ts';
export { findingSource, sayFaultStress, sayFinding, sayRemedy } from './say-finding.ts';
export { sayUndecided } from './say-undecided.ts';
export { type FaultOutcome, type FaultStress, fuseThatOpens, type SingleFault, singleFaultsOf } from './single-faults.ts';
export { isFuse } from './supply-path.ts';
