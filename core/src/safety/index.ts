export { type Audit, audit, auditSolved } from './audit.ts';
export type { Finding, FindingCode, Severity } from './finding.ts';
