import { describe, expect, it } from '@jest/globals';
import { specimenOf } from '../bench-line/tape.testing.ts';
import { type Entry, type EntryDraft, entrySchema, replay } from '../tape/index.ts';
import { analysisOf } from './analysis.ts';
import { appraise } from './appraise.ts';
import { sayLeftOut } from './left-out.ts';

let serial = 0;
function lay(draft: EntryDraft): Entry {
  serial += 1;
  return entrySchema.parse({ ...draft, id: `entry-${serial}-x`, at: '2026-03-07T10:00:00Z' });
}

function appraised(...drafts: EntryDraft[]) {
  const result = appraise(analysisOf(replay(drafts.map(lay)), 0));
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
}

const bleeders: EntryDraft[] = [
  { kind: 'part', part: { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 10 } },
  { kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['A', 'B'], ohms: 4.7e6 } },
  { kind: 'part', part: { ref: 'R2', kind: 'resistor', pins: ['B', 'G'], ohms: 4.7e6 } },
];

const reading = (value: number, load: { inputOhms?: number; burdenOhms?: number } = {}): EntryDraft => ({
  kind: 'reading',
  place: { at: 'part', ref: 'R2' },
  figures: [{ unit: 'volts', value, uncertainty: 0.01, ...load }],
  condition: {},
});

describe('a circuit fitted to readings', () => {
  it('is measured once a current follows from a reading that was taken live', () => {
    const board = ['V1 12v on A G', 'C1 100uf on A G', 'R1 470r on A B', 'D1 led white on B G'];
    const measured = (...lines: string[]) => {
      const result = appraise(analysisOf(specimenOf(...board, ...lines), 0));
      return result.ok && result.value.measured;
    };
    for (const line of ['C1 95uf dead', 'R1 468r dead', 'V1 12.1v']) expect(measured(line)).toBe(false);
    for (const line of ['R1 9.1v', 'in 19ma', 'in 0.23w']) expect(measured(line)).toBe(true);
  });

  it('is no surprise to a 10 megohm meter over megohms: 4.05 V with the meter on are 5 V without', () => {
    const slot = appraised(...bleeders, reading(4.0486, { inputOhms: 10e6 })).slots.find(
      ({ ref, kind }) => ref === 'R2' && kind === 'volts',
    );
    expect(slot?.read).toMatchObject({ value: expect.closeTo(5, 2), asRead: 4.0486 });
    expect(slot?.fits).toBe(true);
    const unknowing = appraised(...bleeders, reading(4.0486)).slots.find(({ ref, kind }) => ref === 'R2' && kind === 'volts');
    expect(unknowing?.fits).toBe(false);
  });

  it('leaves out the amps of a meter that averages, where they come in pulses, and says why', () => {
    const lamp: EntryDraft[] = [
      { kind: 'part', part: { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 } },
      { kind: 'part', part: { ref: 'C1', kind: 'capacitor', pins: ['L', 'c'], farads: 0.82e-6 } },
      { kind: 'part', part: { ref: 'B1', kind: 'bridge', pins: ['c', 'N', 'p', 'm'] } },
      { kind: 'part', part: { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 10e-6 } },
      { kind: 'part', part: { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 48 } },
    ];
    const inLine = (averaging: boolean): EntryDraft => ({
      kind: 'reading',
      place: { at: 'in' },
      figures: [{ unit: 'amps', value: 0.03, uncertainty: 3e-4 }],
      condition: {},
      averaging,
    });
    const amps = (averaging: boolean) =>
      appraised(...lamp, inLine(averaging)).slots.find(({ ref, kind }) => ref === 'V1' && kind === 'amps');
    expect(amps(true)?.read?.leftOut).toEqual({ why: 'averaging' });
    expect(amps(true)?.fits).toBe(true);
    expect(amps(false)?.read?.leftOut).toBeUndefined();
    expect(amps(false)?.fits).toBe(false);
  });
});

describe('watts of an in-line meter', () => {
  const wattsOf = (boardVolts: string, inLine: string) => {
    const board = ['V1 usb 5v on A G', 'R1 22r on A B', 'D1 led white 5mm on B G', `V1 ${boardVolts}`, inLine];
    const result = appraise(analysisOf(specimenOf(...board), 0));
    return result.ok ? result.value.slots.find(({ kind }) => kind === 'watts')?.read : undefined;
  };

  it('are left out where its volts are not those of the board: the lead has its share of them', () => {
    const left = wattsOf('4.70v', 'in 5.10v 60ma 0.306w')?.leftOut;
    expect(left).toEqual({ why: 'before the lead', meterVolts: 5.1, boardVolts: 4.7 });
    expect(left && sayLeftOut(left)).toMatch(/^read before the lead: 5\.10\sV there, 4\.70\sV at the board$/);
  });

  it('count within three standard deviations, and without volts of the meter', () => {
    // ±1 % of 5.1 V on both meters are 0.037 V together at one standard deviation: three are 0.11 V.
    expect(wattsOf('5.00v', 'in 5.10v 60ma 0.306w')).toMatchObject({ value: 0.306 });
    expect(wattsOf('5.00v', 'in 5.10v 60ma 0.306w')?.leftOut).toBeUndefined();
    expect(wattsOf('4.97v', 'in 5.10v 60ma 0.306w')?.leftOut).toBeDefined();
    expect(wattsOf('4.70v', 'in 60ma 0.306w')?.leftOut).toBeUndefined();
  });
});

describe('of several supplies', () => {
  it('the one that gives most by the readings is the main one: fresh cells would outdo the crank, those that were read do not', () => {
    const lantern = [
      'V1 crank 40hz 6.8v 3.1v @ 22r on L N',
      'B2 bridge on L N P M',
      'B1 3 nimh 80mah on P M',
      'R1 4.7r on P A',
      'D1-D12 led white 5mm 12 parallel on A M',
    ];
    const main = (...lines: string[]) => {
      const appraised = appraise(analysisOf(specimenOf(...lantern, ...lines), 0));
      return appraised.ok ? [appraised.value.mainSupply, appraised.value.supplyWatts.value] : [];
    };
    expect(main()[0]).toBe('B1');
    const [ref, watts] = main('B1 3.61v', 'R1 0.42v');
    expect(ref).toBe('V1');
    expect(watts).toBeGreaterThan(0.3);
  });
});
