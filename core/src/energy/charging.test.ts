import { describe, expect, it } from '@jest/globals';
import { analysisOf, appraise } from '../appraisal/index.ts';
import { outcomeOf, specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import { modesOf } from '../details/index.ts';
import { solve } from '../solve/index.ts';
import { judge } from '../verdict/index.ts';
import { chargingOf, sayCharging } from './index.ts';

/** A night light: a USB port through its lead, a charger, a cell, and the light behind a switch. */
const NIGHT: readonly TestLine[] = [
  'V1 usb 5v on U G',
  'W1 wire 1r on U I',
  'U1 charger 300ma 4.2v on I P G',
  'B1 18650 2000mah on P G',
  'S1 switch open on P S',
  'R1 10r on S A',
  'D1 led white 5mm on A G',
];

function charged(...lines: TestLine[]) {
  const charging = chargingOf(specimenOf(...lines).circuit);
  if (!charging) throw new Error('nothing charges');
  return charging;
}

describe('a charger', () => {
  it('gives its current until its end volts, and less from there on; it ends where it stops', () => {
    const { points, endedBy, ofCapacity, hours, ref } = charged(...NIGHT);
    expect([ref, endedBy]).toEqual(['B1', 'stopped']);
    expect(ofCapacity).toBeCloseTo(0.15, 2);
    expect(points[0]?.amps).toBeCloseTo(0.3, 3);
    for (const [index, { amps, volts }] of points.entries()) {
      expect(amps).toBeLessThanOrEqual(0.3001);
      expect(volts).toBeLessThanOrEqual(4.2001);
      expect(amps).toBeLessThanOrEqual((points[index - 1]?.amps ?? Number.POSITIVE_INFINITY) * 1.0001);
    }
    // Two ampere-hours at 0.3 A are 6.7 h, and the end of it goes slower.
    expect(hours).toBeGreaterThan((2 / 0.3) * (points.at(-1)?.charge ?? 1) * 0.999);
    expect(hours).toBeLessThan(1.5 * (2 / 0.3));
    expect(sayCharging(charged(...NIGHT))).toMatch(/^B1 is charged from flat with 300.mA, 0\.15 of its capacity an hour/);
  });

  it('keeps the charge that it delivers', () => {
    const { points } = charged(...NIGHT);
    const passed = points.slice(1).reduce((sum, { hours, amps }, index) => {
      const last = points[index] as (typeof points)[number];
      return sum + ((amps + last.amps) / 2) * (hours - last.hours);
    }, 0);
    expect(passed / (2 * (points.at(-1)?.charge ?? 1))).toBeCloseTo(1, 6);
  });

  it('loses volts in its lead by its current, and gives less where these are too few', () => {
    const solution = solve(specimenOf(...NIGHT, 'correct B1 18650 2000mah 3.6v').circuit);
    expect(solution.ok && solution.value.parts.W1?.volts.avg).toBeCloseTo(0.3, 3);
    const weak = charged(...NIGHT, 'correct W1 wire 8r');
    expect(weak.points.at(-2)?.amps ?? 1).toBeLessThan(0.15);
  });

  it('passes nothing back when the port is empty, and a full cell is not charged on', () => {
    const empty = solve(specimenOf(...NIGHT, 'correct V1 usb 0.001v').circuit);
    expect(empty.ok && Math.abs(empty.value.parts.B1?.amps.avg ?? 1)).toBeLessThan(1e-9);
    const judged = judge(analysisOf(specimenOf(...NIGHT), 0));
    expect(judged?.findings.map(({ code }) => code)).not.toContain('charging-cells');
    const half = judge(analysisOf(specimenOf(...NIGHT, 'correct B1 18650 2000mah 3.7v'), 0));
    expect(half?.findings.map(({ code }) => code)).not.toContain('charging-cells');
    // One for another chemistry charges on.
    const wrong = judge(analysisOf(specimenOf(...NIGHT, 'correct U1 charger 300ma 4.35v on I P G'), 0));
    expect(wrong?.findings.map(({ code, severity }) => `${severity} ${code}`)).toContain('unsafe charging-cells');
    // A resistor in its place is no charger.
    const bare = specimenOf(...NIGHT.filter((line) => !String(line).startsWith('U1')), 'R2 10r on I P');
    expect(judge(analysisOf(bare, 0))?.findings.map(({ code }) => code)).toContain('charging-cells');
    expect(chargingOf(bare.circuit)?.endedBy).toBe('full');
  });

  it('is set by its resistor, as is usual and no surer', () => {
    expect(outcomeOf('U1 charger 2k on A B C')).toMatchObject({
      kind: 'entry',
      draft: { part: { kind: 'charger', amps: 0.5, endVolts: 4.2, tolerance: 0.2 } },
      meaning: expect.stringContaining('usually 1000 ÷ the ohms'),
    });
    expect(outcomeOf('U1 charger 4.2v')).toMatchObject({ kind: 'unread', message: expect.stringContaining('the resistor that sets it') });
  });
});

describe('a generator that charges a pack and feeds LEDs at once', () => {
  const course = (ohms: string) =>
    chargingOf(
      specimenOf(
        'V1 crank 40hz 6.8v 3.1v @ 22r on L N',
        'B2 bridge on L N P M',
        'B1 battery nimh 80mah 3 series on P M',
        `R1 ${ohms} on P A`,
        'D1-D12 led white 12 parallel on A M',
      ).circuit,
    );

  it('does not fill it where they take all that comes, and says so', () => {
    const charging = course('4.7r');
    expect(charging?.endedBy).toBe('fed');
    expect(charging?.points.at(-1)?.charge).toBeLessThan(0.2);
    expect(charging && sayCharging(charging)).toMatch(/is not filled: at about \d+ % of its charge.*what it feeds takes all that comes/);
  });

  it('fills it where they take little', () => {
    const charging = course('2.2k');
    expect(charging?.endedBy).toBe('full');
    expect(charging?.points.at(-1)?.charge).toBeGreaterThan(0.99);
  });
});

describe('a switch that keeps a port off the cell', () => {
  /** A P-channel between cell and load: on by its gate at zero, off when the port lifts it. */
  const PATH: readonly TestLine[] = [
    'V1 usb 5v on U G',
    'S1 switch on U I',
    'D2 diode schottky on I L',
    'Q1 pmos 0.8v 50mr @ 4.5v on P I L',
    'R9 100k on I G',
    'B1 18650 2000mah 3.7v on P G',
    'R1 15r on L A',
    'D1 led white 5mm on A G',
  ];

  it('is solved in both states: the port feeds the light, and without it the cell does', () => {
    const specimen = specimenOf(...PATH, 'mode unplugged S1 open');
    const analysis = analysisOf(specimen, 0);
    const [plugged, unplugged] = [analysis, analysis.modes[0]].map((one) => {
      const found = one && appraise(one);
      if (!found?.ok) throw new Error('no solution');
      return found.value.solution;
    }) as [ReturnType<typeof solutionOf>, ReturnType<typeof solutionOf>];
    expect(Math.abs(plugged.parts.B1?.amps.avg ?? 1)).toBeLessThan(1e-4);
    expect(-(plugged.parts.V1?.amps.avg ?? 0)).toBeGreaterThan(0.02);
    expect(-(unplugged.parts.B1?.amps.avg ?? 0)).toBeGreaterThan(0.02);
    // The cell reaches the light through the channel, without the drop of a diode.
    expect((unplugged.nets.P?.volts.avg ?? 0) - (unplugged.nets.L?.volts.avg ?? 0)).toBeLessThan(0.05);
    expect(modesOf(analysis).map(({ hardest }) => (hardest?.average.value ?? 0) > 0.01)).toEqual([true, true]);
  });
});

function solutionOf() {
  const solved = solve(specimenOf('V1 5v on A G', 'R1 1k on A G').circuit);
  if (!solved.ok) throw new Error('no solution');
  return solved.value;
}
