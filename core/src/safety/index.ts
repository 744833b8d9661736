export { type Audit, audit, auditSolved } from './audit.ts';
export {
  type Finding,
  type FindingCode,
  findingSource,
  type SafetyVerdict,
  type Severity,
  shortFinding,
  verdictOf,
  worstFirst,
} from './finding.ts';
