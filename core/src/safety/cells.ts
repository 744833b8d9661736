import { partsOfKind } from '../circuit/index.ts';
import { isRechargeableLithium } from '../device/index.ts';
import type { Finding, SafetyRule } from './finding.ts';

/** Cells that can burn, and cells that do not belong together. */
export const cellFindings: SafetyRule = ({ circuit }) => {
  const packs = partsOfKind(circuit, 'battery');
  const findings: Finding[] = [];
  for (const { ref, chemistry } of packs) {
    if (!isRechargeableLithium(chemistry) || circuit.construction?.cellsProtected === true) continue;
    const known = circuit.construction?.cellsProtected === false;
    findings.push({
      code: 'unprotected-cells',
      severity: known ? 'unsafe' : 'caution',
      ref,
      text: `${ref} is of lithium cells ${known ? 'without protection' : 'whose protection is not known'}: run flat or shorted they are spoilt or burn.`,
      mend: 'Protected cells, or a protection board at the pack.',
    });
  }
  const kinds = new Set(packs.map(({ chemistry, size }) => `${chemistry ?? ''} ${size ?? ''}`));
  if (packs.length > 1 && kinds.size > 1) {
    findings.push({
      code: 'mixed-cells',
      severity: 'caution',
      ref: packs[0]?.ref ?? '',
      text: `${packs.map(({ ref }) => ref).join(' and ')} are cells of different kinds: the weaker are reversed when flat.`,
      mend: 'Cells of one kind and one age.',
    });
  }
  return findings;
};
