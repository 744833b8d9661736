import { describe, expect, it } from '@jest/globals';
import { parseCircuit } from '../circuit/index.ts';
import type { CapacitorPart } from '../device/index.ts';
import { solve } from '../solve/index.ts';
import { generatorPower, otherSources, storeDetails, storeIn } from './index.ts';

function circuitOf(...parts: object[]) {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}

const led = { ref: 'D1', kind: 'led', pins: ['a', 'm'], colour: 'white', body: '5mm' };
const resistor = (ohms: number, pins: readonly string[] = ['p', 'a'], ref = 'R1') => ({ ref, kind: 'resistor', pins, ohms });

describe('a generator', () => {
  const crank = { ref: 'V1', kind: 'ac', pins: ['p', 'm'], voltsRms: 6, hertz: 50, ohms: 20 };

  it('gives most into its own resistance: a quarter of the volts squared over it', () => {
    const circuit = circuitOf(crank, resistor(60, ['p', 'm']));
    const solved = solve(circuit);
    if (!solved.ok) throw new Error(solved.error.message);
    const power = generatorPower(circuit, solved.value, 'V1');
    expect(power?.best.watts).toBeCloseTo(6 ** 2 / 4 / 20, 9);
    expect(power?.best.loadOhms).toBeCloseTo(20, 9);
    expect(Math.max(...(power?.curve ?? []).map(({ watts }) => watts))).toBeCloseTo(power?.best.watts ?? 0, 9);
    expect(power?.now.watts).toBeCloseTo((6 / 80) ** 2 * 60, 4);
    expect(power?.now.loadOhms).toBeCloseTo(60, 3);
  });

  it('whose winding has inductance gives most into the size of its impedance', () => {
    const circuit = circuitOf({ ...crank, henries: 15 / (2 * Math.PI * 50) }, resistor(60, ['p', 'm']));
    const solved = solve(circuit);
    if (!solved.ok) throw new Error(solved.error.message);
    const power = generatorPower(circuit, solved.value, 'V1');
    expect(power?.best.loadOhms).toBeCloseTo(25, 6);
    const watts = (power?.curve ?? []).map((point) => point.watts);
    expect(power?.best.watts).toBeGreaterThanOrEqual(Math.max(...watts) - 1e-12);
  });

  it('turned slower gives less, and Schottky diodes cost less than silicon ones', () => {
    const circuit = circuitOf(
      { ...crank, pins: ['l', 'n'] },
      { ref: 'B1', kind: 'bridge', pins: ['l', 'n', 'p', 'm'] },
      { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 1e-4 },
      resistor(100),
      led,
    );
    const found = otherSources(circuit, 'V1');
    const at = (times: number) => found.find(({ change }) => change.is === 'speed' && change.times === times)?.led.chipAmps ?? Number.NaN;
    const now = found.find(({ change }) => change.is === 'as-found')?.led.chipAmps ?? Number.NaN;
    expect(at(0.5)).toBeLessThan(0.3 * now);
    expect(at(2)).toBeGreaterThan(2 * now);
    const schottky = found.find(({ change }) => change.is === 'diodes');
    expect(schottky?.led.chipAmps).toBeGreaterThan(1.05 * now);
  });
});

describe('other sources', () => {
  const pack = { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AAA', series: 3 };
  const found = otherSources(circuitOf(pack, resistor(68), led), 'B1');
  const of = (name: string) => found.find(({ change }) => JSON.stringify(change).includes(name));

  it('fresh cells drive harder than flat ones, and alkaline ones harder than rechargeable ones', () => {
    expect(found[0]?.change).toEqual({ is: 'as-found' });
    expect(of('"left":0.1')?.led.chipAmps).toBeLessThan(0.5 * (of('"left":1')?.led.chipAmps ?? 0));
    expect(of('nimh')?.led.chipAmps).toBeLessThan(of('"left":1')?.led.chipAmps ?? 0);
    expect(of('nimh')?.hours).toBeGreaterThan(1);
  });

  it('three cells in parallel have a third of the volts: a white LED stays dark', () => {
    expect(of('rewired')).toMatchObject({ change: { series: 1, parallel: 3 } });
    expect(of('rewired')?.led.chipAmps).toBeLessThan(1e-6);
  });

  it('on a lead battery strings take what their resistors leave of its volts', () => {
    const strip = circuitOf({ ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 12 }, resistor(150), {
      ...led,
      series: 3,
      points: [[0.02, 3]],
      body: undefined,
    });
    const volts = otherSources(strip, 'V1').map((one) => [one.volts, one.led.chipAmps]);
    const amps = (wanted: number) => volts.find(([at]) => Math.abs((at ?? 0) - wanted) < 0.01)?.[1] ?? Number.NaN;
    // By pencil 3 V over 150 Ω at 12 V; more volts come to the resistor nearly whole.
    expect(amps(12)).toBeCloseTo(0.02, 3);
    expect(amps(12.7) - amps(12)).toBeGreaterThan((0.8 * 0.7) / 150);
    expect(amps(12.7) - amps(12)).toBeLessThan(0.7 / 150);
    expect(amps(14.4)).toBeGreaterThan(1.6 * amps(12));
  });
});

describe('a store', () => {
  const store = { ref: 'C1', kind: 'capacitor', pins: ['s', 'm'], farads: 1, rated: { volts: 5.5 } };
  const circuit = circuitOf(
    { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 5 },
    resistor(20, ['p', 'q']),
    { ref: 'D2', kind: 'diode', pins: ['q', 's'], type: 'schottky' },
    store,
    resistor(1000, ['s', 'a'], 'R2'),
    led,
  );
  const details = storeDetails(circuit, storeIn(circuit) as CapacitorPart, 'D1');
  if (!details.ok) throw new Error(details.error.message);
  const { value } = details;

  it('fills as fast as its source lets it, by the closed form of its resistor', () => {
    // To nine tenths of where it ends, through 20 Ω: about 2.3 time constants less what the diode takes.
    expect(value.fullSeconds / (20 * Math.log(10))).toBeGreaterThan(0.8);
    expect(value.fullSeconds / (20 * Math.log(10))).toBeLessThan(1.5);
    expect(value.fullVolts).toBeGreaterThan(4.6);
    expect(value.firstLightSeconds).toBeGreaterThan(5);
    expect(value.firstLightSeconds).toBeLessThan(value.fullSeconds);
    expect(value.ratedVolts).toBe(5.5);
  });

  it('runs on with its source gone, and gives no more than it held', () => {
    expect(value.runOn?.endedBy).toBe('half-light');
    expect(value.runOn?.joules).toBeLessThan(value.heldJoules);
    expect(value.heldJoules).toBeCloseTo(value.fullVolts ** 2 / 2, 9);
    // Two milliamps from a farad: volts fall by two a thousand seconds.
    expect(value.runOn?.seconds).toBeGreaterThan(200);
    expect(value.runOn?.seconds).toBeLessThan(1500);
  });

  it('left out, the LED has what the source gives it at once', () => {
    expect(value.direct?.chipAmps).toBeCloseTo(value.filling.at(-1)?.chipAmps ?? 0, 3);
    expect(storeIn(circuitOf({ ...store, farads: 1e-4 }))).toBeUndefined();
  });
});
