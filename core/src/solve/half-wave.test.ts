import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import type { Part } from '../device/index.ts';
import { type Solution, solve } from './index.ts';
import { mainsCircuit } from './mains-circuit.testing.ts';
import { commonPeriod } from './period.ts';
import { type LoosePart, randomCircuit } from './random-circuit.testing.ts';
import { CircuitSystem } from './system.ts';

function hasIt(circuit: Circuit): boolean {
  const system = new CircuitSystem(circuit);
  const period = commonPeriod(system.frequencies);
  if (!period.ok) throw new Error(period.error.message);
  return system.halfWave(period.value) !== undefined;
}

/** With a billionth of a volt of direct current in series with its supply: no figure notices, and the symmetry is gone. */
function unbalanced(circuit: Circuit): Circuit {
  const [supply, ...others] = circuit.parts as unknown as readonly [Part, ...Part[]];
  const [plus, minus] = supply.pins;
  return circuitOf([{ ...supply, pins: ['V9.1', minus] }, ...others, { ref: 'V9', kind: 'dc', pins: ['V9.1', plus], volts: 1e-9 }]);
}

function solved(circuit: Circuit): Solution {
  const solution = solve(circuit);
  if (!solution.ok) throw new Error(solution.error.message);
  return solution.value;
}

/** Means further apart than the steps explain, and peaks, of the larger of the figure and its rms value. */
function apart(one: Solution, other: Solution): string[] {
  return Object.entries(one.parts).flatMap(([ref, { volts, amps, watts }]) => {
    const beside = other.parts[ref] as Solution['parts'][string];
    const found: string[] = [];
    const hold = (name: string, value: number, reference: number, scale: number, share: number) => {
      if (!(Math.abs(value - reference) <= share * scale)) found.push(`${ref}.${name}: ${value} and ${reference}`);
    };
    for (const [name, a, b, least] of [
      ['volts', volts, beside.volts, 1e-2],
      ['amps', amps, beside.amps, 1e-5],
    ] as const) {
      hold(`${name}.avg`, a.avg, b.avg, Math.max(b.rms, least), 3e-3);
      hold(`${name}.rms`, a.rms, b.rms, Math.max(b.rms, least), 3e-3);
      const most = (of: { min: number; max: number }) => Math.max(-of.min, of.max);
      hold(`${name}.peak`, most(a), most(b), Math.max(most(b), least), 2e-2);
    }
    hold('watts', watts, beside.watts, Math.max(Math.abs(beside.watts), 0.01 * beside.volts.rms * beside.amps.rms, 1e-6), 3e-3);
    return found;
  });
}

const source: LoosePart = { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50, ohms: 1 };
const dropper: LoosePart[] = [
  source,
  { ref: 'C1', kind: 'capacitor', pins: ['L', 'a'], farads: 1e-6, ohms: 10 },
  { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 470e3 },
];
const load: LoosePart[] = [
  { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 10e-6 },
  { ref: 'D9', kind: 'led', pins: ['p', 'm'], series: 24 },
];
const diode = (ref: string, from: string, to: string, more = {}): LoosePart => ({ ref, kind: 'diode', pins: [from, to], ...more });
const fourDiodes = [diode('D1', 'a', 'p'), diode('D2', 'N', 'p'), diode('D3', 'm', 'a'), diode('D4', 'm', 'N')];
const bridge: LoosePart = { ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'] };
const led = (ref: string, from: string, to: string, series = 3): LoosePart => ({ ref, kind: 'led', pins: [from, to], series });

describe('half-wave symmetry', () => {
  it.each<[string, LoosePart[]]>([
    ['a bridge behind a capacitor', [...dropper, bridge, ...load]],
    ['the same of four diodes', [...dropper, ...fourDiodes, ...load]],
    ['two LEDs back to back', [...dropper, led('D1', 'a', 'N'), led('D2', 'N', 'a')]],
    [
      'a third harmonic beside',
      [...dropper.slice(1), { ...source, pins: ['L', 'x'] }, { ...source, ref: 'V2', pins: ['x', 'N'], hertz: 150 }, bridge, ...load],
    ],
    ['nothing that bends', [...dropper, { ref: 'R2', kind: 'resistor', pins: ['a', 'N'], ohms: 1e3 }]],
    [
      'two supplies with a bridge each',
      [...dropper, bridge, ...load, { ...source, ref: 'V3', pins: ['x', 'y'] }, { ref: 'B2', kind: 'bridge', pins: ['x', 'y', 'p', 'm'] }],
    ],
  ])('is found in %s', (_, parts) => {
    const circuit = circuitOf(parts);
    expect(hasIt(circuit)).toBe(true);
    expect(apart(solved(circuit), solved(unbalanced(circuit)))).toEqual([]);
  });

  it.each<[string, LoosePart[]]>([
    ['one diode', [...dropper, diode('D1', 'a', 'p'), diode('D2', 'm', 'N'), ...load]],
    ['a bridge with one diode of another kind', [...dropper, ...fourDiodes.slice(1), diode('D1', 'a', 'p', { type: 'schottky' }), ...load]],
    ['a second diode across one of a bridge', [...dropper, ...fourDiodes, diode('D5', 'a', 'p'), ...load]],
    ['a bridge with one diode missing', [...dropper, ...fourDiodes.slice(1), ...load]],
    ['two LEDs back to back that are not alike', [...dropper, led('D1', 'a', 'N'), led('D2', 'N', 'a', 4)]],
    [
      'direct current in the supply',
      [...dropper.slice(1), { ...source, pins: ['L', 'x'] }, { ref: 'V2', kind: 'dc', pins: ['x', 'N'], volts: 1 }, bridge, ...load],
    ],
    [
      'a second harmonic beside',
      [...dropper.slice(1), { ...source, pins: ['L', 'x'] }, { ...source, ref: 'V2', pins: ['x', 'N'], hertz: 100 }, bridge, ...load],
    ],
    [
      'a charge that stays on one side',
      [source, { ref: 'C1', kind: 'capacitor', pins: ['L', 'a'], farads: 1e-6, initialVolts: 5 }, bridge, ...load],
    ],
    ['a resistor round one diode', [...dropper, bridge, { ref: 'R9', kind: 'resistor', pins: ['a', 'p'], ohms: 1e5 }, ...load]],
    [
      'what stands apart from ground',
      [
        ...dropper,
        bridge,
        ...load,
        { ...source, ref: 'V3', pins: ['x', 'y'] },
        { ref: 'R8', kind: 'resistor', pins: ['x', 'y'], ohms: 1e3 },
      ],
    ],
    [
      'a transistor',
      [
        ...dropper,
        bridge,
        ...load,
        { ref: 'Q1', kind: 'bjt', pins: ['p', 'b', 'm'], polarity: 'npn' },
        { ref: 'R7', kind: 'resistor', pins: ['p', 'b'], ohms: 1e6 },
      ],
    ],
  ])('is not found with %s', (_, parts) => {
    expect(hasIt(circuitOf(parts))).toBe(false);
  });

  it('gives the figures of the whole period, on random circuits', () => {
    const off: Record<string, string[]> = {};
    const hold = (name: string, circuit: Circuit) => {
      const found = apart(solved(circuit), solved(unbalanced(circuit)));
      if (found.length > 0) off[name] = found;
    };
    let symmetric = 0;
    for (let seed = 1; seed <= 60; seed++) {
      if (!hasIt(mainsCircuit(seed))) continue;
      symmetric += 1;
      hold(`mains ${seed}`, mainsCircuit(seed));
    }
    expect(symmetric).toBeGreaterThan(30);
    for (let seed = 1; seed <= 1500; seed++) {
      const circuit = randomCircuit(seed, { supply: 'ac', kinds: 'two-pinned' });
      if (!hasIt(circuit)) continue;
      symmetric += 1;
      hold(`random ${seed}`, circuit);
    }
    expect(symmetric).toBeGreaterThan(70);
    expect(off).toEqual({});
  });
});
