import { describe, expect, it } from '@jest/globals';
import { parseCircuit } from '../circuit/index.ts';
import { typicalCell } from '../device/index.ts';
import { atCharge, dischargeRuntime } from './index.ts';

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
