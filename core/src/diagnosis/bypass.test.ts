import { describe, expect, it } from '@jest/globals';
import { type Circuit, parseCircuit } from '../circuit/index.ts';
import { bypassesSeen } from './bypass.ts';
import { type Diagnosis, diagnose, type Evidence, FaultBench, lightProbabilities, sayFound } from './index.ts';

/** Twelve packages of one die in a row on 48 V. */
const BAR = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 48 },
  { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 820 },
  { ref: 'D1-D12', kind: 'led', pins: ['a', 'm'], colour: 'white', series: 12 },
]);
const dark = (of: string): Evidence => ({ kind: 'lights', of, value: false });
const lit = (of: string): Evidence => ({ kind: 'lights', of, value: true });

function circuitOf(parts: readonly unknown[]): Circuit {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}

function diagnosed(evidence: readonly Evidence[], circuit = BAR): Diagnosis {
  const found = diagnose(circuit, evidence);
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
}

const refsSeen = (evidence: readonly Evidence[], circuit = BAR) => bypassesSeen(circuit, evidence).map(({ ref }) => ref);
const likelyOf = ({ faults }: Diagnosis, ref: string) =>
  faults.filter((one) => one.faults.length === 1 && one.faults[0]?.ref === ref).reduce((sum, { probability }) => sum + probability, 0);

describe('one end dark while the rest lights', () => {
  it('is a bypass of those at that end, and not one open package', () => {
    const found = diagnosed([dark('D10-D12'), lit('D1-D9')]);
    const [first] = found.faults;
    expect(first && sayFound(BAR, first)).toBe('D10-D12 bypassed: something conducts across them');
    // Of what people say 3 in 100 is wrong, so that one open package, which would leave all dark, is not ruled out by a word.
    expect(first?.probability).toBeGreaterThan(0.6);
    expect(likelyOf(diagnosed([dark('D10-D12'), lit('D1-D4'), lit('D5-D9')]), 'D10-D12')).toBeGreaterThan(0.9);
  });

  it('is the same where each is marked by itself, and ends where one of them lights after all', () => {
    expect(refsSeen([dark('D10'), dark('D11'), dark('D12')])).toEqual(['D10-D12']);
    expect(refsSeen([dark('D9-D12'), lit('D9')])).toEqual(['D10-D12']);
    expect(refsSeen([dark('D2-D3'), dark('D7-D9')])).toEqual(['D2-D3', 'D7-D9']);
  });

  it('is none of a whole row, which has no current, of one die, which is shorted, and of what was lit by itself', () => {
    expect(refsSeen([dark('D1-D12')])).toEqual([]);
    expect(refsSeen([dark('D4')])).toEqual([]);
    expect(refsSeen([{ kind: 'lights', of: 'D4-D6', value: false, atAmps: 0.005 }])).toEqual([]);
    expect(refsSeen([{ kind: 'lights', of: 'D4-D6', value: false, state: 'dead' }])).toEqual([]);
  });

  it('may be one package of two dies', () => {
    const pairs = circuitOf([...BAR.parts.slice(0, 2), { ref: 'D1-D6', kind: 'led', pins: ['a', 'm'], colour: 'white', series: 12 }]);
    expect(refsSeen([dark('D4')], pairs)).toEqual(['D4']);
  });

  it('may be packages that are parts of their own', () => {
    const led = (ref: string, plus: string, minus: string) => ({ ref, kind: 'led', pins: [plus, minus], colour: 'white' });
    const three = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 12 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 220 },
      led('D1', 'a', 'b'),
      led('D2', 'b', 'c'),
      led('D3', 'c', 'm'),
    ]);
    const seen = [dark('D2'), dark('D3'), lit('D1')];
    expect(refsSeen(seen, three)).toEqual(['D2-D3']);
    expect(diagnosed(seen, three).faults[0]?.faults[0]?.ref).toBe('D2-D3');
    // On paper (12 V − 3 V) ÷ 220 Ω = 41 mA.
    const broken = FaultBench.of(three)?.with(bypassesSeen(three, seen)[0] as never, undefined);
    expect(broken?.solution.supplies.V1?.ampsRms).toBeCloseTo(0.04, 2);
  });

  it('is no more likely at first than that nothing is wrong', () => {
    const found = diagnosed([dark('D10-D12')]);
    const [with0, with1] = [lightProbabilities(0).dark, lightProbabilities(1).dark];
    expect(likelyOf(found, 'D10-D12') / found.intact).toBeCloseTo(with0 / with1, 0);
  });

  it('goes with what the whole then takes, and not where the whole is dark', () => {
    // On paper (48 V − 9 × 3.15 V) ÷ 820 Ω = 24 mA; with all twelve (48 V − 12 × 3.03 V) ÷ 820 Ω = 14 mA.
    const amps = (value: number): Evidence => ({ kind: 'amps', through: 'V1', value, uncertainty: 0.0005, state: 'live' });
    const taken = FaultBench.of(BAR)?.with(bypassesSeen(BAR, [dark('D10-D12')])[0] as never, undefined);
    const drawn = taken?.solution.supplies.V1?.ampsRms ?? 0;
    expect(drawn).toBeCloseTo(0.024, 3);
    expect(likelyOf(diagnosed([dark('D10-D12'), amps(drawn)]), 'D10-D12')).toBeGreaterThan(0.95);
    expect(likelyOf(diagnosed([dark('D10-D12'), amps(0)]), 'D10-D12')).toBeLessThan(0.02);
    expect(likelyOf(diagnosed([dark('all'), dark('D10-D12')]), 'D10-D12')).toBeLessThan(0.05);
  });

  it('from a bench supply takes no volts from end to end, and each of them lights', () => {
    const bench = FaultBench.of(BAR) as FaultBench;
    const broken = bench.with(bypassesSeen(BAR, [dark('D10-D12')])[0] as never, undefined);
    const volts = (across: string) => bench.expectations.of({ kind: 'volts', across, atAmps: 0.005, value: 0 }, broken);
    expect(volts('D10-D12')).toMatchObject({ value: 0 });
    expect(volts('D11')).toMatchObject({ value: expect.closeTo(2.8, 0) });
    expect(volts('D9-D12')).toMatchObject({ value: expect.closeTo(2.8, 0) });
  });
});
