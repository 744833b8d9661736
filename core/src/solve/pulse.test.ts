import { describe, expect, it } from '@jest/globals';
import { circuitOf, type LoosePart } from '../circuit/circuit.testing.ts';
import { type Solution, solve, solveTimeCourse } from './index.ts';

function solved(...parts: LoosePart[]): Solution {
  const found = solve(circuitOf(parts));
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
}

const pulse = (fields: LoosePart) => ({ ref: 'V1', kind: 'pulse', pins: ['p', 'm'], volts: 10, hertz: 100, duty: 0.3, ...fields });
const led = { ref: 'D1', kind: 'led', pins: ['d', 'm'], points: [[0.02, 3]] };

describe('a pulsed supply', () => {
  it('into a resistor: average is duty times the peak, rms its root times', () => {
    const { regime, seconds, parts, supplies } = solved(pulse({}), { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 100 });
    expect([regime, seconds]).toEqual(['periodic', 0.01]);
    expect(parts.R1?.amps.avg).toBeCloseTo(0.03, 9);
    expect(parts.R1?.amps.rms).toBeCloseTo(0.1 * Math.sqrt(0.3), 9);
    expect([parts.R1?.amps.min, parts.R1?.amps.max]).toEqual([expect.closeTo(0, 9), expect.closeTo(0.1, 9)]);
    expect(supplies.V1?.watts).toBeCloseTo(0.3, 9);
  });

  it('charges and discharges a capacitor between the volts of the closed form', () => {
    // High for 3 ms, low for 7 ms through 1 kΩ and 5 µF: τ is 5 ms.
    const { nets, parts } = solved(
      pulse({ lowVolts: 2 }),
      { ref: 'R1', kind: 'resistor', pins: ['p', 'c'], ohms: 1000 },
      { ref: 'C1', kind: 'capacitor', pins: ['c', 'm'], farads: 5e-6 },
    );
    const [up, down] = [Math.exp(-3 / 5), Math.exp(-7 / 5)];
    const most = (10 * (1 - up) + 2 * up * (1 - down)) / (1 - up * down);
    const least = 2 + (most - 2) * down;
    expect(nets.c?.volts.max).toBeCloseTo(most, 3);
    expect(nets.c?.volts.min).toBeCloseTo(least, 3);
    expect(nets.c?.volts.avg).toBeCloseTo(4.4, 4);
    // The moment after the edge counts among the extremes.
    expect(parts.R1?.amps.max).toBeCloseTo((10 - least) / 1000, 6);
    expect(parts.R1?.amps.min).toBeCloseTo((2 - most) / 1000, 6);
  });

  it('open while low it lets a store keep its charge', () => {
    const { nets } = solved(
      pulse({ openWhenLow: true, ohms: 1 }),
      { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 1e-6 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 100_000 },
    );
    // Charged within microseconds, then 7 ms of a time constant of 100 ms.
    expect(nets.p?.volts.max).toBeCloseTo(10, 3);
    expect(nets.p?.volts.min).toBeCloseTo(10 * Math.exp(-0.07), 3);
  });

  it('gives an LED its duty, wherever in the period it begins', () => {
    for (const delay of [0, 0.5, 0.9]) {
      const { leds } = solved(pulse({ delay, duty: 0.25 }), { ref: 'R1', kind: 'resistor', pins: ['p', 'd'], ohms: 350 }, led);
      expect(leds.D1?.duty).toBeCloseTo(0.25, 4);
      expect(leds.D1?.chip.amps.avg).toBeCloseTo(0.25 * (leds.D1?.chip.amps.max ?? 0), 6);
      expect(leds.D1?.chip.amps.max).toBeCloseTo(0.02, 4);
    }
  });

  it('three pins drive six LEDs, each lit for a sixth of the time', () => {
    const pins = ['x', 'y', 'z'];
    const ways = pins.flatMap((from) => pins.filter((to) => to !== from).map((to) => [from, to] as const));
    const drivers = pins.flatMap((pin) =>
      ways.flatMap(([from, to], slot) =>
        pin === from || pin === to
          ? [
              {
                ref: `V${pin}${slot}`,
                kind: 'pulse',
                pins: [pin, 'm'],
                volts: pin === from ? 5 : 0,
                lowVolts: 0,
                hertz: 1000,
                duty: 1 / 6,
                delay: slot / 6,
                ohms: 50,
                openWhenLow: true,
              },
            ]
          : [],
      ),
    );
    const leds = ways.map(([from, to], slot) => ({ ref: `D${slot}`, kind: 'led', pins: [from, to], points: [[0.02, 3]] }));
    const { leds: figures } = solved(...drivers, ...leds);
    const [first] = Object.values(figures);
    // 5 V less a chip, over the two pins' 100 Ω.
    expect(first?.chip.amps.max).toBeCloseTo(0.02, 3);
    for (const { chip, duty } of Object.values(figures)) {
      expect(duty).toBeCloseTo(1 / 6, 3);
      expect(chip.amps.avg).toBeCloseTo((first?.chip.amps.max ?? 0) / 6, 5);
    }
  });

  it('is followed from switch-on, edge after edge', () => {
    const course = solveTimeCourse(circuitOf([pulse({ duty: 0.5 }), { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 100 }]), {
      from: 'cold',
      seconds: 0.025,
    });
    if (!course.ok) throw new Error(course.error.message);
    const { seconds, values } = course.value.waveforms.nets.p?.volts ?? { seconds: [], values: [] };
    const at = (time: number) => values[seconds.findLastIndex((one) => one <= time)];
    expect([0.002, 0.007, 0.012, 0.017, 0.022].map(at)).toEqual([10, 0, 10, 0, 10].map((volts) => expect.closeTo(volts, 6)));
  });
});
