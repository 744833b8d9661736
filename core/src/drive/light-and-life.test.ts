import { describe, expect, it } from '@jest/globals';
import { type Circuit, parseCircuit } from '../circuit/index.ts';
import type { LedPart } from '../device/index.ts';
import { solve } from '../solve/index.ts';
import {
  candelaFromLux,
  darkChipOf,
  flickerRegion,
  lambertLumens,
  lifeAt,
  lifeRatio,
  lightWhenWarm,
  lowRiskFlickerPercent,
  lumensFromCandela,
  noEffectFlickerPercent,
  sharingOf,
  throwMetres,
} from './index.ts';

describe('flicker by IEEE 1789-2015', () => {
  it('has the limits of its figure at 100 and 120 Hz, and none far above', () => {
    expect(lowRiskFlickerPercent(100)).toBeCloseTo(8, 9);
    expect(lowRiskFlickerPercent(120)).toBeCloseTo(9.6, 9);
    expect(lowRiskFlickerPercent(50)).toBeCloseTo(1.25, 9);
    expect(noEffectFlickerPercent(100)).toBeCloseTo(3.33, 9);
    expect(noEffectFlickerPercent(50)).toBeCloseTo(0.5, 9);
    expect([flickerRegion(3, 100), flickerRegion(7, 100), flickerRegion(9, 100), flickerRegion(100, 4000)]).toEqual([
      'no observable effect',
      'low risk',
      'not of low risk',
      'no observable effect',
    ]);
  });
});

describe('beams', () => {
  it('840 lx at half a metre are 210 cd, and throw 29 m (ANSI FL 1 by hand)', () => {
    expect(candelaFromLux(840, 0.5)).toBeCloseTo(210, 9);
    expect(throwMetres(210)).toBeCloseTo(28.98, 2);
    expect(throwMetres(0)).toBe(0);
  });

  it('a whole sphere would be 4π, a half one 2π, a bare chip π, a narrow cone its solid angle', () => {
    expect(lumensFromCandela(1, 60)).toBeCloseTo(2 * Math.PI * (1 - Math.cos(Math.PI / 6)), 12);
    expect(lambertLumens(1)).toBeCloseTo(Math.PI, 12);
    expect(lumensFromCandela(1, 180)).toBeCloseTo(2 * Math.PI, 12);
    expect(lumensFromCandela(1, 360)).toBeCloseTo(4 * Math.PI, 12);
    const narrow = (2 * Math.PI) / 180;
    expect(lumensFromCandela(1, 2) / ((Math.PI / 4) * narrow ** 2)).toBeCloseTo(1, 3);
  });

  it('warm chips give less, red ones most so', () => {
    expect(lightWhenWarm(25)).toBe(1);
    expect(lightWhenWarm(75)).toBeCloseTo(0.9, 9);
    expect(lightWhenWarm(75, 'red')).toBeLessThan(lightWhenWarm(75, 'blue'));
  });
});

describe('life, by its own law', () => {
  const rated = { ofRated: 1, junctionCelsius: 85 };

  it('is the same at the same drive, and a ratio turned round is its inverse', () => {
    expect(lifeRatio(rated, rated)).toBe(1);
    const gentle = { ofRated: 0.6, junctionCelsius: 55 };
    expect(lifeRatio(gentle, rated) * lifeRatio(rated, gentle)).toBeCloseTo(1, 12);
    // Arrhenius by hand at 0.4 eV: exp(0.4/8.617e-5 · (1/328.15 − 1/358.15)) = 3.27; current 0.6^−1.5 = 2.15.
    expect(lifeRatio(gentle, rated)).toBeCloseTo(3.27 * 2.152, 1);
  });

  it('falls with current and with heat, within its range, and is never promised for ever', () => {
    const [one, more, hotter] = [lifeAt(rated), lifeAt({ ...rated, ofRated: 2 }), lifeAt({ ...rated, junctionCelsius: 110 })];
    expect(more.hours).toBeLessThan(one.hours);
    expect(hotter.hours).toBeLessThan(one.hours);
    for (const { hours, low, high } of [one, more, hotter]) {
      expect(low).toBeLessThan(hours);
      expect(high).toBeGreaterThan(hours);
    }
    expect(lifeAt({ ofRated: 0.01, junctionCelsius: 25 }).high).toBeLessThanOrEqual(100_000);
    expect(lifeAt(rated, '5mm').hours).toBeLessThan(lifeAt(rated, '2835').hours);
  });
});

describe('chips in parallel', () => {
  const led = (more: Partial<LedPart>): LedPart => ({ ref: 'D1', kind: 'led', pins: ['a', 'b'], parallel: 5, ...more });

  it('mixed ones share worse than those of one bin, and rows better than single chips', () => {
    const mixed = sharingOf(led({}), 0.1, 25, 'mixed');
    const binned = sharingOf(led({}), 0.1, 25, 'of one bin');
    const rows = sharingOf(led({ series: 9 }), 0.1, 25, 'mixed');
    expect(binned?.typical).toBeGreaterThan(1);
    expect(mixed?.typical).toBeGreaterThan(binned?.typical ?? 0);
    expect(mixed?.oneInTwenty).toBeGreaterThan(mixed?.typical ?? 0);
    expect(rows?.typical).toBeLessThan(mixed?.typical ?? 0);
    expect(mixed?.typical).toBeLessThan(5);
    expect(sharingOf(led({ parallel: 1 }), 0.1, 25, 'mixed')).toBeUndefined();
    expect(sharingOf(led({}), 0, 25, 'mixed')).toBeUndefined();
  });

  it('what one open chip does depends on what holds the current', () => {
    const circuitOf = (ohms: number, volts: number): Circuit => {
      const parsed = parseCircuit({
        format: 'mindful-probe.circuit',
        version: 1,
        parts: [
          { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts },
          { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms },
          { ref: 'D1', kind: 'led', pins: ['b', '0'], parallel: 5 },
          { ref: 'D2', kind: 'led', pins: ['b', '0'], series: 1 },
        ],
      });
      if (!parsed.ok) throw new Error(parsed.error.message);
      return parsed.value;
    };
    const dark = (circuit: Circuit, ref: string) => {
      const solved = solve(circuit);
      return solved.ok ? darkChipOf(circuit, solved.value, ref) : undefined;
    };
    // A large resistor keeps the whole current: what is left of six shares it.
    expect(dark(circuitOf(10_000, 500), 'D1')?.others).toBeCloseTo(6 / 5, 1);
    // A low one keeps the volts: the others hardly notice.
    expect(dark(circuitOf(0.1, 3.1), 'D1')?.others).toBeCloseTo(1, 1);
    expect(dark(circuitOf(100, 5), 'D2')).toMatchObject({ others: 0 });
  });
});
