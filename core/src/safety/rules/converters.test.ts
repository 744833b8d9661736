import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../../circuit/circuit.testing.ts';
import { audit } from '../audit.ts';
import { sayFinding } from '../say-finding.ts';

/** A converter of 30 V with nothing on it that holds 350 mA, on a supply, with so many chips in series of about 3.1 V. */
function said(mode: 'buck' | 'boost' | 'boost-buck', volts: number, series: number, more: object = {}): readonly string[] {
  const circuit = circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['i', '0'], volts, ohms: 0.01 },
    {
      ref: 'U1',
      kind: 'converter',
      pins: ['i', '0', 'o', '0'],
      mode,
      outVolts: 30,
      limitAmps: 0.35,
      efficiency: 0.9,
      minInVolts: 4,
      maxInVolts: 40,
      ...more,
    },
    { ref: 'D1', kind: 'led', pins: ['o', '0'], series, points: [[0.35, 3.1]], rated: { amps: 0.7 } },
  ]);
  const found = audit(circuit);
  if (!found.ok) throw new Error(found.error.message);
  return found.value.findings
    .filter(({ code }) => code === 'converter-volts')
    .map((finding) => `${finding.severity}: ${sayFinding(finding).replace(/\s/g, ' ')}`);
}

describe('a converter', () => {
  it('that steps down makes no more volts than it gets', () => {
    // Four chips at 350 mA have 4 × 3.1 V = 12.4 V.
    expect(said('buck', 8, 4)).toEqual([
      'caution: U1 steps down, and cannot make 12.4 V of 7.99 V: its load gets less than is worked out here.',
    ]);
    expect(said('buck', 24, 4)).toEqual([]);
    // A hundredth more is taken for rounding.
    expect(said('buck', 12.3, 4)).toEqual([]);
    expect(said('buck', 12.2, 4)).toHaveLength(1);
  });

  it('that steps up holds back nothing of what is fed more volts than its load has', () => {
    expect(said('boost', 24, 4)).toEqual([
      'caution: U1 steps up, and its load takes 12.4 V where 24.0 V go in: current reaches it through the coil, which no limit holds back.',
    ]);
    expect(said('boost', 8, 4)).toEqual([]);
    // Up to a diode's drop over the load, 0.3 V, the coil need not conduct all the time.
    expect(said('boost', 12.65, 4)).toEqual([]);
    expect(said('boost', 12.8, 4)).toHaveLength(1);
  });

  it('that does both is right either way, and one that is off is wrong in nothing', () => {
    for (const volts of [8, 24]) expect(said('boost-buck', volts, 4)).toEqual([]);
    expect(said('buck', 3, 4)).toEqual([]);
  });

  it('on more volts than it takes is unsafe, or where its range is what is usual one to be careful of', () => {
    expect(said('buck', 41, 4)).toEqual(['unsafe: U1 is fed 41.0 V and takes 40 V.']);
    expect(said('buck', 41, 4, { rangeAssumed: true })[0]).toMatch(/^caution: U1 is fed 41\.0 V; what it takes was not read/);
    expect(said('buck', 40, 4)).toEqual([]);
  });
});
