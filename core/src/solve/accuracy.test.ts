import { describe, expect, it } from '@jest/globals';
import { type Solution, solve } from './index.ts';
import { mainsCircuit } from './mains-circuit.testing.ts';

/** How much finer the steps are that figures are held against. */
const FINER = 8;
const CIRCUITS = 40;
/** Averages, rms values and powers, then peaks: of the larger of the figure and a hundredth of what goes to and fro. */
const CLOSE = { means: 5e-3, peaks: 1e-2 } as const;

/** The figures that are further off than they may be. */
function offIn(coarse: Solution, fine: Solution): string[] {
  return Object.entries(fine.parts).flatMap(([ref, { volts, amps, watts }]) => {
    const seen = coarse.parts[ref] as Solution['parts'][string];
    const off: string[] = [];
    const hold = (name: string, value: number, reference: number, scale: number, share: number) => {
      if (!(Math.abs(value - reference) <= share * scale)) off.push(`${ref}.${name}: ${value}, finer ${reference}`);
    };
    for (const [name, of, by, least] of [
      ['volts', seen.volts, volts, 1e-2],
      ['amps', seen.amps, amps, 1e-5],
    ] as const) {
      hold(`${name}.avg`, of.avg, by.avg, Math.max(by.rms, least), CLOSE.means);
      hold(`${name}.rms`, of.rms, by.rms, Math.max(by.rms, least), CLOSE.means);
      const peak = (one: { min: number; max: number }) => Math.max(-one.min, one.max);
      hold(`${name}.peak`, peak(of), peak(by), Math.max(peak(by), least), CLOSE.peaks);
    }
    hold('watts', seen.watts, watts, Math.max(Math.abs(watts), 0.01 * volts.rms * amps.rms, 1e-6), CLOSE.means);
    return off;
  });
}

describe('figures of a settled period', () => {
  it(`are those of steps ${FINER} times finer, on ${CIRCUITS} random mains circuits with narrow charging pulses among them`, () => {
    const off: Record<string, string[]> = {};
    let narrow = 0;
    for (let seed = 1; seed <= CIRCUITS; seed++) {
      const circuit = mainsCircuit(seed);
      const [coarse, fine] = [solve(circuit), solve(circuit, { finer: FINER })];
      if (!coarse.ok || !fine.ok) throw new Error(`seed ${seed}: ${coarse.ok ? '' : coarse.error.message}`);
      const charging = fine.value.parts.V1?.amps ?? { rms: 0, min: 0, max: 0 };
      if (Math.max(-charging.min, charging.max) > 2.5 * charging.rms) narrow += 1;
      const found = offIn(coarse.value, fine.value);
      if (found.length > 0) off[seed] = found;
    }
    expect(off).toEqual({});
    expect(narrow).toBeGreaterThan(2);
  });
});
