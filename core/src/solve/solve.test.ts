import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { chipVoltsAt, type Part, THERMAL_VOLTS, typicalChip } from '../device/index.ts';
import { solve } from './index.ts';

type Loose = Record<string, unknown> & { ref: string; kind: string; pins: string[] };

function solved(circuit: Circuit) {
  const solution = solve(circuit);
  if (!solution.ok) throw new Error(solution.error.message);
  return solution.value;
}

const model = { saturationAmps: 1e-14, emission: 2, seriesOhms: 0 };

/** Lambert's W by Newton's method on w·exp(w) = z, independent of the solver's own omega. */
function lambertW(z: number): number {
  let w = Math.log1p(z);
  for (let step = 0; step < 60; step++) w -= (w * Math.exp(w) - z) / (Math.exp(w) * (w + 1));
  return w;
}

describe('operating point against closed forms', () => {
  it('LED and resistor: I = n·Vt/R·W(…) − Is (Banwell and Jayakumar 2000)', () => {
    const ohms = 27;
    const nVt = 2 * THERMAL_VOLTS;
    const z = ((model.saturationAmps * ohms) / nVt) * Math.exp((2 + model.saturationAmps * ohms) / nVt);
    const expected = (nVt / ohms) * lambertW(z) - model.saturationAmps;
    const { parts, leds } = solved(
      circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 2 },
        { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms },
        { ref: 'D1', kind: 'led', pins: ['b', '0'], model },
      ]),
    );
    expect(parts.R1?.amps.avg).toBeCloseTo(expected, 10);
    expect(leds.D1?.chip.amps.avg).toBeCloseTo(expected, 10);
    expect(parts.V1?.watts).toBeCloseTo(-2 * expected, 10);
  });

  it('a bridge of resistors off balance: volts of the middle by the divider rule', () => {
    const { nets } = solved(
      circuitOf([
        { ref: 'B1', kind: 'battery', pins: ['p', 'm'], openVolts: 9, cellOhms: 0 },
        { ref: 'R1', kind: 'resistor', pins: ['p', 'x'], ohms: 1000 },
        { ref: 'R2', kind: 'resistor', pins: ['x', 'm'], ohms: 2000 },
        { ref: 'R3', kind: 'resistor', pins: ['p', 'y'], ohms: 3000 },
        { ref: 'R4', kind: 'resistor', pins: ['y', 'm'], ohms: 1000 },
      ]),
    );
    expect(nets.x?.volts.avg).toBeCloseTo(6, 6);
    expect(nets.y?.volts.avg).toBeCloseTo(2.25, 6);
  });

  it('a pack: series adds volts and ohms, parallel divides ohms', () => {
    const { supplies, parts } = solved(
      circuitOf([
        { ref: 'B1', kind: 'battery', pins: ['p', 'm'], openVolts: 1.5, cellOhms: 0.3, series: 4, parallel: 2 },
        { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 5.4 },
      ]),
    );
    expect(parts.R1?.amps.avg).toBeCloseTo(1, 9);
    expect(supplies.B1).toMatchObject({ powerFactor: expect.closeTo(1, 9) });
    expect(supplies.B1?.voltsRms).toBeCloseTo(5.4, 9);
  });

  it('a chip at 60 °C has its volts shifted by −2 mV/K at the same current', () => {
    const chip = typicalChip('white');
    const { parts } = solved(
      circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 200, ohms: 10000 },
        { ref: 'D1', kind: 'led', pins: ['a', '0'], model: chip, celsius: 60 },
      ]),
    );
    const amps = parts.D1?.amps.avg ?? 0;
    expect(parts.D1?.volts.avg).toBeCloseTo(chipVoltsAt(chip, amps) - 0.07, 6);
  });

  it('an LED the wrong way round carries only its leakage', () => {
    const { leds, parts } = solved(
      circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 4.5 },
        { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 100 },
        { ref: 'D1', kind: 'led', pins: ['0', 'b'] },
      ]),
    );
    expect(Math.abs(parts.D1?.amps.avg ?? 1)).toBeLessThan(1e-11);
    expect(leds.D1?.chip.reverseVolts).toBeCloseTo(4.5, 6);
  });
});

describe('a circuit without a solution says who disagrees', () => {
  it('two ideal sources over each other', () => {
    const result = solve(
      circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
        { ref: 'V2', kind: 'dc', pins: ['a', '0'], volts: 4.5 },
      ]),
    );
    expect(result).toMatchObject({ ok: false, error: { code: 'contradiction', message: expect.stringMatching(/V2 and V1/) } });
  });

  it('a source joined to itself', () => {
    const result = solve(circuitOf([{ ref: 'V1', kind: 'dc', pins: ['a', 'a'], volts: 5 }]));
    expect(result).toMatchObject({ ok: false, error: { code: 'contradiction', path: 'V1' } });
  });

  it('an island without a supply rests at no current', () => {
    const { parts } = solved(
      circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
        { ref: 'R1', kind: 'resistor', pins: ['a', '0'], ohms: 100 },
        { ref: 'D1', kind: 'led', pins: ['x', 'y'] },
      ]),
    );
    expect(parts.D1?.amps.avg).toBeCloseTo(0, 20);
  });
});

/** A random ladder of resistors, LEDs, fuses and switches over one or two supplies: always solvable. */
const randomCircuit = fc
  .tuple(
    fc.integer({ min: 2, max: 6 }),
    fc.array(
      fc.record({
        kind: fc.constantFrom('resistor', 'led', 'fuse', 'switch'),
        a: fc.nat(6),
        b: fc.nat(6),
        value: fc.double({ min: 0.3, max: 5, noNaN: true }),
        series: fc.integer({ min: 1, max: 3 }),
        colour: fc.constantFrom('white', 'red', 'green'),
      }),
      { minLength: 1, maxLength: 12 },
    ),
    fc.double({ min: 1, max: 24, noNaN: true }),
  )
  .map(([nets, list, volts]) => {
    const name = (index: number) => `n${index % nets}`;
    const parts: Loose[] = [{ ref: 'B1', kind: 'battery', pins: [name(0), name(1)], openVolts: volts, cellOhms: 0.2 }];
    list.forEach(({ kind, a, b, value, series, colour }, index) => {
      if (a % nets === b % nets) return;
      const pins = [name(a), name(b)];
      if (kind === 'resistor') parts.push({ ref: `R${index}`, kind, pins, ohms: 10 ** value });
      else if (kind === 'led') parts.push({ ref: `D${index}`, kind, pins, series, colour });
      else parts.push({ ref: `S${index}`, kind, pins });
    });
    return circuitOf(parts);
  });

describe('laws that hold for every circuit', () => {
  it('energy balances within 0.1 % and charge balances at every net, on 500 random circuits', () => {
    fc.assert(
      fc.property(randomCircuit, (circuit) => {
        const { parts, nets } = solved(circuit);
        const taken = Object.values(parts).filter(({ watts }) => watts > 0);
        const given = -Object.values(parts).reduce((sum, { watts }) => sum + Math.min(0, watts), 0);
        const used = taken.reduce((sum, { watts }) => sum + watts, 0);
        expect(Math.abs(given - used)).toBeLessThanOrEqual(1e-3 * given + 3e-9);
        for (const net of Object.keys(nets)) {
          let sum = 0;
          let largest = 0;
          for (const part of circuit.parts) {
            const amps = parts[part.ref]?.amps.avg ?? 0;
            if (part.pins[0] === net) sum += amps;
            if (part.pins[1] === net) sum -= amps;
            largest = Math.max(largest, Math.abs(amps));
          }
          expect(Math.abs(sum)).toBeLessThanOrEqual(1e-6 * largest + 1e-9);
        }
      }),
      { numRuns: 500 },
    );
  });

  it('the same circuit renamed and reordered, with series chips written out, gives the same answer', () => {
    fc.assert(
      fc.property(randomCircuit, (circuit) => {
        const rename = (net: string) => `x${net}y`;
        const parts = [...circuit.parts].reverse().flatMap((part): Part[] => {
          const pins = part.pins.map(rename) as [string, string];
          if (part.kind !== 'led' || (part.series ?? 1) === 1) return [{ ...part, pins } as Part];
          const count = part.series ?? 1;
          const at = (index: number) => (index === 0 ? pins[0] : index === count ? pins[1] : `${part.ref}-${index}`);
          return Array.from(
            { length: count },
            (_, index) => ({ ...part, ref: `${part.ref}-${index}`, series: 1, pins: [at(index), at(index + 1)] }) as Part,
          );
        });
        const one = solved(circuit);
        const two = solved({ ...circuit, parts });
        for (const part of circuit.parts) {
          const other = two.parts[part.ref] ?? two.parts[`${part.ref}-0`];
          // Every net that is written out leaks through 1e-12 S of its own: some tens of them at some tens of volts.
          expect(Math.abs((one.parts[part.ref]?.amps.avg ?? 0) - (other?.amps.avg ?? 0))).toBeLessThanOrEqual(
            1e-6 * Math.abs(other?.amps.avg ?? 0) + 1e-9,
          );
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('ratings', () => {
  it('warn with value and limit, per chip for an LED', () => {
    const { warnings } = solved(
      circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
        { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 10, rated: { watts: 0.125 } },
        { ref: 'D1', kind: 'led', pins: ['b', '0'], parallel: 2, rated: { amps: 0.02 } },
      ]),
    );
    expect(warnings.map(({ ref, code }) => `${ref} ${code}`)).toEqual(['R1 over-rated-watts', 'D1 over-rated-amps']);
    expect(warnings[1]).toMatchObject({ limit: 0.02 });
  });
});
