import { partsOfKind } from '../circuit/index.ts';
import type { Finding, SafetyRule } from './finding.ts';

/** Strings and regulators that share badly, and LEDs that nothing holds back. */
export const driveFindings: SafetyRule = ({ circuit, arrangements, solution }) => {
  const findings: Finding[] = [];
  for (const { code, roles, missing } of arrangements) {
    const [ref = ''] = roles.string ?? roles.regulator ?? [];
    if (code === 'parallel-strings' && missing.includes('ballast')) {
      findings.push({
        code: 'unbalanced-strings',
        severity: 'caution',
        ref,
        text: 'Strings are in parallel with nothing to share the current evenly: the one with the lowest volts takes most, and fails first.',
        mend: 'A small resistor in each string, or chips of one bin.',
      });
    }
    if (code === 'parallel-regulators') {
      findings.push({
        code: 'parallel-regulators',
        severity: 'note',
        ref,
        text: `${(roles.regulator ?? []).join(' and ')} regulate one current together: each adds its own, and one that fails short takes over.`,
        mend: 'One regulator a string.',
      });
    }
    if (code === 'direct') {
      findings.push({
        code: 'no-current-limit',
        severity: 'caution',
        ref,
        text: 'Nothing but the source holds the current back: a volt more, or fresher cells, and it doubles.',
        mend: 'A resistor or a driver in the lead.',
      });
    }
  }
  for (const part of partsOfKind(circuit, 'converter')) {
    const volts = solution.parts[part.ref]?.volts.max ?? 0;
    if (volts <= part.maxInVolts) continue;
    findings.push({
      code: 'converter-volts',
      severity: 'unsafe',
      ref: part.ref,
      text: `${part.ref} is fed ${volts.toPrecision(3)} V and takes ${part.maxInVolts} V.`,
      mend: 'A lower supply, or a converter for more volts.',
    });
  }
  return findings;
};
