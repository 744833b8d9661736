import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Circuit } from '../circuit/index.ts';
import { ledVoltsAt, type Part, type PartOf } from '../device/index.ts';
import { displayStep, GENERIC_METERS, type Meter, rangeFor } from '../meter/index.ts';
import { seededRandom } from '../numeric/index.ts';
import {
  displayed,
  fedAlone,
  fedCircuit,
  parseTrueBench,
  probesAt,
  type TrueBench,
  trueAmps,
  trueCelsius,
  trueInLine,
  trueLux,
  trueOhms,
  trueVolts,
  trueWaveform,
} from './index.ts';

const bench = GENERIC_METERS.find(({ name }) => name === 'bench meter') as Meter;
const usb = GENERIC_METERS.find(({ name }) => name === 'USB meter') as Meter;

function gadget(parts: readonly Part[], rest: Partial<TrueBench> = {}): TrueBench {
  const circuit: Circuit = { format: 'mindful-probe.circuit', version: 1, parts: [...parts] };
  return { format: 'mindful-probe.true-bench', version: 1, name: 'A gadget', circuit, ...rest };
}

const resistor = (ref: string, a: string, b: string, ohms: number): Part => ({ ref, kind: 'resistor', pins: [a, b], ohms });
const supply = (volts: number): Part => ({ ref: 'V1', kind: 'dc', pins: ['A', 'B'], volts });

function value<T>(result: { ok: true; value: T } | { ok: false; error: unknown }): T {
  if (!result.ok) throw new Error(JSON.stringify(result.error));
  return result.value;
}

describe('a supply clipped on one part of a dead gadget', () => {
  const row = (ref: string, a: string, b: string): Part => ({ ref, kind: 'led', pins: [a, b], series: 2, colour: 'white', body: '2835' });
  const string = gadget([
    supply(24),
    row('D1', 'A', 'X'),
    { ref: 'D2', kind: 'resistor', pins: ['X', 'Y'], ohms: 1e8 },
    row('D3', 'Y', 'B'),
  ]);
  const fed = (ref: string) =>
    value(fedAlone(string, value(probesAt(string, [ref])), { kind: 'bench-supply', volts: 7, limitAmps: 0.005 }));

  it('gives it its limit, at the volts that its dies take', () => {
    const { volts, amps, limited } = fed('D1');
    expect({ amps, limited }).toEqual({ amps: 0.005, limited: true });
    expect(volts).toBeCloseTo(ledVoltsAt(row('D1', 'A', 'X') as PartOf<'led'>, 0.005, { celsius: 25 }), 3);
  });

  it('gives an open one its volts and next to nothing', () => {
    const { volts, amps, limited } = fed('D2');
    expect({ volts, limited }).toEqual({ volts: expect.closeTo(7, 6), limited: false });
    expect(amps).toBeLessThan(1e-6);
  });
});

describe('volts by a meter that is part of the circuit', () => {
  it('a divider of megohms sinks under ten megohms, by the formula', () => {
    const { circuit } = gadget([supply(10), resistor('R1', 'A', 'C', 2e6), resistor('R2', 'C', 'B', 3e6)]);
    const lower = (3e6 * 10e6) / (3e6 + 10e6);
    expect(value(trueVolts(circuit, { nets: ['C', 'B'] }, 'avg', bench))).toBeCloseTo((10 * lower) / (2e6 + lower), 4);
  });

  it('amps fall by its shunt', () => {
    const { circuit } = gadget([supply(1), resistor('R1', 'A', 'B', 9.5)]);
    expect(value(trueAmps(circuit, 'R1', 'avg', bench))).toBeCloseTo(1 / (9.5 + 0.5), 9);
  });

  it('a sine has its root mean square, and no average', () => {
    const { circuit } = gadget([
      { ref: 'V1', kind: 'ac', pins: ['A', 'B'], voltsRms: 230, hertz: 50 },
      resistor('R1', 'A', 'C', 1000),
      resistor('R2', 'C', 'B', 1000),
    ]);
    expect(value(trueVolts(circuit, { nets: ['C', 'B'] }, 'rms', bench))).toBeCloseTo(115, 1);
    expect(value(trueVolts(circuit, { nets: ['C', 'B'] }, 'avg', bench))).toBeCloseTo(0, 1);
    const wave = value(trueWaveform(circuit, { nets: ['C', 'B'] }, 401));
    expect(wave.seconds.at(-1)).toBeCloseTo(0.04, 9);
    expect(Math.max(...wave.volts)).toBeCloseTo(115 * Math.SQRT2, 0);
    expect(wave.volts[0]).toBeCloseTo(wave.volts[200] as number, 0);
  });
});

describe('ohms, dead', () => {
  it('what lies beside a part is read with it, a diode is not', () => {
    const { circuit } = gadget([
      supply(5),
      resistor('R1', 'A', 'C', 100),
      resistor('R2', 'A', 'C', 300),
      { ref: 'D1', kind: 'led', pins: ['C', 'B'] },
    ]);
    expect(value(trueOhms(circuit, { nets: ['A', 'C'] }))).toBeCloseTo(75, 3);
    expect(value(trueOhms(circuit, { nets: ['C', 'B'] }))).toBe(Number.POSITIVE_INFINITY);
    expect(value(trueOhms(circuit, { nets: ['A', 'A'] }))).toBe(0);
  });
});

describe('a bench supply', () => {
  const load = gadget([supply(3), resistor('R1', 'A', 'B', 10)]);

  it('gives its volts below the limit, and its limit above', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 30, noNaN: true }), fc.double({ min: 0.01, max: 3, noNaN: true }), (volts, limitAmps) => {
        const fed = value(fedCircuit(load, { kind: 'bench-supply', volts, limitAmps }));
        const { delivered } = fed ?? {};
        const free = volts / 10.02;
        if (free <= limitAmps) expect(delivered).toMatchObject({ limited: false });
        else expect(delivered).toMatchObject({ limited: true, amps: limitAmps });
        expect((delivered?.volts ?? 0) / (delivered?.amps ?? 1)).toBeCloseTo(10, 3);
      }),
      { numRuns: 60 },
    );
  });

  it('off, nothing is fed', () => {
    expect(value(fedCircuit(load, { kind: 'off' }))).toBeUndefined();
    expect(value(trueLux(load, undefined, 1))).toBe(0);
  });
});

it('an in-line meter’s watts are its volts times its amps on direct current, behind its shunt', () => {
  const load = gadget([supply(5), resistor('R1', 'A', 'B', 40)]);
  const [volts, amps, watts] = value(trueInLine(load, load.circuit, usb));
  expect(amps).toBeCloseTo(5 / 40.06, 9);
  expect(volts).toBeCloseTo(5 - 0.06 * amps, 9);
  expect(watts).toBeCloseTo(volts * amps, 9);
});

it('a surface warms towards ambient + K/W · W, 63 % of the way in its time', () => {
  const load = gadget([supply(5), resistor('R1', 'A', 'B', 25)], {
    ambientCelsius: 20,
    surfaces: { case: { kelvinPerWatt: 30, seconds: 100 } },
  });
  const at = (seconds: number) => value(trueCelsius(load, load.circuit, 'case', seconds));
  expect(at(0)).toBeCloseTo(20, 9);
  expect(at(100)).toBeCloseTo(20 + 30 * (1 - Math.exp(-1)), 6);
  expect(at(1e6)).toBeCloseTo(50, 6);
  expect(value(trueCelsius(load, load.circuit, 'constructor', 1))).toBeUndefined();
});

describe('a display', () => {
  it('is in whole steps, never further off than its maker’s limits and its noise, and over where it cannot show', () => {
    const random = seededRandom(5);
    fc.assert(
      fc.property(
        fc.constantFrom(...GENERIC_METERS),
        fc.double({ min: 1e-3, max: 300, noNaN: true }),
        fc.nat(1000),
        (meter, truth, serial) => {
          for (const { unit } of meter.ranges) {
            const range = rangeFor(meter, unit, truth);
            const display = displayed(meter, unit, truth, serial, random);
            if (!range || 'over' in display) {
              expect('over' in display).toBe(!range);
              continue;
            }
            const step = displayStep(range, truth);
            expect(Math.abs(display.value / step - Math.round(display.value / step))).toBeLessThan(1e-6);
            // Four and a half standard deviations of the noise, and the rounding.
            expect(Math.abs(display.value - truth)).toBeLessThanOrEqual((truth * range.percent) / 100 + (range.digits + 2.3) * step);
          }
        },
      ),
    );
    expect(displayed(bench, 'ohms', Number.POSITIVE_INFINITY, 1, random)).toEqual({ over: true });
  });

  it('one meter errs one way, another of its make otherwise', () => {
    const mean = (serial: number) => {
      const random = seededRandom(9);
      const readings = Array.from({ length: 50 }, () => displayed(bench, 'volts', 5, serial, random));
      return readings.reduce((sum, display) => sum + ('over' in display ? 0 : display.value), 0) / 50;
    };
    const errors = Array.from({ length: 30 }, (_, serial) => mean(100 + serial) - 5);
    expect(mean(100)).toBe(mean(100));
    expect(Math.min(...errors)).toBeLessThan(-0.0003);
    expect(Math.max(...errors)).toBeGreaterThan(0.0003);
  });
});

describe('the file of a gadget', () => {
  const file = gadget([supply(5), resistor('R1', 'A', 'B', 100)], { places: { V1: ['A', 'B'], source: ['R1.1', 'V1.2'] } });

  it('places are nets or pins, refs are parts, and what is not there is said', () => {
    expect(value(probesAt(file, ['source']))).toEqual({ nets: ['A', 'B'] });
    expect(value(probesAt(file, ['R1']))).toEqual({ ref: 'R1', nets: ['A', 'B'] });
    expect(value(probesAt(file, ['R1.2', 'A']))).toEqual({ nets: ['B', 'A'] });
    for (const held of [['R2'], ['constructor'], ['R1.9', 'A'], ['A', 'Q']] as const) expect(probesAt(file, held).ok).toBe(false);
  });

  it('is checked to the part', () => {
    expect(parseTrueBench(file)).toMatchObject({ ok: true });
    expect(
      parseTrueBench({ ...file, circuit: { ...file.circuit, parts: [{ ref: 'R1', kind: 'resistor', pins: ['A', 'B'] }] } }),
    ).toMatchObject({
      ok: false,
      error: { path: 'circuit.parts.0.ohms' },
    });
    expect(parseTrueBench({ ...file, circuit: { ...file.circuit, parts: [supply(1), supply(2)] } }).ok).toBe(false);
    expect(parseTrueBench(null).ok).toBe(false);
  });
});
