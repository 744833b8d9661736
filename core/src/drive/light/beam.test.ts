import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { type BeamPoint, beamOf, candelaAt, luxOnWall } from './beam.ts';

const point = (degrees: number, candela: number, share = 0.03): BeamPoint => ({
  degrees,
  candela: { value: candela, uncertainty: share * candela },
});
const RADIANS = Math.PI / 180;

describe('a beam', () => {
  it('of a bare chip, I₀·cos θ, has π·I₀ lumens, half its candela at 60° and so a beam of 120°', () => {
    const lambert = Array.from({ length: 31 }, (_, index) => point(3 * index, 10 * Math.cos(3 * index * RADIANS)));
    const beam = beamOf(lambert);
    expect(beam?.lumens.value).toBeCloseTo(10 * Math.PI, 1);
    expect(beam?.beamDegrees?.value).toBeCloseTo(120, 0);
    expect(beam?.hole).toBeUndefined();
    // By two readings: the law through them is the same cosine.
    const two = beamOf([point(0, 10), point(45, 10 * Math.cos(45 * RADIANS))]);
    expect(two).toMatchObject({ between: 'power of the cosine' });
    expect(two?.beamDegrees?.value).toBeCloseTo(120, 6);
    expect(candelaAt(two as NonNullable<typeof two>, 60)).toBeCloseTo(5, 9);
    // Behind itself it sends nothing.
    expect([90, 100, 135].map((degrees) => candelaAt(two as NonNullable<typeof two>, degrees))).toEqual([0, 0, 0]);
    expect(candelaAt(two as NonNullable<typeof two>, 89)).toBeGreaterThan(0);
  });

  it('between two readings is as unsure as the slope of the law through them makes its angle', () => {
    // I₀·cos θ: half at 60°. A tenth of the candela at 45°, where it falls by 1.75 % a degree, is 5.7°, and the lamp is held to 1°.
    const two = (first: number, second: number) => beamOf([point(0, 10, first), point(45, 10 * Math.cos(45 * RADIANS), second)]);
    const expected = 2 * (60 / 45) * Math.hypot(1, 0.1 / (Math.tan(45 * RADIANS) * RADIANS));
    expect(two(0.1, 0)?.beamDegrees?.uncertainty).toBeCloseTo(expected, 6);
    expect(two(0, 0.1)?.beamDegrees?.uncertainty).toBeCloseTo(expected, 6);
    expect(two(0, 0)?.beamDegrees?.uncertainty).toBeCloseTo(2 * (60 / 45), 6);
    // I₀·cos² θ: half at 45°, and twice as steep at 30° as the plain cosine there.
    const steep = beamOf([point(0, 10, 0), point(30, 10 * Math.cos(30 * RADIANS) ** 2, 0.1)]);
    expect(steep?.beamDegrees?.value).toBeCloseTo(90, 6);
    expect(steep?.beamDegrees?.uncertainty).toBeCloseTo(2 * (45 / 30) * Math.hypot(1, 0.1 / (2 * Math.tan(30 * RADIANS) * RADIANS)), 6);
  });

  it('of an even cone has 2π·(1 − cos θ)·I lumens: 30° to either side, 1000 cd, 842 lm', () => {
    const beam = beamOf([point(0, 1000), point(15, 1000), point(29.99, 1000), point(30.01, 0.001), point(40, 0.001)]);
    expect(beam?.lumens.value).toBeCloseTo(2 * Math.PI * (1 - Math.cos(30 * RADIANS)) * 1000, -1);
    expect(beam?.beamDegrees?.value).toBeCloseTo(60, 1);
  });

  it('with a hole in the middle says so only where the readings can tell', () => {
    const ring = (middle: number) => beamOf([point(0, middle), point(5, 1000), point(10, 400), point(20, 50)])?.hole;
    expect(ring(600)).toBeCloseTo(0.4, 9);
    expect(ring(970)).toBeUndefined();
    // The beam angle is that of the outer slope, from the ring outwards.
    expect(beamOf([point(0, 300), point(5, 1000), point(10, 400), point(20, 50)])?.beamDegrees?.value).toBeCloseTo(
      2 * (5 + (500 / 600) * 5),
      6,
    );
  });

  it('that was not read far enough out has no angle, and what is missing is told', () => {
    const beam = beamOf([point(0, 1000), point(5, 950), point(10, 900)]);
    expect(beam).toMatchObject({ readTo: 10, lastShare: 0.9 });
    expect(beam?.beamDegrees).toBeUndefined();
  });

  it('needs one reading on the axis and one beside it; angles said twice count by their mean', () => {
    expect(beamOf([])).toBeUndefined();
    expect(beamOf([point(0, 10)])).toBeUndefined();
    expect(beamOf([point(5, 10), point(10, 5)])).toBeUndefined();
    expect(beamOf([point(0, 10), point(0, 12), point(20, 4)])?.points.map(({ candela }) => candela.value)).toEqual([11, 4]);
  });

  it('has never less light by reading further out, and is not surer than its meter', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.1, max: 1000, noNaN: true }), { minLength: 3, maxLength: 12 }), (candelas) => {
        const points = candelas.map((candela, index) => point(7 * index, candela));
        const [shorter, longer] = [beamOf(points.slice(0, -1)), beamOf(points)];
        if (shorter?.between === 'straight lines')
          expect(longer?.lumens.value ?? 0).toBeGreaterThanOrEqual((shorter.lumens.value ?? 0) - 1e-9);
        expect((longer?.lumens.uncertainty ?? 0) / (longer?.lumens.value ?? 1)).toBeGreaterThanOrEqual(0.03 - 1e-9);
      }),
    );
  });

  it('on a wall follows I·cos³θ ÷ d²: 1000 cd even, 2 m away, are 250 lx in the middle and 88.4 lx 2 m aside', () => {
    const even = beamOf([point(0, 1000), point(45, 1000), point(60, 1000)]);
    expect(even && luxOnWall(even, 2, 0)).toBeCloseTo(250, 9);
    expect(even && luxOnWall(even, 2, 2)).toBeCloseTo((1000 * Math.SQRT1_2 ** 3) / 4, 9);
    expect(even && luxOnWall(even, 2, -2)).toBe(even && luxOnWall(even, 2, 2));
  });
});
