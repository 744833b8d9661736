import { describe, expect, it } from '@jest/globals';
import { specimenOf } from '../bench-line/tape.testing.ts';
import { sayDisagreement } from '../estimate/index.ts';
import { type Entry, type EntryDraft, entrySchema, replay } from '../tape/index.ts';
import { analysisOf } from './analysis.ts';
import { type Cause, causesOf } from './causes.ts';

const said = (cause: Cause | undefined) => (cause ? sayDisagreement(cause, cause.context) : '');

let serial = 0;
function lay(draft: EntryDraft): Entry {
  serial += 1;
  return entrySchema.parse({ ...draft, id: `entry-${serial}-x`, at: '2026-03-07T10:00:00Z' });
}

/** A lamp whose R2 is truly 100 ohm and marked so that it can be read as 10. */
const board = (ohms: number): EntryDraft[] => [
  { kind: 'part', part: { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 5 } },
  { kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['A', 'B'], ohms: 27 } },
  { kind: 'part', part: { ref: 'R2', kind: 'resistor', pins: ['B', 'C'], ohms, marking: 'brown black brown gold' } },
  { kind: 'part', part: { ref: 'D1', kind: 'led', pins: ['C', 'G'], colour: 'red' } },
];

const volts = (ref: string, value: number, typed?: string): EntryDraft => ({
  kind: 'reading',
  place: { at: 'part', ref },
  figures: [{ unit: 'volts', value, uncertainty: 0.004 }],
  condition: {},
  ...(typed && { typed }),
});

describe('why readings do not fit', () => {
  it('names the part whose marking can be read otherwise, offers the line that corrects it, and changes nothing', () => {
    const entries = [...board(10), volts('V1', 5), volts('R1', 0.649), volts('R2', 2.404), volts('D1', 1.947)].map(lay);
    const [first] = causesOf(analysisOf(replay(entries), 0)).filter(({ cause }) => cause === 'part');
    expect(first).toMatchObject({ ref: 'R2', testLine: 'R2 ', acceptLine: 'correct R2 100r' });
    expect(said(first)).toMatch(/Its marking can be read so/);
    expect(replay(entries).circuit.parts.find(({ ref }) => ref === 'R2')).toMatchObject({ ohms: 10 });
  });

  it('names a reading by the line as it was typed, with the entry to strike', () => {
    const entries = [...board(100), volts('V1', 5), volts('R1', 6.49, 'R1 6.49v'), volts('R2', 2.404), volts('D1', 1.947)].map(lay);
    const [first] = causesOf(analysisOf(replay(entries), 0));
    expect(first).toMatchObject({ cause: 'reading', entryId: entries[5]?.id, testLine: 'R1 ' });
    expect(said(first).replace(/\s/g, ' ')).toMatch(/^“R1 6.49v”: 6.49 V where the others expect .*a range of 10 above/);
  });

  it('says of a reading that a range below explains how many times', () => {
    const entries = [...board(100), volts('V1', 5), volts('R1', 0.0649, 'R1 64.9mv'), volts('R2', 2.404), volts('D1', 1.947)].map(lay);
    const [first] = causesOf(analysisOf(replay(entries), 0));
    expect(said(first).replace(/\s/g, ' ')).toMatch(/^“R1 64.9mv”: 64.9 mV where the others expect .*, a range of 10 below it/);
  });

  it('has a chip’s reference tested by the volts over its resistor', () => {
    const sink = ['V1 5v on A G', 'D1 led white 3535 on A K', 'U1 sink ref 0.2v R2 on K S', 'R2 0r56 on S G'];
    const [first] = causesOf(analysisOf(specimenOf(...sink, 'V1 5.02v', 'R2 0.26v', 'in 0.464a', 'R2 0.56r dead'), 0));
    expect(first).toMatchObject({ ref: 'U1', as: { code: 'reference' }, testLine: 'R2 ' });
  });

  it('doubts the trace and not the current that was read, where none flows as it is traced', () => {
    const lines = ['B1 2032 coin on P M', 'R1 60r on X W', 'D1 led white on W B', 'in 3v 0.9ma'];
    const [first, ...others] = causesOf(analysisOf(specimenOf(...lines), 0));
    expect(first).toMatchObject({ cause: 'unjoined', testLine: 'join B1.1 ' });
    expect(said(first)).toMatch(/B1\.1, B1\.2, R1\.1, D1\.2 joined to nothing yet/);
    expect(others.filter(({ cause }) => cause === 'reading')).toEqual([]);
    // So with the drop that a current makes, behind a switch that nothing drives as traced.
    const switched = ['V1 5v on P M', 'D1 led white on P K', 'R1 3r3 on K S', 'Q1 nmos on S G M', 'R1 0.9v'];
    const causes = causesOf(analysisOf(specimenOf(...switched), 0));
    expect(causes[0]).toMatchObject({ cause: 'unjoined', testLine: 'join Q1.2 ' });
    expect(causes.filter(({ cause }) => cause === 'reading')).toEqual([]);
    const whole = ['B1 2032 coin on X B', 'R1 60r on X W', 'D1 led red on W B', 'in 3v 90ma'];
    expect(causesOf(analysisOf(specimenOf(...whole), 0)).map(({ cause }) => cause)).not.toContain('unjoined');
  });

  it('has nothing to say where readings fit, or where nothing can be solved', () => {
    const fitting = [...board(100), volts('V1', 5), volts('R1', 0.649), volts('R2', 2.404), volts('D1', 1.947)].map(lay);
    expect(causesOf(analysisOf(replay(fitting), 0))).toEqual([]);
    expect(causesOf(analysisOf(replay([]), 0))).toEqual([]);
  });
});
