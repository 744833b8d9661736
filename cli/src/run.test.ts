import { describe, expect, it } from '@jest/globals';
import { run } from './run.ts';

const circuit = {
  format: 'mindful-probe.circuit',
  version: 1,
  parts: [
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
    { ref: 'R1', kind: 'resistor', pins: ['a', '0'], ohms: 100 },
  ],
};

function runWith(text: string, ...args: string[]) {
  return run(args, (path) => {
    if (path !== '-') throw new Error('no such file');
    return text;
  });
}

describe('probe', () => {
  it('solves a circuit from standard input', () => {
    expect(runWith(JSON.stringify(circuit), 'solve', '-')).toMatchObject({
      document: { format: 'mindful-probe.solution', regime: 'dc', parts: { R1: { amps: { avg: expect.closeTo(0.05, 9) } } } },
    });
  });

  it('decodes a marking', () => {
    expect(runWith('', 'decode', '--text', 'red violet black gold')).toMatchObject({
      document: { readings: [{ value: 27, unit: 'ohms' }] },
    });
  });

  it.each([
    ['no verb', []],
    ['an unknown verb', ['paint']],
    ['no file', ['solve']],
    ['a file that is not there', ['solve', 'nowhere.json']],
    ['two files', ['solve', '-', 'b']],
    ['an unknown option', ['solve', '-', '--loud']],
    ['an unknown family', ['decode', '--text', '390', '--as', 'runes']],
    ['a marking that is none', ['decode', '--text', 'hello']],
  ])('ends with 2 for %s', (_, args) => {
    expect(runWith('{}', ...args)).toMatchObject({ status: 2, error: { message: expect.any(String) } });
  });

  it('ends with 2 and names the field of a bad circuit, with 3 for one without a solution', () => {
    const bad = { ...circuit, parts: [{ ...circuit.parts[1], ohms: -1 }] };
    expect(runWith(JSON.stringify(bad), 'solve', '-')).toMatchObject({
      status: 2,
      error: { path: 'parts.0.ohms', message: expect.stringContaining('R1') },
    });
    const clash = { ...circuit, parts: [...circuit.parts, { ref: 'V2', kind: 'dc', pins: ['a', '0'], volts: 4 }] };
    expect(runWith(JSON.stringify(clash), 'solve', '-')).toMatchObject({
      status: 3,
      error: { code: 'contradiction', message: expect.stringContaining('V2') },
    });
    expect(runWith('{', 'solve', '-')).toMatchObject({ status: 2, error: { code: 'bad-json' } });
  });
});
