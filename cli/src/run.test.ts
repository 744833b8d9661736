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

  it('estimates a circuit from readings in another file', () => {
    const readings = {
      format: 'mindful-probe.readings',
      version: 1,
      readings: [{ id: '1', kind: 'volts', across: 'R1', value: 4.9, uncertainty: 0.01 }],
    };
    const unsure = { ...circuit, parts: [{ ...circuit.parts[0], tolerance: 0.1 }, circuit.parts[1]] };
    const read = (path: string) => JSON.stringify(path === 'readings.json' ? readings : unsure);
    expect(run(['estimate', 'circuit.json', '--readings', 'readings.json'], read)).toMatchObject({
      document: {
        format: 'mindful-probe.estimate',
        want: null,
        values: [
          { ref: 'V1', field: 'volts', value: expect.closeTo(4.9, 2) },
          // Nothing is exact by omission: what shops sell is within 5 %.
          { ref: 'R1', field: 'ohms', prior: { value: 100, uncertainty: 2.5 } },
        ],
      },
    });
    expect(run(['estimate', 'circuit.json'], read)).toMatchObject({ status: 2 });
  });

  it('gives the nets of a trace', () => {
    const trace = { format: 'mindful-probe.trace', version: 1, pads: ['1', '2', '3'], sweeps: [{ hold: '1', beeps: [{ pad: '3' }] }] };
    expect(runWith(JSON.stringify(trace), 'nets', '-')).toMatchObject({
      document: {
        format: 'mindful-probe.nets',
        nets: [
          { name: 'A', pads: ['1', '3'] },
          { name: 'B', pads: ['2'] },
        ],
        settled: true,
      },
    });
    expect(runWith(JSON.stringify({ ...trace, pads: ['1'] }), 'nets', '-')).toMatchObject({ status: 2, error: { code: 'unknown-pad' } });
  });

  it('discharges what a circuit runs from, and refuses one that stores nothing', () => {
    const store = {
      format: 'mindful-probe.circuit',
      version: 1,
      parts: [
        { ref: 'C1', kind: 'capacitor', pins: ['a', '0'], farads: 0.47, initialVolts: 5 },
        { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 100 },
        { ref: 'D1', kind: 'led', pins: ['b', '0'] },
      ],
    };
    expect(runWith(JSON.stringify(store), 'runtime', '-')).toMatchObject({
      document: { format: 'mindful-probe.runtime', from: 'C1', led: 'D1' },
    });
    expect(runWith(JSON.stringify({ ...store, parts: store.parts.slice(1) }), 'runtime', '-')).toMatchObject({ status: 2 });
  });

  it('decodes a marking', () => {
    expect(runWith('', 'decode', '--text', 'red violet black gold')).toMatchObject({
      document: { readings: expect.arrayContaining([expect.objectContaining({ value: 27, unit: 'ohms' })]) },
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

  it('adds a table of sensitivities, the strongest first', () => {
    expect(runWith(JSON.stringify(circuit), 'solve', '-', '--sensitivity', 'R1.amps.avg')).toMatchObject({
      document: {
        sensitivity: {
          figure: 'R1.amps.avg',
          value: expect.closeTo(0.05, 9),
          by: expect.arrayContaining([
            { ref: 'V1', field: 'volts', value: 5, derivative: expect.closeTo(0.01, 9), relative: expect.closeTo(1, 6) },
            { ref: 'R1', field: 'ohms', value: 100, derivative: expect.closeTo(-0.0005, 9), relative: expect.closeTo(-1, 6) },
          ]),
        },
      },
    });
  });

  it('adds a time course with its final state', () => {
    const parts = [
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'c'], ohms: 100 },
      { ref: 'C1', kind: 'capacitor', pins: ['c', '0'], farads: 1e-6 },
    ];
    const outcome = runWith(JSON.stringify({ ...circuit, parts }), 'solve', '-', '--from', 'cold', '--seconds', '1e-3');
    expect(outcome).toMatchObject({
      document: {
        regime: 'dc',
        course: { from: 'cold', seconds: 1e-3 },
        waveforms: { nets: { c: { volts: { seconds: expect.any(Array), values: expect.any(Array) } } } },
        finalState: { C1: { volts: expect.closeTo(5, 3) } },
      },
    });
  });

  it.each([
    ['from nowhere', ['--from', 'warm', '--seconds', '1']],
    ['without its seconds', ['--from', 'cold']],
    ['of no time', ['--from', 'cold', '--seconds', '0']],
    ['of words', ['--from', 'cold', '--seconds', 'long']],
    ['of a figure that is not there', ['--sensitivity', 'R9.watts']],
  ])('refuses a course or a table %s', (_, args) => {
    expect(runWith(JSON.stringify(circuit), 'solve', '-', ...args)).toMatchObject({ status: 2 });
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

describe('diagnose', () => {
  const files: Readonly<Record<string, unknown>> = {
    'lamp.circuit.json': {
      format: 'mindful-probe.circuit',
      version: 1,
      parts: [
        { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12 },
        { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 150 },
        { ref: 'D1', kind: 'led', pins: ['b', 'c'] },
        { ref: 'D2', kind: 'led', pins: ['c', 'd'] },
        { ref: 'D3', kind: 'led', pins: ['d', '0'] },
      ],
    },
    'dark.readings.json': {
      format: 'mindful-probe.readings',
      version: 1,
      readings: [
        { kind: 'lights', of: 'all', value: false },
        { kind: 'ohms', across: 'R1', value: 150.5 },
        { kind: 'volts', across: 'D1', state: 'dead', atAmps: 0.005, value: 2.81, uncertainty: 0.01 },
        { kind: 'volts', across: 'D2', state: 'dead', atAmps: 0.005, value: null },
      ],
    },
    'stray.readings.json': { format: 'mindful-probe.readings', version: 1, readings: [{ kind: 'seen', of: 'D9', value: 'burnt' }] },
  };
  const diagnose = (readings: string) =>
    run(['diagnose', 'lamp.circuit.json', '--readings', readings], (path) => JSON.stringify(files[path]));

  it('names what is broken, likeliest first, and the next test with its outcomes', () => {
    const outcome = diagnose('dark.readings.json');
    const { faults, none, next } = ('document' in outcome ? outcome.document : {}) as {
      faults: { ref: string; fault: string; probability: number; text: string }[];
      none: number;
      next: { risk: string; bits: number; outcomes: { probability: number; leaves: string[] }[] }[];
    };
    expect(faults[0]).toMatchObject({ ref: 'D2', fault: 'open', text: 'D2 open' });
    expect(faults[0]?.probability).toBeGreaterThan(0.6);
    expect(none).toBeLessThan(0.1);
    expect(next.every(({ bits, outcomes }) => bits > 0 && outcomes.length > 0)).toBe(true);
  });

  it('refuses readings of what is not there, and asks for them', () => {
    expect(diagnose('stray.readings.json')).toMatchObject({ error: { code: 'unknown-ref', path: 'readings.0' } });
    expect(run(['diagnose', 'lamp.circuit.json'], () => JSON.stringify(files['lamp.circuit.json']))).toMatchObject({
      error: { message: expect.stringContaining('Which readings?') },
    });
  });
});

describe('rounds', () => {
  const day = {
    format: 'mindful-probe.rounds',
    version: 1,
    from: '2026-03-07T09:00:00Z',
    minutes: 60,
    hands: 1,
    instruments: { thermometer: 1 },
    tasks: [
      { id: 'a0', specimen: 'a', minutes: 40, needs: ['thermometer'], attended: false, value: 1 },
      { id: 'a1', specimen: 'a', minutes: 2, needs: ['thermometer'], since: 'a0', earliest: 10, latest: 14, value: 3 },
      { id: 'b0', specimen: 'b', minutes: 30, needs: ['thermometer'], attended: false, value: 1 },
    ],
  };

  it('plans a day, and says what does not fit and why', () => {
    expect(runWith(JSON.stringify(day), 'rounds', '-')).toEqual({
      document: {
        format: 'mindful-probe.plan',
        version: 1,
        from: day.from,
        plan: [
          { id: 'a0', start: 0, end: 40 },
          { id: 'a1', start: 10, end: 12 },
        ],
        left: [{ id: 'b0', because: 'no instrument', of: 'thermometer', minutes: 10 }],
      },
    });
  });

  it('refuses a task that waits for itself, with its place', () => {
    const tasks = [{ id: 'a', minutes: 5, after: ['a'] }];
    expect(runWith(JSON.stringify({ ...day, tasks }), 'rounds', '-')).toMatchObject({ status: 2, error: { path: 'tasks.0' } });
  });
});
