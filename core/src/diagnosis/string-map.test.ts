import { describe, expect, it } from '@jest/globals';
import { type Circuit, parseCircuit } from '../circuit/index.ts';
import { type Evidence, lineOfResult, lineOfTest, stringMapOf, type TestPlace } from './index.ts';

const parsed = parseCircuit({
  format: 'mindful-probe.circuit',
  version: 1,
  parts: [
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 24 },
    { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 100 },
    { ref: 'D1-D4', kind: 'led', pins: ['b', '0'], series: 8, colour: 'white', body: '2835' },
  ],
});
const row = (parsed.ok ? parsed.value : undefined) as Circuit;

function statesOf(...evidence: readonly Evidence[]): readonly string[] {
  return stringMapOf(row, evidence).map(({ state }) => state);
}

describe('the string map', () => {
  it('begins with nothing tested, and takes a row that lights for each of it', () => {
    expect(statesOf()).toEqual(['not tested', 'not tested', 'not tested', 'not tested']);
    expect(statesOf({ kind: 'lights', of: 'D1-D3', value: true, atAmps: 0.005 })).toEqual(['lights', 'lights', 'lights', 'not tested']);
  });

  it('says nothing of one package where a row or the whole stays dark', () => {
    expect(statesOf({ kind: 'lights', of: 'D1-D3', value: false, atAmps: 0.005 })).toEqual(Array(4).fill('not tested'));
    expect(statesOf({ kind: 'lights', of: 'all', value: false })).toEqual(Array(4).fill('not tested'));
  });

  it('has the last word on each, and a test over a look', () => {
    const spot: Evidence = { kind: 'seen', of: 'D2', value: 'dark spot' };
    expect(statesOf(spot)[1]).toBe('dark spot');
    expect(statesOf({ kind: 'lights', of: 'D2', value: true, atAmps: 0.005 }, spot)[1]).toBe('lights');
    expect(statesOf(spot, { kind: 'lights', of: 'D2', value: false, atAmps: 0.005 })[1]).toBe('open');
    expect(statesOf({ kind: 'tested', of: 'D4', value: 'short' })[3]).toBe('short');
  });

  it('counts the dies from the volts: of two in series one that has 2.8 V is shorted', () => {
    const alone = (volts: number): Evidence => ({ kind: 'alone', of: 'D1', volts, uncertainty: 0.02, atAmps: 0.005 });
    expect(stringMapOf(row, [alone(5.6)])[0]).toMatchObject({ state: 'lights', dies: 2, volts: 5.6 });
    expect(stringMapOf(row, [alone(2.8)])[0]).toMatchObject({ state: 'short', dies: 1 });
    expect(stringMapOf(row, [alone(0.02)])[0]).toMatchObject({ state: 'short', dies: 0 });
  });
});

describe('the bench line of a test and of its outcomes', () => {
  const row14: TestPlace = { kind: 'volts', across: 'D1-D4', state: 'dead', atAmps: 0.005, each: true };
  it.each<[TestPlace, string, string | { from: number; to: number }, string | undefined]>([
    [row14, 'D1-D4 ', 'lights', 'D1-D4 light'],
    [row14, 'D1-D4 ', 'D3', 'D1-D4 light but D3'],
    [{ kind: 'volts', across: 'D2', state: 'dead', atAmps: 0.005 }, 'D2 ', 'dark', 'D2 dark'],
    [{ kind: 'ohms', across: 'R1', state: 'dead' }, 'R1 ', 'beyond', 'R1 ol'],
    [{ kind: 'ohms', across: 'R1', state: 'dead' }, 'R1 ', { from: 98, to: 102 }, undefined],
    [{ kind: 'seen', of: 'all' }, 'nothing seen', 'nothing', 'nothing seen'],
    [{ kind: 'tapped' }, 'it comes back when tapped', 'no', 'it does not come back when tapped'],
    [{ kind: 'amps', through: 'V1', state: 'live' }, 'in ', { from: 0, to: 0 }, undefined],
  ])('%j', (test, begins, result, line) => {
    expect(lineOfTest(test)).toBe(begins);
    expect(lineOfResult(test, result)).toBe(line);
  });
});
