import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { lifeRatio } from '../drive/index.ts';
import { dischargeRuntime } from '../energy/index.ts';
import { flickerSum, heatSum, leadSum, lifeSum, lumensSum, readLightSum, runtimeSum, storeSum, supplySum } from './sums.ts';

const sure = (value: number) => ({ value, uncertainty: 0 });
/** Figures as written, units left out: what a pocket calculator is given. */
const linesOf = (sum: { lines: readonly { sum: string; result: string }[] }) =>
  sum.lines.map(({ sum: figures, result }) => `${figures} = ${result}`);
const plain = (texts: readonly string[]) => texts.map((text) => text.replaceAll('\u2009', ' '));

describe('sums to follow on paper', () => {
  it('of a supply: 230 × 0.046 is 10.58 VA, 4.4 W of that a power factor of 0.42', () => {
    const supply = {
      ref: 'V1',
      volts: sure(230),
      amps: sure(0.046),
      watts: sure(4.4),
      voltAmps: sure(10.58),
      powerFactor: sure(4.4 / 10.58),
      ledWatts: sure(4.1),
      efficiency: sure(4.1 / 4.4),
    };
    expect(plain(linesOf(supplySum(supply)))).toEqual(['230 V × 46.0 mA = 10.6 VA', '4.40 W ÷ 10.6 VA = 0.42', '4.10 W ÷ 4.40 W = 93 %']);
  });

  it('of a lead: 5.05 − 4.90 is 0.15 V, at 42 mA 3.57 ohm and 6.3 mW', () => {
    const lead = { sourceVolts: sure(5.05), boardVolts: sure(4.9), amps: sure(0.042), ohms: sure(0.15 / 0.042), watts: sure(0.15 * 0.042) };
    expect(plain(linesOf(leadSum(lead)))).toEqual(['5.05 V − 4.90 V = 150 mV', '150 mV ÷ 42.0 mA = 3.57 Ω', '150 mV × 42.0 mA = 6.30 mW']);
  });

  it('of a store: 494 kΩ × 1.1 µF × ln(358 ÷ 34) is 1.28 s, where all are at their most; with nothing across it, never', () => {
    const longest = { volts: 358, farads: 1.1e-6, ohms: 494e3, secondsTo60: 0.971, secondsTo34: 1.28 };
    const store = { ref: 'C1', farads: 1e-6, fromVolts: 325, longest };
    expect(plain(linesOf(storeSum(store)))[1]).toBe('494 kΩ × 1.10 µF × ln(358 V ÷ 34 V) = 1.28 s');
    expect(linesOf(storeSum({ ref: 'C1', farads: 1e-6, fromVolts: 325 }))[0]).toContain('never by itself');
  });

  it('of light as read: 840 lx at half a metre are 210 cd, and 29 m of throw', () => {
    const light = {
      lux: sure(840),
      metres: sure(0.5),
      candela: sure(210),
      throwMetres: sure(Math.sqrt(840)),
      lumens: sure(Math.PI * 210),
      beamDegrees: 180,
      beamClaimed: false,
      beamRead: false,
    };
    expect(plain(linesOf(readLightSum(light)))).toEqual([
      '840 lx × (500 mm)² = 210 cd',
      '√(210 cd ÷ 0.25 lx) = 29.0 m',
      'π × 210 cd = 660 lm',
    ]);
    expect(linesOf(readLightSum({ ...light, beamDegrees: 60, beamClaimed: true }))[2]).toContain('cos 30°');
  });

  it('of heat: each rise is its resistance times its watts, and the junction the end and all rises', () => {
    const resistance = { kelvinPerWatt: 300, factor: 1.5, source: 'a 5mm body' };
    const heat = {
      stretches: [{ from: 'junction', to: 'board', watts: 0.07, resistance, kelvin: 21 }],
      joints: [
        { name: 'junction', celsius: 83, read: false },
        { name: 'board', celsius: 62, read: true },
      ],
      junctionCelsius: 83,
      low: 70,
      high: 95,
      dominant: 'junction to board',
    };
    expect(plain(linesOf(heatSum({ ref: 'D1', heat })))).toEqual(['300 K/W × 70.0 mW = 21 K', '62 °C + 21 K = 83 °C']);
    expect(heatSum({ ref: 'D1', heat }).lines[1]?.what).toContain('as read');
  });

  it('of life: the factors are those of the model, and their product its ratio', () => {
    const drive = { ofRated: 1.4, junctionCelsius: 105 };
    const ratio = lifeRatio(drive, { ofRated: 1, junctionCelsius: 85 });
    const sum = lifeSum({ drive, life: { hours: 8000 * ratio, low: 0, high: 0 }, lifeBaseHours: 8000 });
    const [heat, current] = sum.lines.map(({ result }) => Number.parseFloat(result));
    expect((heat ?? 0) * (current ?? 0)).toBeCloseTo(ratio, 2);
    expect(current).toBeCloseTo(1.4 ** -1.5, 3);
  });

  it('of flicker: (40 − 10) ÷ (40 + 10) mA is 60 %, against 8 % and 3.3 % at 100 Hz', () => {
    const flicker = { percent: sure(60), index: sure(0.2), hertz: 100, region: 'not of low risk' as const, least: 0.01, most: 0.04 };
    expect(flickerSum(flicker).lines.map(({ result }) => result)).toEqual(['60 %', '8.0 %', '3.3 %']);
  });

  it('of lumens: 110 lm/W × 0.5 W, less for droop and warmth', () => {
    const value = 55 * 0.97 * 0.94;
    const lumens = { perWatt: 110, watts: 0.5, droop: 0.97, warm: 0.94, value, low: value / 1.4, high: value * 1.4 };
    expect(plain(linesOf(lumensSum(lumens)))).toEqual([
      '110 lm/W × 500 mW = 55.0 lm',
      '55.0 lm × 0.97 × 0.94 = 50 lm',
      '÷ 1.4 … × 1.4 = 36 … 70 lm',
    ]);
  });

  it('of a runtime: charge used over the mean current is the hours', () => {
    const circuit = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AAA', series: 3 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 47 },
      { ref: 'D1', kind: 'led', pins: ['a', 'm'] },
    ]);
    const runtime = dischargeRuntime(circuit, 'D1');
    if (!runtime.ok) throw new Error(runtime.error.message);
    const [charge, hours] = runtimeSum(runtime.value).lines;
    const [ampHours, milliamps] = (hours?.sum ?? '').split('÷').map((text) => Number.parseFloat(text));
    expect(charge?.result.startsWith(String(ampHours?.toPrecision(3)))).toBe(true);
    const scale = charge?.result.includes('m') ? 1 : 1000;
    expect(((ampHours ?? 0) * scale) / (milliamps ?? 1) / runtime.value.hours).toBeCloseTo(1, 1);
  });
});
