import { describe, expect, it } from '@jest/globals';
import { type Circuit, circuitSchema } from '../circuit/index.ts';
import { chipModelOf, chipVoltsAt, deviceOf, type LedPart, partSchema } from '../device/index.ts';
import { drawNormal, seededRandom } from '../numeric/index.ts';
import { solve } from '../solve/index.ts';
import { disagreementsOf } from './disagreements.ts';
import { fitReadings } from './fit.ts';
import type { Fit } from './fit-once.ts';
import { proposeProbes } from './next-probe.ts';
import { readingFigure } from './reading-figure.ts';
import type { EstimateReading } from './readings.ts';

const CHIP = { of: 'chip', ref: 'D1', quantity: 'amps' } as const;

function circuitOf(parts: readonly unknown[]): Circuit {
  return circuitSchema.parse({ format: 'mindful-probe.circuit', version: 1, parts });
}

function ledOn(ohms: number, led: Readonly<Record<string, unknown>> = {}, supply: Readonly<Record<string, unknown>> = {}): Circuit {
  return circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5, ...supply },
    { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms },
    { ref: 'D1', kind: 'led', pins: ['b', '0'], colour: 'white', ...led },
  ]);
}

function chipAmps(circuit: Circuit): number {
  const solved = solve(circuit);
  if (!solved.ok) throw new Error(solved.error.message);
  return solved.value.leds.D1?.chip.amps.avg ?? Number.NaN;
}

function fitted(circuit: Circuit, readings: readonly EstimateReading[]): Fit {
  const fit = fitReadings(circuit, readings);
  if (!fit.ok) throw new Error(fit.error.message);
  return fit.value;
}

it('of volts between two nets says nothing where one of them is not there', () => {
  const between = (minus: string): EstimateReading => ({ kind: 'volts', id: '-', across: ['b', minus], value: 3, uncertainty: 0.01 });
  expect(readingFigure(ledOn(100), between('0'))).toMatchObject({ of: 'nets', plus: 'b', minus: '0' });
  expect(readingFigure(ledOn(100), between('gone'))).toBeUndefined();
});

it('an LED of a measured model is unsure of its series resistance by a fifth, one of its class by a half', () => {
  const ohmsOf = (fields: Readonly<Record<string, unknown>>) => {
    const led = partSchema.parse({ ref: 'D1', kind: 'led', pins: ['b', '0'], colour: 'white', ...fields });
    const [learnt] = (deviceOf('led').learns?.(led) ?? []).filter(({ field }) => field === 'seriesOhms');
    return learnt ? learnt.uncertainty / learnt.value : Number.NaN;
  };
  expect(ohmsOf({})).toBeCloseTo(0.5, 9);
  expect(ohmsOf({ model: { saturationAmps: 1e-12, emission: 2, seriesOhms: 5 } })).toBeCloseTo(0.2, 9);
  expect(ohmsOf({ points: [[0.001, 2.6]] })).toBeCloseTo(0.5, 9);
  expect(
    ohmsOf({
      points: [
        [0.001, 2.6],
        [0.02, 3.1],
      ],
    }),
  ).toBeCloseTo(0.2, 9);
});

describe('an LED of which nothing was read', () => {
  it('has its colour’s volts at the current that is usual for its body: 3.1 V at 350 mA in a 3535, 540 mA over 3.3 ohm on 5 V', () => {
    const led = partSchema.parse({ ref: 'D1', kind: 'led', pins: ['b', '0'], colour: 'white', body: '3535' }) as LedPart;
    expect(chipVoltsAt(chipModelOf(led), 0.35)).toBeCloseTo(3.1, 9);
    // (5 V − 3.1 V − what 190 mA more take) ÷ 3.3 Ω
    expect(chipAmps(ledOn(3.3, { body: '3535' }))).toBeCloseTo(0.54, 2);
    expect(chipAmps(ledOn(100))).toBeCloseTo((5 - 3.1) / 100, 3);
  });

  it('is the less sure the further its current is from the one that its volts are known at', () => {
    const spreadAt = (ohms: number) => {
      const [amps] = fitted(ledOn(ohms, { body: '3535' }, { tolerance: 0.001 }), []).figures([CHIP]);
      return amps ? (amps.uncertainty / amps.value) * ohms * amps.value : Number.NaN;
    };
    // In volts over the resistor, at 350 mA and far above.
    expect(spreadAt(5.5)).toBeGreaterThan(0.08);
    expect(spreadAt(0.5)).toBeGreaterThan(0.2 * spreadAt(5.5));
    const volts = (ohms: number) =>
      fitted(ledOn(ohms, { body: '3535' }, { tolerance: 0.001 }), []).figures([{ of: 'part', ref: 'D1', quantity: 'volts' }])[0];
    expect(volts(0.2)?.uncertainty ?? 0).toBeGreaterThan(0);
  });

  it('keeps its class’s shape through one measured point: 2.6 V at 1 mA gives about 19.5 mA on 5 V and 100 ohm', () => {
    expect(chipAmps(ledOn(100, { points: [[1e-3, 2.6]] }))).toBeGreaterThan(0.019);
    expect(chipAmps(ledOn(100, { points: [[1e-3, 2.6]] }))).toBeLessThan(0.0205);
  });

  it('gives the same figure when the point is typed as a value or as a reading', () => {
    const typed = chipAmps(ledOn(100, { points: [[1e-3, 2.6]] }));
    const read = fitted(ledOn(100, {}, { tolerance: 1e-4 }), [
      { id: '1', kind: 'volts', across: 'D1', atAmps: 1e-3, value: 2.6, uncertainty: 1e-3 },
    ]).figures([CHIP])[0];
    expect((read?.value ?? 0) / typed).toBeCloseTo(1, 2);
  });
});

describe('two readings of a current that agree', () => {
  it('are never overruled by a curve: 1.77 V over 3.3 ohm and 0.536 A in the lead, on an LED of no known body', () => {
    const fit = fitted(ledOn(3.3), [
      { id: '1', kind: 'volts', across: 'R1', value: 1.769, uncertainty: 0.005 },
      { id: '2', kind: 'ohms', across: 'R1', value: 3.3, uncertainty: 0.02 },
      { id: '3', kind: 'amps', through: 'V1', value: 0.536, uncertainty: 0.004 },
    ]);
    const [amps] = fit.figures([CHIP]);
    expect(Math.abs((amps?.value ?? 0) - 0.536)).toBeLessThan(0.006);
    expect(fit.probability).toBeGreaterThan(0.05);
  });
});

describe('readings that agree, and contradict what a chip is sold as', () => {
  it('are believed, and the chip is the suspect', () => {
    // A sink of 0.2 V whose reference is 0.26 V: 464 mA through 0.56 ohm, read twice.
    const circuit = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
      { ref: 'D1', kind: 'led', pins: ['a', 'k'], colour: 'white', body: '3535' },
      { ref: 'U1', kind: 'sink', pins: ['k', 's'], referenceVolts: 0.2, sense: ['R2'], dropoutVolts: 0.3 },
      { ref: 'R2', kind: 'resistor', pins: ['s', '0'], ohms: 0.56 },
    ]);
    const readings: EstimateReading[] = [
      { id: '1', kind: 'volts', across: 'R2', value: 0.26, uncertainty: 0.001 },
      { id: '2', kind: 'amps', through: 'V1', value: 0.464, uncertainty: 0.003 },
    ];
    const fit = fitted(circuit, readings);
    const [amps] = fit.figures([CHIP]);
    expect(Math.abs((amps?.value ?? 0) - 0.464)).toBeLessThan(0.003);
    expect(amps?.uncertainty).toBeLessThan(0.004);
    expect(disagreementsOf(circuit, readings, fit)[0]).toMatchObject({ cause: 'part', ref: 'U1', as: { code: 'reference' } });
  });

  it('that do not agree with one another stay a contradiction, with what was stated unmoved', () => {
    const circuit = ledOn(100, {}, { tolerance: 0.01 });
    const fit = fitted(circuit, [
      { id: '1', kind: 'volts', across: 'R1', value: 1.9, uncertainty: 0.01 },
      { id: '2', kind: 'amps', through: 'V1', value: 0.19, uncertainty: 0.001 },
      { id: '3', kind: 'ohms', across: 'R1', value: 100, uncertainty: 0.5 },
    ]);
    expect(fit.probability).toBeLessThan(1e-6);
    expect(fit.residuals.some(({ sigmas }) => Math.abs(sigmas) > 5)).toBe(true);
  });
});

describe('a source that was read open and under load', () => {
  const coins = circuitOf([
    { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'lithium-coin', size: '2032', series: 2 },
    { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 8 },
    { ref: 'D1', kind: 'led', pins: ['b', '0'], colour: 'white' },
  ]);
  const open: EstimateReading = { id: '1', kind: 'volts', across: 'B1', state: 'dead', value: 6.42, uncertainty: 0.01 };
  const loaded: EstimateReading = { id: '2', kind: 'volts', across: 'B1', value: 3.82, uncertainty: 0.01 };
  const amps: EstimateReading = { id: '3', kind: 'amps', through: 'B1', value: 0.092, uncertainty: 0.001 };

  it('has the ohms that lie between: (6.42 − 3.82) V ÷ 92 mA is 14.1 ohm a coin cell, and no lead is blamed', () => {
    const fit = fitted(coins, [open, loaded, amps]);
    const ohms = fit.unknowns.find(({ ref, field }) => ref === 'B1' && field === 'cellOhms')?.posterior;
    expect(ohms?.value).toBeCloseTo((6.42 - 3.82) / 0.092 / 2, 0);
    expect(ohms?.uncertainty).toBeLessThan(0.5);
    expect(disagreementsOf(coins, [open, loaded, amps], fit).filter(({ cause }) => cause === 'lead')).toEqual([]);
  });

  it('has them too where it is an adapter that was entered without any', () => {
    const adapter = ledOn(8, {}, { volts: 12 });
    const readings: readonly EstimateReading[] = [
      { ...open, across: 'V1', value: 13.4 },
      { ...loaded, across: 'V1', value: 11.6 },
      { ...amps, through: 'V1', value: 0.9, uncertainty: 0.005 },
    ];
    const fit = fitted(adapter, readings);
    expect(fit.unknowns.find(({ ref, field }) => ref === 'V1' && field === 'ohms')?.posterior.value).toBeCloseTo(2, 1);
  });
});

describe('a sink that a reference and resistors set', () => {
  const lamp = (reference: number) =>
    circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12, tolerance: 0.01 },
      { ref: 'D1', kind: 'led', pins: ['a', 'b'], series: 3 },
      { ref: 'U1', kind: 'sink', pins: ['b', 's'], referenceVolts: reference, sense: ['R2', 'R3'], dropoutVolts: 0.5 },
      { ref: 'R2', kind: 'resistor', pins: ['s', '0'], ohms: 30 },
      { ref: 'R3', kind: 'resistor', pins: ['s', '0'], ohms: 60 },
    ]);

  it('holds reference volts over them in parallel: 0.6 V over 30 and 60 ohm is 30 mA', () => {
    expect(chipAmps(lamp(0.6))).toBeCloseTo(0.03, 5);
  });

  it('follows their values in an estimate: 1 % of R2 moves two thirds of that', () => {
    const fit = fitted(lamp(0.6), []);
    const [amps] = fit.figures([CHIP]);
    // 4 % at 95 % of the reference, 5 % of each resistor with 2/3 and 1/3 of the current.
    expect((amps?.uncertainty ?? 0) / 0.03).toBeCloseTo(Math.hypot(0.02, (0.025 * 2) / 3, 0.025 / 3), 3);
  });

  it('is a suspect itself where what is read over them says otherwise', () => {
    const readings: readonly EstimateReading[] = [
      { id: '1', kind: 'volts', across: 'R2', value: 0.8, uncertainty: 0.003 },
      { id: '2', kind: 'ohms', across: 'R2', value: 30, uncertainty: 0.15 },
      { id: '3', kind: 'ohms', across: 'R3', value: 60, uncertainty: 0.3 },
    ];
    const causes = disagreementsOf(lamp(0.6), readings, fitted(lamp(0.6), readings));
    expect(causes.find(({ cause, ...of }) => cause === 'part' && 'ref' in of && of.ref === 'U1')).toMatchObject({
      as: { code: 'reference', sense: ['R2', 'R3'] },
      value: expect.closeTo(0.8, 1),
    });
  });
});

describe('what is offered as a cause', () => {
  it('is possible: no lithium cell of 8.91 V, and no LED 5 V off its curve', () => {
    const torch = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'li-ion', size: '18650' },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 10 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'], colour: 'white' },
    ]);
    const readings: readonly EstimateReading[] = [
      { id: '1', kind: 'volts', across: 'R1', value: 5.9, uncertainty: 0.02 },
      { id: '2', kind: 'ohms', across: 'R1', value: 10, uncertainty: 0.05 },
    ];
    const causes = disagreementsOf(torch, readings, fitted(torch, readings));
    for (const cause of causes) {
      if (cause.cause !== 'part') continue;
      if (cause.as.code === 'cell' || cause.as.code === 'value') expect(cause.ref === 'B1' && cause.value > 4.42).toBe(false);
      if (cause.as.code === 'chip-volts') expect(Math.abs(cause.value)).toBeLessThanOrEqual(0.6);
    }
    expect(causes.length).toBeGreaterThan(0);
  });

  it('is a body of another size where that explains the volts', () => {
    const readings: readonly EstimateReading[] = [
      { id: '1', kind: 'volts', across: 'D1', value: 3.13, uncertainty: 0.005 },
      { id: '2', kind: 'volts', across: 'R1', value: 1.87, uncertainty: 0.005 },
      { id: '3', kind: 'ohms', across: 'R1', value: 4.7, uncertainty: 0.02 },
    ];
    const small = ledOn(4.7, { body: '5mm' }, { tolerance: 0.01 });
    const causes = disagreementsOf(small, readings, { ...fitted(small, readings), probability: 0 });
    expect(causes.some((cause) => cause.cause === 'part' && cause.as.code === 'body') || fitted(small, readings).probability > 0.05).toBe(
      true,
    );
  });
});

describe('the same figure read five times on one meter', () => {
  it('teaches no more than once', () => {
    const copies = Array.from({ length: 5 }, (_, index): EstimateReading => {
      return { id: `${index}`, kind: 'volts', across: 'R1', value: 1.9, uncertainty: 0.02 };
    });
    const spread = (readings: readonly EstimateReading[]) => fitted(ledOn(100), readings).figures([CHIP])[0]?.uncertainty ?? 0;
    expect(spread(copies)).toBeCloseTo(spread(copies.slice(0, 1)), 9);
    expect(spread(copies.map((reading, index) => ({ ...reading, meter: `meter ${index}` })))).toBeLessThan(spread(copies));
  });
});

describe('the next probe', () => {
  it('lights a chip alone with no more than it bears, however hard it is driven', () => {
    const probes = proposeProbes(fitted(ledOn(20), []), CHIP, [], { litAlone: true });
    const alone = probes.find(({ chipAmps: asked }) => asked !== undefined);
    expect(alone?.chipAmps).toBeLessThanOrEqual(0.02);
    expect(alone?.chipAmps).toBeGreaterThan(0);
  });
});

describe('intervals of what is learnt', () => {
  // A truth drawn from the class, read with the meter's error: the interval at 95 % must hold it in about 95 of 100.
  it.each([
    ['a power LED', { body: '3535' }, 3.3, 4.5, 0.35],
    ['an indicator', { body: '5mm' }, 100, 9, 0.02],
  ])('cover the truth for %s', (_, led, ohms, chipOhms, known) => {
    const random = seededRandom(20_261_128);
    let held = 0;
    const trials = 120;
    for (let trial = 0; trial < trials; trial++) {
      const truth = ledOn(
        ohms * (1 + 0.025 * drawNormal(random)),
        { ...led, voltsShift: 0.1 * drawNormal(random), seriesOhms: Math.max(0.01, (0.18 / known) * (1 + 0.5 * drawNormal(random))) },
        { volts: 5 * (1 + 0.025 * drawNormal(random)) },
      );
      const solved = solve(truth);
      if (!solved.ok) throw new Error(solved.error.message);
      const uncertainty = 0.01;
      const value = (solved.value.parts.R1?.volts.avg ?? 0) + uncertainty * drawNormal(random);
      const [amps] = fitted(ledOn(ohms, led), [{ id: '1', kind: 'volts', across: 'R1', value, uncertainty }]).figures([CHIP]);
      if (amps && Math.abs(amps.value - (solved.value.leds.D1?.chip.amps.avg ?? 0)) <= 2 * amps.uncertainty) held += 1;
    }
    expect(chipOhms).toBeGreaterThan(0);
    expect(held / trials).toBeGreaterThan(0.9);
    expect(held / trials).toBeLessThanOrEqual(1);
  });
});
