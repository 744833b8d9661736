import { describe, expect, it } from '@jest/globals';
import { completeDraft, type EntryDraft, replay, type Specimen } from './index.ts';

const at = (minutes: number) => new Date(Date.UTC(2026, 2, 7, 9, minutes)).toISOString();

/** A tape of drafts, each with its minute after nine. */
function tapeOf(...lines: readonly (readonly [number, EntryDraft])[]): Specimen {
  return replay(lines.map(([minutes, draft], index) => completeDraft(draft, `entry-${String(index).padStart(3, '0')}`, at(minutes))));
}

const live: EntryDraft = { kind: 'state', state: 'live' };
const dead: EntryDraft = { kind: 'state', state: 'dead' };
const soak: EntryDraft = { kind: 'run', of: 'soak', minutes: 40, place: 'case' };
const warm = (celsius: number, condition = {}): EntryDraft => ({
  kind: 'reading',
  place: { at: 'surface', name: 'case' },
  figures: [{ unit: 'celsius', value: celsius, uncertainty: 0.5 }],
  condition,
});

describe('what runs by itself', () => {
  it('gives readings their time, from its beginning to its end and not outside', () => {
    const { readings } = tapeOf([0, live], [1, warm(20)], [2, soak], [5, warm(30)], [9, dead], [12, warm(25)]);
    expect(readings.map(({ during }) => during?.seconds)).toEqual([undefined, 180, undefined]);
  });

  it('gives a cold reading none: it is the beginning, whenever it was entered', () => {
    expect(tapeOf([0, live], [2, soak], [3, warm(20, { cold: true })]).readings[0]?.during).toBeUndefined();
  });

  it('ends with the power where it needs it, and goes on where it does not', () => {
    const { runs } = tapeOf([0, live], [2, soak], [3, { kind: 'run', of: 'glue', minutes: 30 }], [9, dead]);
    expect(runs.map(({ entry, ended }) => [entry.of, ended?.outcome, ended?.at])).toEqual([
      ['soak', 'stopped', at(9)],
      ['glue', undefined, undefined],
    ]);
  });

  it('is one of a kind at a time, and ends by its word with its reason', () => {
    const { runs } = tapeOf(
      [0, live],
      [2, soak],
      [6, soak],
      [9, { kind: 'ended', of: 'entry-002', outcome: 'stopped', reason: 'it climbs' }],
    );
    expect(runs.map(({ ended }) => ended)).toEqual([
      { at: at(6), outcome: 'stopped' },
      { at: at(9), outcome: 'stopped', reason: 'it climbs' },
    ]);
  });

  it('cannot be ended where it is not there, and a struck one never was', () => {
    expect(tapeOf([0, { kind: 'ended', of: 'entry-999', outcome: 'done' }]).tape[0]?.problem).toBe('What it ends is not on the tape.');
    expect(tapeOf([0, live], [1, soak], [2, { kind: 'strike', entry: 'entry-001' }]).runs).toEqual([]);
  });

  it('belongs to the state that it was begun in: after a rework a reading is no longer of it', () => {
    const { readings } = tapeOf(
      [0, { kind: 'part', part: { ref: 'V1', kind: 'dc', pins: ['P', 'G'], volts: 5 } }],
      [0, { kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['P', 'G'], ohms: 100 } }],
      [0, live],
      [2, soak],
      [4, { kind: 'rework', title: '120 Ω', changes: [{ move: 'replace-resistor', ref: 'R1', ohms: 120 }] }],
      [6, warm(30)],
    );
    expect(readings[0]?.during).toBeUndefined();
  });

  it('and a look is open until it was taken or left out; what is put off waits until the last word', () => {
    const { looks, putOff, benchStateSince } = tapeOf(
      [0, { kind: 'look', text: 'the crimp', afterMinutes: 60 }],
      [1, { kind: 'look', text: 'the glue', afterMinutes: 60 }],
      [2, { kind: 'ended', of: 'entry-000', outcome: 'done' }],
      [3, { kind: 'put-off', task: 'probe', until: at(10) }],
      [4, { kind: 'put-off', task: 'probe', until: at(30) }],
      [5, live],
      [6, live],
    );
    expect(looks.map(({ entry, ended }) => [entry.text, ended?.outcome])).toEqual([
      ['the crimp', 'done'],
      ['the glue', undefined],
    ]);
    expect([...putOff]).toEqual([['probe', at(30)]]);
    expect(benchStateSince).toBe(at(5));
  });
});
