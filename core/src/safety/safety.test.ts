import { describe, expect, it } from '@jest/globals';
import { parseCircuit } from '../circuit/index.ts';
import { audit, type Finding } from './index.ts';

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
  { ref: 'F1', kind: 'fuse', pins: ['L', 'f'] },
  { ref: 'R1', kind: 'resistor', pins: ['f', 'a'], ohms: 100 },
  { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 0.33e-6, rated: { class: 'X2' } },
  { ref: 'R2', kind: 'resistor', pins: ['a', 'b'], ohms: 470e3 },
  { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
  { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 220e-6 },
  { ref: 'R3', kind: 'resistor', pins: ['p', 'm'], ohms: 33e3 },
  { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 24 },
];
const without = (...refs: string[]) =>
  good
    .filter(({ ref }) => !refs.includes(ref))
    .map((part) => ({ ...part, pins: part.pins.map((net) => (refs.includes('F1') && net === 'f' ? 'L' : net)) }));

describe('a mains lamp', () => {
  it('that has everything has nothing against it', () => {
    expect(said(good)).toEqual([]);
  });

  it.each<[string, Loose[], object | undefined, string]>([
    ['no fuse', without('F1'), undefined, 'unsafe no-fuse V1'],
    ['its fuse in the neutral', good, { livePin: 'N' }, 'unsafe fuse-in-neutral F1'],
    ['a metal case without earth', good, { case: 'metal', earthed: false }, 'unsafe no-earth V1'],
    ['a plastic case', good, { case: 'plastic' }, 'note single-insulation V1'],
    ['no bleeder on its dropper', without('R2'), undefined, 'unsafe no-bleeder C1'],
    ['a slow bleeder', good.map((part) => (part.ref === 'R2' ? { ...part, ohms: 4.7e6 } : part)), undefined, 'caution slow-bleeder C1'],
    [
      'a dropper of no known class',
      good.map((part) => (part.ref === 'C1' ? { ...part, rated: {} } : part)),
      undefined,
      'caution capacitor-class C1',
    ],
    [
      'a dropper of the wrong class',
      good.map((part) => (part.ref === 'C1' ? { ...part, rated: { class: 'film' } } : part)),
      undefined,
      'unsafe capacitor-class C1',
    ],
    ['no reservoir', without('C2', 'R3'), undefined, 'note flicker D1'],
    [
      'a surge resistor of too few watts',
      good.map((part) => (part.ref === 'R1' ? { ...part, rated: { watts: 0.01 } } : part)),
      undefined,
      'unsafe over-watts R1',
    ],
    [
      'an overdriven string',
      good.map((part) => (part.ref === 'D1' ? { ...part, rated: { amps: 0.01 } } : part)),
      undefined,
      'caution over-amps D1',
    ],
  ])('with %s', (_, parts, construction, expected) => {
    expect(said(parts, construction)).toContain(expected);
  });

  it('every finding has words and a mend', () => {
    for (const { text, mend } of findings(without('F1', 'R2'), { case: 'metal' })) {
      expect(text.length).toBeGreaterThan(20);
      expect(mend.length).toBeGreaterThan(10);
    }
  });
});

describe('things on cells', () => {
  const lithium: Loose = { ref: 'B1', kind: 'battery', pins: ['+', '-'], chemistry: 'li-ion', size: '18650' };
  const led: Loose = { ref: 'D1', kind: 'led', pins: ['+', '-'] };

  it('lithium without protection, and an LED that nothing holds back', () => {
    expect(said([lithium, led], { cellsProtected: false })).toEqual(['unsafe unprotected-cells B1', 'caution no-current-limit D1']);
    expect(said([lithium, led], { cellsProtected: true })).toEqual(['caution no-current-limit D1']);
  });

  it('cells of two kinds', () => {
    const two: Loose[] = [
      { ref: 'B1', kind: 'battery', pins: ['+', 'x'], chemistry: 'alkaline', size: 'AA' },
      { ref: 'B2', kind: 'battery', pins: ['x', '-'], chemistry: 'nimh', size: 'AA' },
      { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 10 },
      { ref: 'D1', kind: 'led', pins: ['a', '-'] },
    ];
    expect(said(two)).toContain('caution mixed-cells B1');
  });

  it('strings side by side without a resistor each', () => {
    const parts: Loose[] = [
      { ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 27 },
      { ref: 'D1', kind: 'led', pins: ['a', '-'] },
      { ref: 'D2', kind: 'led', pins: ['a', '-'] },
    ];
    expect(said(parts)).toContain('caution unbalanced-strings D1');
  });

  it('a converter that is fed too much', () => {
    const parts: Loose[] = [
      { ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 12 },
      {
        ref: 'K1',
        kind: 'converter',
        pins: ['+', '-', 'o', '-'],
        mode: 'buck',
        outVolts: 3,
        limitAmps: 0.02,
        efficiency: 0.8,
        minInVolts: 1,
        maxInVolts: 6,
      },
      { ref: 'R1', kind: 'resistor', pins: ['o', '-'], ohms: 1000 },
    ];
    expect(said(parts)).toContain('unsafe converter-volts K1');
  });
});
