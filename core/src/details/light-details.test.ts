import { describe, expect, it } from '@jest/globals';
import { specimenOf } from '../bench-line/tape.testing.ts';
import { readLight, sayBeam } from './light-details.ts';

describe('light as read', () => {
  it('on the axis alone is that of a bare chip or of the claimed cone; a reading beside it does not stand for it', () => {
    expect(readLight(specimenOf('lux 100 @ 1m'), 0)).toMatchObject({
      beamRead: false,
      candela: { value: 100 },
      lumens: { value: Math.PI * 100 },
    });
    const two = readLight(specimenOf('lux 100 @ 1m', 'lux 20 @ 1m 30deg'), 0);
    expect(two).toMatchObject({ candela: { value: 100 }, beamRead: false, beam: { between: 'power of the cosine' } });
    expect(readLight(specimenOf('lux 20 @ 1m 30deg'), 0)).toBeUndefined();
  });

  it('to the edge of the beam is summed: a straight fall from 1000 cd to nothing at 20°, near ⅓·π·θ²·I', () => {
    const lamp = specimenOf('lux 250 @ 2m', 'lux 125 @ 2m 10deg', 'lux 0 @ 2m 20deg');
    const light = readLight(lamp, 0);
    expect(light?.beamRead).toBe(true);
    const theta = (20 * Math.PI) / 180;
    expect((light?.lumens.value ?? 0) / ((Math.PI / 3) * theta ** 2 * 1000)).toBeCloseTo(1, 1);
    expect(light?.beam?.beamDegrees?.value).toBeCloseTo(20, 6);
    expect(light && sayBeam(light)).toContain('20° off its axis');
  });

  it('with a ring throws as far as its brightest ring', () => {
    const light = readLight(specimenOf('lux 50 @ 2m', 'lux 250 @ 2m 5deg', 'lux 5 @ 2m 20deg'), 0);
    expect(light?.throwMetres.value).toBeCloseTo(Math.sqrt(1000 / 0.25), 6);
    expect(light?.beam?.hole).toBeCloseTo(0.8, 6);
  });
});
