import { describe, expect, it } from '@jest/globals';
import { type ClaimFigure, doubtClaims } from './index.ts';

function claims(...list: [ClaimFigure['field'], number, ClaimFigure['source']?][]): ClaimFigure[] {
  return list.map(([field, value, source = 'listing'], index) => ({ id: `c${index}`, field, value, source }));
}

describe('claims that cannot be', () => {
  it('900 lm from 3 W is 300 lm/W', () => {
    const [doubt] = doubtClaims(claims(['volts', 5], ['watts', 3], ['lumens', 900]));
    expect(doubt).toMatchObject({ code: 'too-many-lumens', severity: 'impossible', claims: ['c2', 'c1'] });
    expect(doubt?.text).toContain('300 lm/W');
  });

  it('180 lm from 3 W is modest', () => {
    expect(doubtClaims(claims(['volts', 5], ['watts', 3], ['lumens', 180]))).toEqual([]);
  });

  it('3 W from 5 V × 0.5 A', () => {
    expect(doubtClaims(claims(['volts', 5], ['amps', 0.5], ['watts', 3]))[0]).toMatchObject({ code: 'watts-beyond-supply' });
    expect(doubtClaims(claims(['volts', 5], ['amps', 0.5], ['watts', 2.6]))).toEqual([]);
  });

  it('two sources that differ are shown against each other', () => {
    expect(doubtClaims(claims(['volts', 5], ['watts', 3, 'box'], ['watts', 1, 'body']))[0]?.text).toMatch(/box says 3\sW, the body 1\sW/);
  });

  it('no voltage stated, but only once something is', () => {
    expect(doubtClaims([])).toEqual([]);
    expect(doubtClaims(claims(['watts', 3]))[0]).toMatchObject({ code: 'no-volts' });
  });
});
