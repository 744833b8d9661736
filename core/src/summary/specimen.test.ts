import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { analysisOf, appraise, foundOf } from '../appraisal/index.ts';
import { type Entry, type EntryDraft, entrySchema, replay, type Specimen } from '../tape/index.ts';
import { ledCurrentSum, suppliedSum } from '../workings/index.ts';
import { summarise } from './summarise.ts';

let serial = 0;
function lay(draft: EntryDraft): Entry {
  serial += 1;
  return entrySchema.parse({ ...draft, id: `entry-${serial}-x`, at: '2026-03-07T10:00:00Z' });
}

function specimenOf(...drafts: EntryDraft[]): Specimen {
  return replay(drafts.map(lay));
}

const pins = (a: string, b: string): [string, string] => [a, b];
const board: EntryDraft[] = [
  { kind: 'name', name: 'Book clip' },
  { kind: 'part', part: { ref: 'V1', kind: 'dc', pins: pins('V1.1', 'V1.2'), volts: 5 } },
  { kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: pins('V1.1', 'R1.2'), ohms: 27 } },
  { kind: 'part', part: { ref: 'D1', kind: 'led', pins: pins('D1.1', 'D1.2'), parallel: 2 } },
  { kind: 'join', terminals: ['R1.2', 'D1.1'] },
  { kind: 'join', terminals: ['D1.2', 'V1.2'] },
];

function reading(ref: string, unit: 'volts' | 'ohms' | 'amps', value: number, uncertainty: number, rework?: number): EntryDraft {
  return {
    kind: 'reading',
    place: { at: 'part', ref },
    figures: [{ unit, value, uncertainty }],
    condition: { ...(rework !== undefined && { rework }) },
  };
}

function appraised(specimen: Specimen, rework = 0) {
  const result = appraise(analysisOf(specimen, rework));
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
}

describe('replay', () => {
  it('makes nets of joined pins, lettered in the order of the parts, and leaves lone pins their own', () => {
    const partial = specimenOf(...board.slice(0, 5));
    expect(partial.nets.map(({ name, pins: list }) => [name, list])).toEqual([
      ['A', ['V1.1', 'R1.1']],
      ['V1.2', ['V1.2']],
      ['B', ['R1.2', 'D1.1']],
      ['D1.2', ['D1.2']],
    ]);
  });

  it('keeps what cannot be taken with its reason, and the rest as if it were not there', () => {
    const specimen = specimenOf(
      ...board,
      { kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: pins('A', 'B'), ohms: 9 } },
      { kind: 'join', terminals: ['V1.1', 'V1.2'] },
      { kind: 'place', ref: 'R1', partKind: 'resistor', pins: pins('A', 'B') },
      { kind: 'place', ref: 'U1', partKind: 'bjt', pins: ['A', 'B', 'C'] },
      { kind: 'place', ref: 'U1', partKind: 'bjt', pins: ['A', 'B', 'C'] },
      { kind: 'place', ref: 'U2', partKind: 'bjt', pins: ['A', 'B'] },
    );
    expect(specimen.tape.map(({ problem }) => problem).filter(Boolean)).toEqual([
      'R1 is there already; a correction replaces it.',
      expect.stringMatching(/both pins of V1 on one net: a short/),
      'R1 is there already.',
      'U1 is there already.',
      'U2 has 3 pins, not 2.',
    ]);
    expect(specimen.placed.map(({ ref }) => ref)).toEqual(['U1']);
    expect(specimen.circuit.parts).toHaveLength(3);
  });

  it('strikes, and brings back when the strike is struck', () => {
    const entries = board.map(lay);
    const join = entries[4] as Entry;
    const strike = lay({ kind: 'strike', entry: join.id, reason: 'wrong pad' });
    expect(replay([...entries, strike]).tape[4]).toMatchObject({ struck: { by: strike.id, reason: 'wrong pad' } });
    const unstrike = lay({ kind: 'strike', entry: strike.id });
    expect(replay([...entries, strike, unstrike]).circuit).toEqual(replay(entries).circuit);
  });

  it('of any subset of a tape gives a specimen, whatever is missing from it', () => {
    const entries = [...board, reading('R1', 'volts', 1.5, 0.01), { kind: 'goal', ref: 'D1', chipAmps: 0.02 } as EntryDraft].map(lay);
    fc.assert(
      fc.property(fc.shuffledSubarray(entries), (subset) => {
        const specimen = replay(subset);
        expect(specimen.tape).toHaveLength(subset.length);
        expect(new Set(specimen.circuit.parts.map(({ ref }) => ref)).size).toBe(specimen.circuit.parts.length);
        summarise(specimen);
      }),
    );
  });
});

describe('the supply as measured', () => {
  it('replaces the nominal one in every sum', () => {
    const specimen = specimenOf(...board, {
      kind: 'reading',
      place: { at: 'in' },
      figures: [{ unit: 'volts', value: 4.86, uncertainty: 0.02 }],
      condition: {},
    });
    const appraisal = appraised(specimen);
    expect(appraisal.solution.parts.V1?.volts.avg).toBeCloseTo(4.86, 3);
    const r1 = appraisal.solution.parts.R1?.volts.avg ?? 0;
    const d1 = appraisal.solution.parts.D1?.volts.avg ?? 0;
    expect(r1 + d1).toBeCloseTo(4.86, 3);
  });
});

describe('appraisal', () => {
  const measured = specimenOf(
    ...board,
    reading('R1', 'volts', 1.72, 0.0086),
    reading('R1', 'ohms', 26.8, 0.134),
    reading('V1', 'volts', 4.86, 0.0243),
  );

  it('has the LED current of drop over ohms, shared by two alike: 1.72 ÷ 26.8 ÷ 2 = 32.1 mA', () => {
    const { hardest } = appraised(measured);
    expect(hardest?.ref).toBe('D1');
    expect(hardest?.figure.value).toBeCloseTo(1.72 / 26.8 / 2, 4);
    const relative = Math.hypot(0.0086 / 1.72, 0.134 / 26.8);
    expect((hardest?.figure.uncertainty ?? 0) / (hardest?.figure.value ?? 1)).toBeLessThan(relative * 1.02);
  });

  it('shows the same sum line by line', () => {
    const sum = ledCurrentSum(appraised(measured), 'D1');
    expect(sum.lines[0]).toMatchObject({
      what: 'Drop over R1 ÷ its ohms',
      sum: '1.72\u2009V ÷ 26.8\u2009Ω',
      result: expect.stringContaining('64.18'),
    });
    expect(sum.lines[1]).toMatchObject({
      what: 'Shared by 2 alike, in parallel',
      sum: '64.2\u2009mA ÷ 2',
      result: expect.stringContaining('32.09'),
    });
  });

  it('narrows the uncertainty with each reading', () => {
    const before = appraised(specimenOf(...board)).hardest?.figure.uncertainty ?? 0;
    const after = appraised(measured).hardest?.figure.uncertainty ?? 1;
    expect(after).toBeLessThan(before / 5);
  });

  it('calls out a reading that the others contradict', () => {
    const wrong = appraised(specimenOf(...board, reading('R1', 'volts', 17.2, 0.1), reading('V1', 'volts', 4.86, 0.02)));
    expect(wrong.slots.filter(({ fits }) => !fits).map(({ ref, kind }) => `${ref} ${kind}`)).toContain('R1 volts');
  });

  it('judges a mains dropper by its readings: rms where volts alternate, averages behind the bridge', () => {
    const part = (of: Record<string, unknown>) => ({ kind: 'part', part: of }) as EntryDraft;
    const mirrorLamp = [
      part({ ref: 'V1', kind: 'ac', pins: ['V1.1', 'V1.2'], voltsRms: 230, hertz: 50, tolerance: 0.1 }),
      part({ ref: 'R1', kind: 'resistor', pins: ['V1.1', 'R1.2'], ohms: 100, tolerance: 0.05 }),
      part({ ref: 'C1', kind: 'capacitor', pins: ['R1.2', 'C1.2'], farads: 1e-6, tolerance: 0.1 }),
      part({ ref: 'B1', kind: 'bridge', pins: ['C1.2', 'V1.2', 'B1.3', 'B1.4'] }),
      part({ ref: 'D1', kind: 'led', pins: ['B1.3', 'D1.2'], series: 24 }),
      part({ ref: 'R2', kind: 'resistor', pins: ['D1.2', 'B1.4'], ohms: 10, tolerance: 0.01 }),
    ];
    const before = appraised(specimenOf(...mirrorLamp));
    const amps = 4 * 50 * 1e-6 * (230 * Math.SQRT2 - 75);
    expect(Math.abs((before.hardest?.figure.value ?? 0) / amps - 1)).toBeLessThan(0.03);
    expect(before.supplyAmps.value).toBeGreaterThan(0.06);
    const slot = (from: typeof before, ref: string) => from.slots.find(({ kind, ref: at }) => kind === 'volts' && at === ref);
    expect(slot(before, 'R1')?.expected.value).toBeGreaterThan(5);
    const after = appraised(specimenOf(...mirrorLamp, reading('R2', 'volts', 0.52, 0.004), reading('V1', 'volts', 233, 1)));
    // 0.52 V over 10 ohm are 52 mA, known to 1 % of the resistor and 0.8 % of the reading.
    expect(after.hardest?.figure.value).toBeCloseTo(0.052, 3);
    expect(after.hardest?.figure.uncertainty).toBeLessThan(0.0006);
    expect(slot(after, 'R2')?.fits).toBe(true);
    expect(slot(after, 'V1')?.fits).toBe(true);
  });

  it('says what is missing before there is a circuit', () => {
    expect(appraise(analysisOf(specimenOf(board[0] as EntryDraft), 0))).toMatchObject({ ok: false, error: { code: 'no-parts' } });
    expect(appraise(analysisOf(specimenOf(board[0] as EntryDraft, board[3] as EntryDraft), 0))).toMatchObject({
      ok: false,
      error: { code: 'no-supply' },
    });
  });
});

describe('rework on the tape', () => {
  const rework: EntryDraft = { kind: 'rework', title: '47 Ω for R1', changes: [{ change: 'replace-resistor', ref: 'R1', ohms: 47 }] };

  it('readings belong to the circuit of their time, and what they taught is carried over', () => {
    const specimen = specimenOf(
      ...board,
      reading('R1', 'ohms', 26.8, 0.1),
      reading('D1', 'volts', 3.2, 0.01),
      reading('R1', 'volts', 1.72, 0.01),
      rework,
      reading('R1', 'volts', 1.85, 0.01),
    );
    expect(specimen.readings.map((line) => line.rework)).toEqual([0, 0, 0, 1]);
    const { circuit, readings } = foundOf(analysisOf(specimen, 1));
    expect(circuit.parts.find(({ ref }) => ref === 'R1')).toMatchObject({ ohms: 47, tolerance: 0.05 });
    expect(circuit.parts.find(({ ref }) => ref === 'D1')).toMatchObject({
      spread: { voltsShift: expect.closeTo(0.05, 2) },
    });
    expect(readings.map(({ reading: line }) => [line.kind, line.value])).toEqual([['volts', 1.85]]);
    expect(foundOf(analysisOf(specimen, 0)).readings).toHaveLength(3);
  });

  it('is on the shelf as predicted until it is measured', () => {
    expect(summarise(specimenOf(...board, rework)).predicted?.value).toBeGreaterThan(0);
    const proven = summarise(specimenOf(...board, rework, reading('R1', 'volts', 1.85, 0.01)));
    expect(proven.predicted).toBeUndefined();
    expect(proven.drive?.ratio.value).toBeCloseTo(1.85 / 47 / 2 / 0.02, 1);
  });
});

describe('readings that no meter shows of a place', () => {
  it('an LED lit alone narrows its volts, and stands in a slot of its own', () => {
    const before = appraised(specimenOf(...board));
    const alone: EntryDraft = {
      kind: 'reading',
      place: { at: 'part', ref: 'D1' },
      figures: [{ unit: 'volts', value: 3.02, uncertainty: 0.005 }],
      // Two in parallel; one chip has half of what both have.
      condition: { state: 'dead', chip: true, supplied: { amps: 0.02, uncertainty: 0.0002 } },
    };
    const after = appraised(specimenOf(...board, alone));
    const volts = (found: typeof after) => found.slots.filter(({ ref, kind }) => ref === 'D1' && kind === 'volts');
    expect(volts(after)).toMatchObject([{ fits: true }, { atAmps: 0.04, read: { value: 3.02 }, fits: true }]);
    expect(volts(after)[0]?.read).toBeUndefined();
    expect(volts(after)[0]?.expected.uncertainty).toBeLessThan(0.6 * (volts(before)[0]?.expected.uncertainty ?? 0));
    // Nothing of the current was measured yet.
    expect(after.measured).toBe(false);
  });

  it('ripple on direct current says nothing to the estimate, and why', () => {
    const found = appraised(
      specimenOf(...board, {
        kind: 'reading',
        place: { at: 'part', ref: 'R1' },
        figures: [{ unit: 'volts', value: 0.2, uncertainty: 0.01, statistic: 'ripple' }],
        condition: {},
      }),
    );
    expect(found.slots.find(({ ripple }) => ripple)?.read?.leftOut).toEqual({ why: 'no ripple' });
    expect(found.slots.find(({ ref, kind, ripple }) => ref === 'R1' && kind === 'volts' && !ripple)?.read).toBeUndefined();
  });
});

describe('what the supply delivers', () => {
  it('is volts × amps to follow on paper', () => {
    const found = appraised(specimenOf(...board, reading('R1', 'volts', 1.62, 0.01)));
    const [product] = suppliedSum(found).lines;
    const figures = product?.sum.split('×').map((text) => Number.parseFloat(text)) ?? [];
    // 5.00 V × 60.0 mA = 300 mW
    expect((figures[0] ?? 0) * (figures[1] ?? 0)).toBeCloseTo(Number.parseFloat(product?.result ?? ''), -0.5);
    expect(found.supplyWatts.value).toBeCloseTo((found.solution.supplies.V1?.voltsRms ?? 0) * found.supplyAmps.value, 9);
  });
});

describe('one figure read more than once', () => {
  const drop = (value: number, more: object = {}): EntryDraft => ({
    kind: 'reading',
    place: { at: 'part', ref: 'R1' },
    figures: [{ unit: 'volts', value, uncertainty: 0.01 }],
    condition: { state: 'live', ...more },
  });
  const slotOf = (...drafts: EntryDraft[]) =>
    appraised(specimenOf(...board, ...drafts)).slots.find(({ ref, kind }) => ref === 'R1' && kind === 'volts');

  it('counts by its mean, no surer than one, as one meter errs the same way each time', () => {
    expect(slotOf(drop(1.5), drop(1.51), drop(1.508))?.read).toMatchObject({
      value: expect.closeTo((1.5 + 1.51 + 1.508) / 3, 9),
      uncertainty: 0.01,
      meanOf: 3,
    });
  });

  it('noted once with fewer digits leans on the one with more', () => {
    const coarse: EntryDraft = { ...drop(1.6), figures: [{ unit: 'volts', value: 1.6, uncertainty: 0.1 }] } as EntryDraft;
    expect(slotOf(drop(1.5), coarse)?.read?.value).toBeCloseTo(1.5 + 0.1 / 101, 6);
  });

  it('with two meters is surer than with either, each by its weight', () => {
    const fine: EntryDraft = {
      ...drop(1.51),
      figures: [{ unit: 'volts', value: 1.51, uncertainty: 0.005 }],
      meter: 'bench meter',
    } as EntryDraft;
    const read = slotOf({ ...drop(1.5), meter: 'pocket meter' } as EntryDraft, fine)?.read;
    expect(read?.value).toBeCloseTo((1.5 / 0.01 ** 2 + 1.51 / 0.005 ** 2) / (1 / 0.01 ** 2 + 1 / 0.005 ** 2), 9);
    expect(read?.uncertainty).toBeCloseTo(1 / Math.sqrt(1 / 0.01 ** 2 + 1 / 0.005 ** 2), 9);
  });

  it('that cannot be both is said, and the later one counts', () => {
    const slot = slotOf(drop(1.5), drop(1.7));
    expect(slot).toMatchObject({ fits: false, read: { value: 1.7, against: { value: 1.5 } } });
    expect(slot?.read?.meanOf).toBeUndefined();
  });

  it('is nothing to wonder at when warm and cold differ', () => {
    const slot = slotOf(drop(1.5, { cold: true }), drop(1.7, { afterSeconds: 600 }));
    expect(slot?.read).toMatchObject({ value: 1.7 });
    expect(slot?.read?.against).toBeUndefined();
  });

  it('agrees again once the wrong one is struck', () => {
    const entries = [...board, drop(1.5), drop(1.7)].map(lay);
    const wrong = entries.at(-2) as Entry;
    const struck = replay([...entries, lay({ kind: 'strike', entry: wrong.id, reason: 'misread' })]);
    expect(appraised(struck).slots.find(({ ref, kind }) => ref === 'R1' && kind === 'volts')?.read?.against).toBeUndefined();
  });
});

describe('a power factor in line', () => {
  const lamp: EntryDraft[] = [
    { kind: 'part', part: { ref: 'V1', kind: 'ac', pins: pins('V1.1', 'V1.2'), voltsRms: 230, hertz: 50 } },
    { kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: pins('V1.1', 'R1.2'), ohms: 4700 } },
    { kind: 'part', part: { ref: 'D1', kind: 'led', pins: pins('R1.2', 'V1.2'), series: 20, breakdownVolts: 1000 } },
  ];
  const inLine = (...figures: { unit: 'volts' | 'watts' | 'amps' | 'one'; value: number }[]): EntryDraft => ({
    kind: 'reading',
    place: { at: 'in' },
    figures: figures.map(({ unit, value }) => ({ unit, value, uncertainty: 0.01 * value })),
    condition: { state: 'live' },
  });
  const read = (...figures: Parameters<typeof inLine>) =>
    appraised(specimenOf(...lamp, inLine(...figures))).readings.map(({ reading }) => [reading.kind, Number(reading.value.toPrecision(4))]);

  it('with volts and watts makes the amps follow, W ÷ (V × PF), and with volts and amps the watts', () => {
    expect(read({ unit: 'volts', value: 230 }, { unit: 'watts', value: 4.6 }, { unit: 'one', value: 0.5 })).toEqual([
      ['volts', 230],
      ['watts', 4.6],
      ['amps', 0.04],
    ]);
    expect(read({ unit: 'volts', value: 230 }, { unit: 'amps', value: 0.04 }, { unit: 'one', value: 0.5 })).toEqual([
      ['volts', 230],
      ['amps', 0.04],
      ['watts', 4.6],
    ]);
  });

  it('adds nothing to what was read whole', () => {
    expect(read({ unit: 'volts', value: 230 }, { unit: 'amps', value: 0.04 }, { unit: 'watts', value: 4.6 })).toHaveLength(3);
  });
});
