import { describe, expect, it } from '@jest/globals';
import { parseCircuit } from '../circuit/index.ts';
import { audit, type Finding, sayFinding, sayRemedy } from './index.ts';

type Loose = Record<string, unknown> & { ref: string; kind: string; pins: string[] };

function findings(parts: readonly Loose[], construction?: object): readonly Finding[] {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts, ...(construction && { construction }) });
  if (!parsed.ok) throw new Error(parsed.error.message);
  const audited = audit(parsed.value);
  if (!audited.ok) throw new Error(audited.error.message);
  return audited.value.findings;
}

const said = (parts: readonly Loose[], construction?: object) =>
  findings(parts, construction).map(({ severity, code, ref }) => `${severity} ${code} ${ref}`);

const good: Loose[] = [
  { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
  { ref: 'F1', kind: 'fuse', pins: ['L', 'f'], rated: { amps: 0.5 } },
  { ref: 'R1', kind: 'resistor', pins: ['f', 'a'], ohms: 100, rated: { watts: 1 } },
  { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 0.33e-6, rated: { class: 'X2' } },
  { ref: 'R2', kind: 'resistor', pins: ['a', 'b'], ohms: 470e3, rated: { watts: 0.5, volts: 350 } },
  { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
  { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 22e-6, rated: { volts: 400 } },
  { ref: 'R3', kind: 'resistor', pins: ['p', 'm'], ohms: 220e3, rated: { watts: 1, volts: 400 } },
  { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 24 },
];
const without = (...refs: string[]) =>
  good
    .filter(({ ref }) => !refs.includes(ref))
    .map((part) => ({ ...part, pins: part.pins.map((net) => (refs.includes('F1') && net === 'f' ? 'L' : net)) }));

describe('a mains lamp', () => {
  it('that has everything has nothing against it', () => {
    expect(said(good).filter((text) => !text.startsWith('note'))).toEqual([]);
  });

  it('with a dropper of no known class is one to be careful of', () => {
    expect(said(good.map((part) => (part.ref === 'C1' ? { ...part, rated: { volts: 400 } } : part)))).toContain(
      'caution capacitor-class C1',
    );
  });

  it('every finding has words and a mend', () => {
    for (const finding of findings(without('F1', 'R2'), { case: 'metal', earthed: false })) {
      expect(sayFinding(finding).length).toBeGreaterThan(20);
      expect(sayRemedy(finding).length).toBeGreaterThan(10);
    }
  });
});

describe('things on cells', () => {
  const lithium: Loose = { ref: 'B1', kind: 'battery', pins: ['+', '-'], chemistry: 'li-ion', size: '18650' };
  const led: Loose = { ref: 'D1', kind: 'led', pins: ['+', '-'] };

  it('lithium without protection, and an LED that nothing holds back', () => {
    expect(said([lithium, led], { cellsProtected: false })).toEqual([
      'unsafe unprotected-cells B1',
      'caution no-current-limit D1',
      'caution over-amps D1',
    ]);
    expect(said([lithium, led], { cellsProtected: true })).toEqual(['caution no-current-limit D1', 'caution over-amps D1']);
  });
});
