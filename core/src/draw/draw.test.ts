import { describe, expect, it } from '@jest/globals';
import { recognise } from '../arrangement/index.ts';
import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { MARKED_GADGETS } from '../simulated/index.ts';
import { type Solution, solve } from '../solve/index.ts';
import { planWatts, rulerX, type WattPlan, wattPlanSvg } from './index.ts';

const branches = [1, 2, 3].flatMap((n) => [
  { ref: `R${n}`, kind: 'resistor', pins: ['C', `b${n}`], ohms: 39 },
  { ref: `D${n}`, kind: 'led', pins: [`b${n}`, 'G'] },
]);
const clip = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 5 },
  { ref: 'S1', kind: 'switch', pins: ['A', 'C'] },
  ...branches,
]);
const shared = circuitOf([
  { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'D', series: 4 },
  { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 2.2 },
  ...Array.from({ length: 24 }, (_, index) => ({ ref: `D${index + 1}`, kind: 'led', pins: ['a', 'm'] })),
]);
const bridge = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', 'g'], volts: 5 },
  ...[
    ['a', 'x'],
    ['x', 'g'],
    ['a', 'y'],
    ['y', 'g'],
    ['x', 'y'],
  ].map((pins, index) => ({ ref: `R${index + 1}`, kind: 'resistor', pins, ohms: 10 * (index + 1) })),
]);

describe('watt plan', () => {
  it.each([
    ['branches', clip],
    ['a shared resistor', shared],
    ['a bridge, grouped', bridge],
  ])('of %s has areas that are the parts’ watts, and together the supply’s', (_, circuit) => {
    const solution = solve(circuit);
    if (!solution.ok) throw new Error(solution.error.message);
    const plan = planWatts(circuit, solution.value, recognise(circuit, solution.value));
    const total = plan?.rectangles.reduce((sum, { width, height }) => sum + width * height, 0) ?? 0;
    for (const { ref, width, height } of plan?.rectangles ?? [])
      expect((width * height) / (solution.value.parts[ref]?.watts ?? 1)).toBeCloseTo(1, 6);
    expect(total / (plan?.watts ?? 1)).toBeCloseTo(1, 3);
  });

  it('lays branches in parallel without overlap', () => {
    const solution = solve(clip);
    const plan = solution.ok ? planWatts(clip, solution.value, recognise(clip, solution.value)) : undefined;
    const leds = plan?.rectangles.filter(({ kind }) => kind === 'led') ?? [];
    expect(leds).toHaveLength(3);
    expect(leds[1]?.x).toBeCloseTo((leds[0]?.x ?? 0) + (leds[0]?.width ?? 0), 9);
    expect(leds[0]?.y).toBeCloseTo(leds[1]?.y ?? 1, 6);
  });

  it.each(MARKED_GADGETS.map((circuit) => [circuit.name ?? '', circuit] as const))('of %s is whole', (_, circuit) => {
    const { plan, solution } = solvedPlan(circuit);
    expect(plan.rectangles.reduce((sum, { watts }) => sum + watts, 0) / plan.watts).toBeCloseTo(1, 2);
    for (const { ref, width, height } of plan.rectangles) expect((width * height) / (solution.parts[ref]?.watts ?? 1)).toBeCloseTo(1, 6);
    expect(overlapsOf(plan)).toEqual([]);
  });

  it('puts what is behind a bridge below it, and a bleeder beside all that follows', () => {
    const { plan } = solvedPlan(
      circuitOf([
        { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 24, hertz: 50 },
        { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 10 },
        { ref: 'R2', kind: 'resistor', pins: ['a', 'N'], ohms: 2000 },
        { ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'] },
        { ref: 'R3', kind: 'resistor', pins: ['p', 'b'], ohms: 220 },
        { ref: 'D1', kind: 'led', pins: ['b', 'm'], series: 3 },
      ]),
    );
    const at = (ref: string) => plan.rectangles.find((rectangle) => rectangle.ref === ref) ?? { x: Number.NaN, y: Number.NaN, height: 0 };
    expect(at('B1').y).toBeCloseTo(at('R1').height, 9);
    expect(at('R3').y).toBeGreaterThan(at('B1').y);
    expect(at('D1').y).toBeCloseTo(at('R3').y + at('R3').height, 9);
    expect(at('R2').y).toBeCloseTo(at('B1').y, 9);
    expect(at('R2').x).not.toBeCloseTo(at('B1').x, 9);
    expect(plan.groups).toEqual([]);
    expect(overlapsOf(plan)).toEqual([]);
  });

  it('lays a bleeder over a dropper capacitor flat under its line', () => {
    const { plan } = solvedPlan(
      circuitOf([
        { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
        { ref: 'C1', kind: 'capacitor', pins: ['L', 'a'], farads: 1e-6 },
        { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 470e3 },
        { ref: 'R2', kind: 'resistor', pins: ['a', 'x'], ohms: 100 },
        { ref: 'B1', kind: 'bridge', pins: ['x', 'N', 'p', 'm'] },
        { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 20 },
      ]),
    );
    const bleeder = plan.rectangles.find(({ ref }) => ref === 'R1');
    expect(bleeder?.width).toBeCloseTo(plan.lines[0]?.width ?? Number.NaN, 9);
    expect(bleeder?.height).toBeLessThan(0.1 * plan.height);
    expect(overlapsOf(plan)).toEqual([]);
  });

  it('groups what a transistor steers by role, and loses nothing of it', () => {
    const { plan } = solvedPlan(
      circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 9 },
        { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 150 },
        { ref: 'D1', kind: 'led', pins: ['a', 'c'], series: 2 },
        { ref: 'Q1', kind: 'bjt', pins: ['c', 'b', 'm'], polarity: 'npn' },
        { ref: 'R2', kind: 'resistor', pins: ['p', 'b'], ohms: 4700 },
      ]),
    );
    const role = (ref: string) => plan.groups.find(({ refs }) => refs.includes(ref))?.role;
    expect(role('Q1')).toBe('switch');
    expect(role('R2')).toBe('base-resistor');
    expect(plan.rectangles.reduce((sum, { watts }) => sum + watts, 0) / plan.watts).toBeCloseTo(1, 3);
    expect(overlapsOf(plan)).toEqual([]);
  });

  it('has nothing to show without current', () => {
    const dark = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
      { ref: 'S1', kind: 'switch', pins: ['a', '0'], closed: false },
    ]);
    const solution = solve(dark);
    expect(solution.ok && (planWatts(dark, solution.value, recognise(dark, solution.value))?.watts ?? 0)).toBeLessThan(1e-9);
  });
});

it('the ruler is logarithmic, 1× in its middle, and holds what is off its ends', () => {
  expect(rulerX(1, 200)).toBeCloseTo(100, 9);
  expect(rulerX(0.01, 200)).toBe(0);
  expect(rulerX(99, 200)).toBe(200);
  expect(rulerX(2, 200) - rulerX(1, 200)).toBeCloseTo(rulerX(10, 200) - rulerX(5, 200), 9);
});

describe('a watt plan on its own sheet', () => {
  const rectanglesOf = (svg: string) =>
    [...svg.matchAll(/<rect x="([\d.]+)" y="([\d.]+)" width="([\d.]+)" height="([\d.]+)" fill="none"/g)].map(
      (match) => Number(match[3]) * Number(match[4]),
    );

  it('has areas true to the watts, within half a per cent', () => {
    const circuit = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 100 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'], series: 3 },
      { ref: 'R2', kind: 'resistor', pins: ['a', 'c'], ohms: 330 },
      { ref: 'D2', kind: 'led', pins: ['c', '0'], series: 2 },
    ]);
    const plan = planOf(circuit);
    const areas = rectanglesOf(wattPlanSvg(plan, 'Two strings <&>'));
    const perWatt = areas.map((area, index) => area / (plan.rectangles[index]?.watts ?? Number.NaN));
    for (const each of perWatt) expect(each / (perWatt[0] ?? 1)).toBeCloseTo(1, 2);
    expect(wattPlanSvg(plan, 'Two strings <&>')).toContain('Two strings &lt;&amp;&gt;');
  });

  it('a dropper capacitor is a heavy line with its volts, the store behind the bridge is not', () => {
    const circuit = circuitOf([
      { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
      { ref: 'R1', kind: 'resistor', pins: ['L', 'k'], ohms: 100 },
      { ref: 'C1', kind: 'capacitor', pins: ['k', 'x'], farads: 1e-6 },
      { ref: 'B1', kind: 'bridge', pins: ['x', 'N', 'p', 'm'] },
      { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 47e-6 },
      { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 20 },
    ]);
    const plan = planOf(circuit);
    expect(plan.lines.map(({ ref }) => ref)).toEqual(['C1']);
    expect(plan.lines[0]?.volts).toBeGreaterThan(150);
    expect(wattPlanSvg(plan, 'Lamp')).toContain('dissipates nothing');
    // Nothing is lost: what is dissipated adds up to what the supply gives.
    expect(Math.abs(plan.rectangles.reduce((sum, { watts }) => sum + watts, 0) / plan.watts - 1)).toBeLessThan(0.015);
    expect(plan.rectangles.map(({ ref }) => ref).sort()).toEqual(['B1', 'D1', 'R1']);
  });
});

function planOf(circuit: Circuit): WattPlan {
  return solvedPlan(circuit).plan;
}

function solvedPlan(circuit: Circuit): { readonly plan: WattPlan; readonly solution: Solution } {
  const solved = solve(circuit);
  const plan = solved.ok ? planWatts(circuit, solved.value, recognise(circuit, solved.value)) : undefined;
  if (!solved.ok || !plan) throw new Error('no plan');
  return { plan, solution: solved.value };
}

/** Pairs of rectangles that lie on each other by more than rounding. */
function overlapsOf({ rectangles }: WattPlan): string[] {
  return rectangles.flatMap((a, index) =>
    rectangles.slice(index + 1).flatMap((b) => {
      const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
      const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
      return across > 1e-9 * a.width && down > 1e-9 * a.height ? [`${a.ref} ${b.ref}`] : [];
    }),
  );
}
