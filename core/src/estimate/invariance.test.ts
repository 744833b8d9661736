import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { type Circuit, withFields } from '../circuit/index.ts';
import { seededRandom } from '../numeric/index.ts';
import { drawReadings, drawTruth, MARKED_GADGETS } from '../simulated/index.ts';
import { type EstimateReading, fitReadings } from './index.ts';

const CHIP = { of: 'chip', ref: 'D1', quantity: 'amps' } as const;
const OVERALL = { numRuns: 25, seed: 20_261_126 };

const gadgets = fc.integer({ min: 0, max: MARKED_GADGETS.length - 1 }).map((index) => MARKED_GADGETS[index] as Circuit);
/** A drawn bench: a marked gadget, and any part of the readings of one that differs from its markings. */
const benches = fc
  .tuple(gadgets, fc.integer({ min: 1, max: 1e6 }), fc.double({ min: 0.2, max: 1, noNaN: true }))
  .map(([marked, seed, share]) => {
    const random = seededRandom(seed);
    for (let skipped = 0; skipped < 20; skipped++) random();
    const readings = drawReadings(drawTruth(marked, random), marked, random).filter(() => random() < share);
    return { marked, readings };
  });

function estimated(circuit: Circuit, readings: readonly EstimateReading[]) {
  const fit = fitReadings(circuit, readings);
  if (!fit.ok) throw new Error(fit.error.message);
  const [figure] = fit.value.figures([CHIP]);
  return { fit: fit.value, figure: figure ?? { value: Number.NaN, uncertainty: Number.NaN } };
}

/** As `from`, with every ref and net under another name. */
function renamed(circuit: Circuit, readings: readonly EstimateReading[]): { circuit: Circuit; readings: EstimateReading[] } {
  const ref = (name: string) => (name === 'D1' ? name : `${name.slice(0, 1)}9${name.slice(1)}`);
  const net = (name: string) => `w${name}`;
  return {
    circuit: {
      ...circuit,
      ...(circuit.ground !== undefined && { ground: net(circuit.ground) }),
      parts: circuit.parts.map((part) => ({ ...part, ref: ref(part.ref), pins: (part.pins as readonly string[]).map(net) })) as never,
    },
    readings: readings.map((reading): EstimateReading => {
      if (reading.kind === 'amps') return { ...reading, through: ref(reading.through) };
      if (reading.kind === 'watts') return { ...reading, of: ref(reading.of) };
      if (reading.kind === 'ohms' || reading.kind === 'farads') return { ...reading, across: ref(reading.across) };
      return {
        ...reading,
        across: typeof reading.across === 'string' ? ref(reading.across) : [net(reading.across[0]), net(reading.across[1])],
      };
    }),
  };
}

describe('an estimate', () => {
  it('does not hang on names, nor on the order of readings', () => {
    fc.assert(
      fc.property(benches, ({ marked, readings }) => {
        const plain = estimated(marked, readings);
        const other = renamed(marked, readings);
        for (const { figure, fit } of [estimated(other.circuit, other.readings), estimated(marked, [...readings].reverse())]) {
          expect(figure.value / plain.figure.value).toBeCloseTo(1, 5);
          expect(figure.uncertainty / plain.figure.uncertainty).toBeCloseTo(1, 4);
          expect(fit.chiSquare).toBeCloseTo(plain.fit.chiSquare, 4);
        }
      }),
      OVERALL,
    );
  });

  it('is nowhere less sure of a value than it was before any reading', () => {
    fc.assert(
      fc.property(benches, ({ marked, readings }) => {
        for (const { prior, posterior } of estimated(marked, readings).fit.unknowns)
          expect(posterior.uncertainty).toBeLessThanOrEqual(prior.uncertainty * (1 + 1e-9));
      }),
      OVERALL,
    );
  });

  it('is made no less sure by one reading more, which says in advance by how much', () => {
    fc.assert(
      fc.property(benches, ({ marked, readings }) => {
        const before = estimated(marked, readings);
        const figure = { of: 'part', ref: 'D1', quantity: 'volts' } as const;
        const uncertainty = 0.004;
        const value = before.fit.expected({ id: 'next', kind: 'volts', across: 'D1', value: 0, uncertainty });
        const promised = before.fit.afterReading(CHIP, figure, uncertainty);
        const after = estimated(marked, [...readings, { id: 'next', kind: 'volts', across: 'D1', value, uncertainty }]);
        expect(after.figure.uncertainty).toBeLessThanOrEqual(before.figure.uncertainty * 1.02);
        // What reads as expected moves nothing, so the promise to first order is kept.
        expect(Math.abs(after.figure.uncertainty / promised - 1)).toBeLessThan(0.05);
        expect(Math.abs(after.figure.value - before.figure.value)).toBeLessThan(0.05 * before.figure.uncertainty + 1e-9);
      }),
      OVERALL,
    );
  });

  it('of a circuit cut into halves of its resistors is that of the whole', () => {
    fc.assert(
      fc.property(gadgets, (marked) => {
        const whole = estimated(marked, []).figure;
        const resistor = marked.parts.find((part) => part.kind === 'resistor');
        if (resistor?.kind !== 'resistor') return;
        const [a, b] = resistor.pins;
        // Halves that are off together are as unsure as the whole: twice the tolerance of one that is off alone.
        const half = { ...resistor, ohms: resistor.ohms / 2, tolerance: resistor.tolerance };
        const parts = marked.parts.flatMap((part) =>
          part.ref === resistor.ref
            ? [
                { ...half, pins: [a, 'half'] as [string, string] },
                { ...half, ref: 'R99', pins: ['half', b] as [string, string] },
              ]
            : [part],
        );
        const halves = estimated({ ...marked, parts }, []).figure;
        expect(halves.value / whole.value).toBeCloseTo(1, 6);
        expect(halves.uncertainty).toBeLessThanOrEqual(whole.uncertainty * (1 + 1e-9));
        const exact = withFields({ ...marked, parts }, 'R99', { tolerance: undefined });
        expect(estimated(exact, []).figure.value / whole.value).toBeCloseTo(1, 6);
      }),
      OVERALL,
    );
  });
});
