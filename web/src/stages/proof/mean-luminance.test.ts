import { describe, expect, it } from '@jest/globals';
import { luminanceOf } from './mean-luminance.ts';

const grey = (value: number) => [value, value, value, 255];

describe('the luminance of a picture', () => {
  it('is that of its pixels as light, and not as numbers: 188 is half of white', () => {
    expect(luminanceOf(Uint8ClampedArray.from(grey(255)))).toBeCloseTo(1, 9);
    expect(luminanceOf(Uint8ClampedArray.from(grey(188)))).toBeCloseTo(0.5, 2);
    expect(luminanceOf(Uint8ClampedArray.from([...grey(0), ...grey(255)]))).toBeCloseTo(0.5, 9);
    expect(luminanceOf(Uint8ClampedArray.from([0, 255, 0, 255]))).toBeCloseTo(0.7152, 4);
  });
});
