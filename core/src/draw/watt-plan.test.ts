import { describe, expect, it } from '@jest/globals';
import { recognise } from '../arrangement/index.ts';
import type { Circuit } from '../circuit/index.ts';
import { type Solution, solve } from '../solve/index.ts';
import { randomCircuit } from '../solve/random-circuit.testing.ts';
import { planWatts, type WattPlan, wattPlanSvg } from './index.ts';

const CIRCUITS = 150;

/** Random circuits that have a solution and a current, with their plans. */
function plans(): readonly { circuit: Circuit; solution: Solution; plan: WattPlan }[] {
  return Array.from({ length: CIRCUITS }, (_, seed) =>
    randomCircuit(seed + 1, { supply: seed % 3 === 0 ? 'ac' : 'dc', kinds: 'every' }),
  ).flatMap((circuit) => {
    const solved = solve(circuit);
    const plan = solved.ok ? planWatts(circuit, solved.value, recognise(circuit, solved.value)) : undefined;
    return solved.ok && plan && plan.rectangles.length > 0 ? [{ circuit, solution: solved.value, plan }] : [];
  });
}

describe('the watt plan of any circuit', () => {
  const drawn = plans();

  it('is drawn for most', () => expect(drawn.length).toBeGreaterThan(CIRCUITS / 2));

  it('has areas that are watts, each part once', () => {
    for (const { plan, solution } of drawn) {
      for (const { ref, width, height } of plan.rectangles) expect((width * height) / (solution.parts[ref]?.watts ?? 1)).toBeCloseTo(1, 6);
      expect(new Set(plan.rectangles.map(({ ref }) => ref)).size).toBe(plan.rectangles.length);
    }
  });

  it('shows no more than all that feeds it delivers', () => {
    for (const { plan } of drawn) expect(plan.rectangles.reduce((sum, { watts }) => sum + watts, 0)).toBeLessThan(1.001 * plan.watts);
  });

  it('shows everything that dissipates', () => {
    for (const { circuit, plan, solution } of drawn) {
      const burning = circuit.parts
        .filter(({ kind }) => kind !== 'capacitor' && kind !== 'inductor')
        .filter(({ ref }) => (solution.parts[ref]?.watts ?? 0) > 1e-4 * plan.watts)
        .map(({ ref }) => ref);
      expect(plan.rectangles.map(({ ref }) => ref)).toEqual(expect.arrayContaining(burning));
    }
  });

  it('lays nothing on anything else, and keeps within its sheet', () => {
    for (const { plan } of drawn) {
      const { rectangles, width, height } = plan;
      rectangles.forEach((a, index) => {
        expect(a.x).toBeGreaterThanOrEqual(0);
        expect(a.x + a.width).toBeLessThanOrEqual(width * (1 + 1e-9));
        expect(a.y + a.height).toBeLessThanOrEqual(height * (1 + 1e-9));
        for (const b of rectangles.slice(index + 1)) {
          const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
          const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
          expect(across > 1e-9 * width && down > 1e-9 * height).toBe(false);
        }
      });
    }
  });

  it('names every part that no order fits by its role, and goes out as a drawing that parses', () => {
    for (const { plan } of drawn) {
      const grouped = plan.groups.flatMap(({ refs }) => refs);
      expect(new Set(grouped).size).toBe(grouped.length);
      for (const ref of grouped) expect(plan.rectangles.some((rectangle) => rectangle.ref === ref)).toBe(true);
      const svg = wattPlanSvg(plan, 'Any <circuit>');
      expect(svg).not.toMatch(/NaN|Infinity|undefined/);
      expect(svg.match(/</g)?.length).toBe(svg.match(/>/g)?.length);
    }
  });
});
