import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { parseCircuit } from '../circuit/index.ts';
import { CELLS, typicalCell } from '../device/index.ts';
import { atCharge, cellAlarm, dischargeRuntime, runtimeOf, usualAlarmVolts } from './index.ts';

function lamp(ohms: number) {
  const parsed = parseCircuit({
    format: 'mindful-probe.circuit',
    version: 1,
    parts: [
      { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'nimh', size: 'AA', series: 3, openVolts: 3.9 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms },
      { ref: 'D1', kind: 'led', pins: ['a', 'm'], colour: 'red' },
    ],
  });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}

describe('runtime', () => {
  it('is near capacity over mean current for a flat chemistry', () => {
    const result = dischargeRuntime(lamp(100), 'D1');
    if (!result.ok) throw new Error(result.error.message);
    const { hours, points } = result.value;
    const mean = points.reduce((sum, point) => sum + point.packAmps, 0) / points.length;
    const spent = 1 - (points.at(-1)?.charge ?? 0);
    expect(hours / ((typicalCell('nimh', 'AA', 1).ampHours * spent) / mean)).toBeCloseTo(1, 1);
  });

  it('grows with the resistor, and light never rises while the cells empty', () => {
    const short = dischargeRuntime(lamp(47), 'D1');
    const long = dischargeRuntime(lamp(150), 'D1');
    if (!short.ok || !long.ok) throw new Error('no runtime');
    expect(long.value.hours).toBeGreaterThan(short.value.hours);
    const light = long.value.points.map((point) => point.light);
    expect(light.every((value, index) => index === 0 || value <= (light[index - 1] ?? 0) + 1e-12)).toBe(true);
  });

  it('has a moment at which an alarm for each cell sounds: later for lower volts, and with nothing lost on the way', () => {
    const torch = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'li-ion', size: '18650', series: 2 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 68 },
      { ref: 'D1', kind: 'led', pins: ['a', 'm'], colour: 'white', body: '5050' },
    ]);
    const runtime = dischargeRuntime(torch, 'D1');
    if (!runtime.ok) throw new Error(runtime.error.message);
    const usual = usualAlarmVolts(runtime.value.chemistry) ?? Number.NaN;
    // As cell alarms are sold, and clear of the 2.8 V at which protection cuts off.
    expect(usual).toBe(3.3);
    const [late, early] = [cellAlarm(runtime.value, usual), cellAlarm(runtime.value, 3.5)];
    expect(early?.hours).toBeLessThan(late?.hours ?? 0);
    expect(early?.left).toBeGreaterThan(late?.left ?? 1);
    expect((late?.hours ?? 0) + (late?.hoursLeft ?? 0)).toBeCloseTo(runtime.value.hours, 9);
    const after = runtime.value.points.find(({ hours }) => hours >= (late?.hours ?? 0));
    expect(after?.cellVolts).toBeLessThanOrEqual(usual);
    expect(cellAlarm(runtime.value, 1)).toBeUndefined();
  });

  it('is set as sold for lithium-ion, and for others between their flat part and their cut-off; where none is used there is none', () => {
    expect(usualAlarmVolts('li-ion')).toBe(3.3);
    for (const chemistry of ['li-ion', 'lifepo4', 'nimh', 'nicd'] as const) {
      const volts = usualAlarmVolts(chemistry) ?? Number.NaN;
      expect(volts).toBeGreaterThan(CELLS[chemistry].cutOffVolts + 0.1);
      expect(volts).toBeLessThan(typicalCell(chemistry, undefined, 0.2).openVolts);
    }
    for (const chemistry of ['alkaline', 'lithium-coin', undefined] as const) expect(usualAlarmVolts(chemistry)).toBeUndefined();
  });

  it('sets aside volts that were measured at another charge', () => {
    expect(atCharge(lamp(100), 0).parts[0]).toMatchObject({ charge: 0 });
    expect(atCharge(lamp(100), 0).parts[0]).not.toHaveProperty('openVolts');
  });

  it('is refused without a battery', () => {
    const parsed = parseCircuit({
      format: 'mindful-probe.circuit',
      version: 1,
      parts: [{ ref: 'V1', kind: 'dc', pins: ['a', 'b'], volts: 5 }],
    });
    expect(parsed.ok && dischargeRuntime(parsed.value, 'D1')).toMatchObject({ ok: false, error: { code: 'no-supply' } });
  });
});

describe('cells that nothing cuts off', () => {
  const key = (fields: object) => {
    const parsed = parseCircuit({
      format: 'mindful-probe.circuit',
      version: 1,
      parts: [
        { ref: 'B1', kind: 'battery', pins: ['p', 'm'], ...fields },
        { ref: 'D1', kind: 'led', pins: ['p', 'm'], colour: 'white' },
      ],
    });
    if (!parsed.ok) throw new Error(parsed.error.message);
    return parsed.value;
  };

  it('fade: two coin cells on a white LED give half their current for an hour or two, and not for no time', () => {
    const runtime = dischargeRuntime(key({ chemistry: 'lithium-coin', size: '2032', series: 2 }), 'D1');
    if (!runtime.ok) throw new Error(runtime.error.message);
    expect(runtime.value.endedBy).toBe('half-light');
    expect(runtime.value.hours).toBeGreaterThan(1.5);
    expect(runtime.value.hours).toBeLessThan(3);
  });

  it('hold less at a higher rate: three alkaline cells give less than four times as long at a quarter of the current', () => {
    const hoursOf = (ohms: number) => {
      const circuit = key({ chemistry: 'alkaline', size: 'AA', series: 3 });
      const parts = [
        ...circuit.parts.slice(0, 1),
        { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms },
        { ...circuit.parts[1], pins: ['a', 'm'] },
      ];
      const parsed = parseCircuit({ ...circuit, parts });
      const runtime = parsed.ok ? dischargeRuntime(parsed.value, 'D1') : undefined;
      if (!runtime?.ok) throw new Error('no runtime');
      const { hours, points } = runtime.value;
      return {
        hours,
        amps: points.reduce((sum, { packAmps }) => sum + packAmps, 0) / points.length,
        spent: 1 - (points.at(-1)?.charge ?? 0),
      };
    };
    const [hard, soft] = [hoursOf(5), hoursOf(200)];
    const held = ({ hours, amps, spent }: typeof hard) => (hours * amps) / spent;
    expect(held(hard) / held(soft)).toBeLessThan(0.85);
    expect(held(soft)).toBeCloseTo(2.5, 0);
  });

  it('of a size that is not known are refused', () => {
    const parsed = parseCircuit({
      format: 'mindful-probe.circuit',
      version: 1,
      parts: [{ ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'XXL' }],
    });
    expect(parsed).toMatchObject({ ok: false, error: { message: expect.stringContaining('AA') } });
  });
});

describe('a runtime as a document', () => {
  const circuitOf = (...parts: unknown[]) => {
    const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
    if (!parsed.ok) throw new Error(parsed.error.message);
    return parsed.value;
  };

  it('of cells is the same in seconds', () => {
    const [hours, document] = [dischargeRuntime(lamp(100), 'D1'), runtimeOf(lamp(100))];
    if (!hours.ok || !document.ok) throw new Error('no runtime');
    expect(document.value).toMatchObject({ format: 'mindful-probe.runtime', from: 'B1', led: 'D1', endedBy: hours.value.endedBy });
    expect(document.value.seconds).toBeCloseTo(3600 * hours.value.hours, 6);
    expect(document.value.points[0]).toMatchObject({ seconds: 0, charge: 1, light: 1 });
  });

  it('of a capacitor into a resistor beside a dark LED falls as e to the minus t over RC', () => {
    const store = circuitOf(
      { ref: 'C1', kind: 'capacitor', pins: ['a', '0'], farads: 1, initialVolts: 1 },
      { ref: 'R1', kind: 'resistor', pins: ['a', '0'], ohms: 100 },
      { ref: 'R2', kind: 'resistor', pins: ['a', 'b'], ohms: 1e6 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'] },
    );
    const runtime = runtimeOf(store);
    if (!runtime.ok) throw new Error(runtime.error.message);
    const { points } = runtime.value;
    // The light of a dark LED halves soon; what is followed until then keeps to the law.
    expect(points.length).toBeGreaterThan(1);
    expect(points.at(-1)?.charge).toBeLessThan(1);
    for (const { seconds, charge } of points) expect(charge).toBeCloseTo(Math.exp(-seconds / 100), 3);
  });

  it('of a store that lights an LED spends no more charge than there was', () => {
    const store = circuitOf(
      { ref: 'C1', kind: 'capacitor', pins: ['a', '0'], farads: 0.47, initialVolts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 100 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'], colour: 'red' },
    );
    const runtime = runtimeOf(store);
    if (!runtime.ok) throw new Error(runtime.error.message);
    const { points, endedBy, seconds } = runtime.value;
    expect(endedBy).toBe('half-light');
    const spent = points.slice(1).reduce((sum, point, index) => {
      const before = points[index];
      return sum + ((point.seconds - (before?.seconds ?? 0)) * (point.amps + (before?.amps ?? 0))) / 2;
    }, 0);
    expect(spent).toBeCloseTo(0.47 * 5 * (1 - (points.at(-1)?.charge ?? 0)), 6);
    expect(seconds).toBeGreaterThan(10);
  });

  it('is refused where nothing is stored, or nothing lights', () => {
    const bare = circuitOf({ ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 }, { ref: 'D1', kind: 'led', pins: ['a', '0'] });
    expect(runtimeOf(bare)).toMatchObject({ ok: false, error: { code: 'no-supply' } });
    expect(
      runtimeOf(
        circuitOf({ ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 }, { ref: 'R1', kind: 'resistor', pins: ['a', '0'], ohms: 5 }),
      ),
    ).toMatchObject({
      error: { code: 'unknown-ref' },
    });
  });
});

describe('what ends a discharge', () => {
  const capacitor = { ref: 'C1', kind: 'capacitor', pins: ['s', 'm'], farads: 0.1, initialVolts: 5 };
  const led = { ref: 'D1', kind: 'led', pins: ['a', 'm'], colour: 'red', rated: { amps: 0.02 } };
  const circuitOf = (...parts: object[]) => {
    const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
    if (!parsed.ok) throw new Error(parsed.error.message);
    return parsed.value;
  };
  const runtime = (circuit: ReturnType<typeof circuitOf>, question: Parameters<typeof runtimeOf>[1]) => {
    const found = runtimeOf(circuit, question);
    if (!found.ok) throw new Error(found.error.message);
    return found.value;
  };

  it('a resistor beside a feeble LED takes a capacitor down as the closed form says, to the converter’s cut-off', () => {
    // The converter’s own LED takes a hundred-thousandth of what the resistor takes.
    const circuit = circuitOf(
      capacitor,
      { ref: 'R1', kind: 'resistor', pins: ['s', 'm'], ohms: 100 },
      {
        ref: 'U1',
        kind: 'converter',
        pins: ['s', 'm', 'o', 'm'],
        mode: 'boost',
        outVolts: 3.3,
        limitAmps: 0.1,
        efficiency: 0.9,
        minInVolts: 0.9,
        maxInVolts: 6,
      },
      { ref: 'R2', kind: 'resistor', pins: ['o', 'a'], ohms: 1_000_000 },
      led,
    );
    const { seconds, endedBy, joules } = runtime(circuit, { until: 'cut-off' });
    expect(endedBy).toBe('cut-off');
    expect(seconds / (100 * 0.1 * Math.log(5 / 0.9))).toBeCloseTo(1, 2);
    expect(joules / ((0.1 * (5 ** 2 - 0.9 ** 2)) / 2)).toBeCloseTo(1, 2);
  });

  it('half of the light comes before the dark, and the first that happens before both where none is asked for', () => {
    const circuit = circuitOf(capacitor, { ref: 'R1', kind: 'resistor', pins: ['s', 'a'], ohms: 100 }, led);
    const [half, dark, first] = (['half-light', 'dark', undefined] as const).map((until) => runtime(circuit, { until }));
    expect([half?.endedBy, dark?.endedBy, first?.endedBy]).toEqual(['half-light', 'dark', 'half-light']);
    expect(half?.seconds).toBe(first?.seconds);
    expect(dark?.seconds ?? 0).toBeGreaterThan(2 * (half?.seconds ?? 0));
    const currents = (dark?.points ?? []).map(({ chipAmps }) => chipAmps / (dark?.points[0]?.chipAmps ?? 1));
    expect(currents.at(-1)).toBeLessThan(0.01);
    expect(currents.at(-1)).toBeGreaterThan(0.008);
    expect((half?.points.at(-1)?.chipAmps ?? 0) / (half?.points[0]?.chipAmps ?? 1)).toBeCloseTo(0.5, 2);
  });

  it('watches the hardest driven LED, or the one that is named', () => {
    const circuit = circuitOf(
      capacitor,
      { ref: 'R1', kind: 'resistor', pins: ['s', 'a'], ohms: 470 },
      { ref: 'R2', kind: 'resistor', pins: ['s', 'b'], ohms: 100 },
      led,
      { ...led, ref: 'D2', pins: ['b', 'm'] },
    );
    expect(runtime(circuit, {}).led).toBe('D2');
    expect(runtime(circuit, { led: 'D1' }).led).toBe('D1');
    expect(runtimeOf(circuit, { led: 'D9' })).toMatchObject({ ok: false, error: { code: 'unknown-ref' } });
    expect(runtimeOf(circuit, { from: 'R1' })).toMatchObject({ ok: false, error: { code: 'no-supply' } });
  });

  it('a flasher on a coin cell lasts its charge over its average current', () => {
    const transistor = (ref: string, pins: string[]) => ({ ref, kind: 'bjt', pins, polarity: 'npn' });
    const circuit = circuitOf(
      { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'lithium-coin', size: '2032' },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'c1'], ohms: 4700 },
      { ref: 'R2', kind: 'resistor', pins: ['p', 'b2'], ohms: 47_000 },
      { ref: 'R3', kind: 'resistor', pins: ['p', 'b1'], ohms: 47_000 },
      { ref: 'R4', kind: 'resistor', pins: ['p', 'd'], ohms: 220 },
      { ...led, pins: ['d', 'c2'] },
      { ref: 'C1', kind: 'capacitor', pins: ['c1', 'b2'], farads: 1e-5 },
      { ref: 'C2', kind: 'capacitor', pins: ['c2', 'b1'], farads: 1e-5 },
      transistor('Q1', ['c1', 'b1', 'm']),
      transistor('Q2', ['c2', 'b2', 'm']),
    );
    const { seconds, points } = runtime(circuit, { until: 'half-light' });
    const mean = points.reduce((sum, { amps }) => sum + amps, 0) / points.length;
    expect(points[0]?.amps).toBeLessThan(0.005);
    expect(((seconds / 3600) * mean) / (0.22 * (1 - (points.at(-1)?.charge ?? 0)))).toBeCloseTo(1, 0);
  }, 180_000);
});
