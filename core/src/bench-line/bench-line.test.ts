import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { completeDraft, entrySchema, replay } from '../specimen/index.ts';
import { type BenchOutcome, benchContext, completeBenchLine, LONGEST_LINE, parseBenchLine } from './index.ts';
import { entriesOf } from './tape.testing.ts';

function read(line: string, ...before: string[]): BenchOutcome {
  return parseBenchLine(line, benchContext(replay(entriesOf(...before))));
}

const board = ['V1 5v usb', 'R1 red violet black gold on V1.+ X', 'D1 led white on X V1.-'];

describe('parts', () => {
  it.each([
    ['R3 red violet black gold', { kind: 'resistor', ref: 'R3', ohms: 27, tolerance: 0.05 }],
    ['r3 27r 1% 0.5w', { kind: 'resistor', ref: 'R3', ohms: 27, tolerance: 0.01, rated: { watts: 0.5 } }],
    ['R4 mark 390', { ohms: 39, marking: '390' }],
    ['R5 4k7', { ohms: 4700 }],
    ['D1-D24 led series', { kind: 'led', ref: 'D1-D24', series: 24 }],
    ['D1 led white 5mm 3 parallel', { colour: 'white', body: '5mm', parallel: 3 }],
    ['D1 led white 12 series 2 parallel', { series: 12, parallel: 2 }],
    ['D1 led parallel 3', { parallel: 3 }],
    ['D2 red 1.95v @ 20ma rated 30ma', { colour: 'red', points: [[0.02, 1.95]], rated: { amps: 0.03 } }],
    ['V1 5 v usb', { kind: 'dc', volts: 5, note: 'USB' }],
    ['B1 3 aaa alkaline', { kind: 'battery', chemistry: 'alkaline', size: 'AAA', series: 3 }],
    ['B1 2032 coin', { chemistry: 'lithium-coin', size: '2032', series: 1 }],
    ['S1 switch open', { kind: 'switch', closed: false }],
    ['F1 fuse 500ma', { kind: 'fuse', rated: { amps: 0.5 } }],
    ['V1 ac 230v 50hz 10%', { kind: 'ac', voltsRms: 230, hertz: 50, tolerance: 0.1 }],
    ['C1 334 X2', { kind: 'capacitor', farads: 330e-9, rated: { class: 'X2' }, marking: '334 X2' }],
    ['C2 10uF 400v', { kind: 'capacitor', farads: 10e-6, rated: { volts: 400 } }],
    ['L1 471 2r', { kind: 'inductor', henries: 470e-6, ohms: 2 }],
    ['D9 diode schottky', { kind: 'diode', type: 'schottky' }],
    ['Z1 zener 5v1', { kind: 'zener', zenerVolts: 5.1 }],
    ['U1 sink 20ma 2v', { kind: 'sink', amps: 0.02, dropoutVolts: 2 }],
    ['Q1 npn 200', { kind: 'bjt', polarity: 'npn', beta: 200, pins: ['Q1.1', 'Q1.2', 'Q1.3'] }],
    ['B1 bridge on A B P M', { kind: 'bridge', pins: ['A', 'B', 'P', 'M'] }],
  ])('%s', (line, part) => {
    expect(read(line)).toMatchObject({ kind: 'entry', draft: { kind: 'part', part } });
  });

  it('on two nets or pins puts its pins there', () => {
    const specimen = replay(entriesOf(...board));
    expect(specimen.circuit.parts.map(({ ref, pins }) => [ref, ...pins])).toEqual([
      ['V1', 'A', 'B'],
      ['R1', 'A', 'X'],
      ['D1', 'X', 'B'],
    ]);
  });
});

describe('claims, senses and pictures', () => {
  it.each([
    ['claim 220-240v body', { kind: 'claim', field: 'volts', value: 220, upTo: 240, source: 'body' }],
    ['claim 4000k box', { kind: 'claim', field: 'kelvin', value: 4000 }],
    ['claim like 60w', { kind: 'claim', field: 'equivalentWatts', value: 60, source: 'listing' }],
    ['claim cri 80', { kind: 'claim', field: 'colourIndex', value: 80 }],
    ['claim length 52cm', { kind: 'claim', field: 'lengthMetres', value: 0.52 }],
    ['claim throw 200m', { kind: 'claim', field: 'throwMetres', value: 200 }],
    ['claim water IP44 box', { kind: 'claim-text', field: 'water', text: 'IP44', source: 'box' }],
    ['claim 2600mAh', { kind: 'claim', field: 'ampHours', value: 2.6 }],
    ['source 5.08v', { kind: 'reading', place: { at: 'source' }, figures: [{ unit: 'volts', value: 5.08 }] }],
    ['flicker bands', { kind: 'sense', of: 'flicker', text: 'bands' }],
  ])('%s', (line, draft) => {
    expect(read(line)).toMatchObject({ kind: 'entry', draft });
  });

  it.each(['claim 0v', 'claim 240-220v', 'claim cri 80w', 'claim 5', 'claim water', 'flicker', 'claim 5v 3w'])(
    '%s says what is wrong',
    (line) => {
      expect(read(line)).toMatchObject({ kind: 'unread', message: expect.stringMatching(/\w{3}/) });
    },
  );

  it('pic asks for a picture', () => {
    expect(read('pic')).toMatchObject({ kind: 'picture' });
  });

  it('an in-line reading is completed, and what cannot be is said', () => {
    const mains = 'claim 230v body';
    expect(read('in 231v 38ma 5.1w', mains)).toMatchObject({ meaning: expect.stringContaining('power factor 0.58') });
    expect(read('in 231v 38ma', mains)).toMatchObject({ meaning: expect.stringContaining('volts × amps is not watts') });
    expect(read('in 231v 38ma pf 0.52', mains)).toMatchObject({
      draft: { figures: [{ unit: 'volts' }, { unit: 'amps' }, { unit: 'one', value: 0.52 }] },
    });
  });

  it('ohms while live are refused, and taken with “force”, marked', () => {
    expect(read('R1 26.8r live', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('force') });
    expect(read('R1 26.8r live force', ...board)).toMatchObject({ kind: 'entry', draft: { condition: { forced: true } } });
  });

  it('volts over a store while charged leave it charged', () => {
    expect(read('R1 3v', ...board, 'charged')).toMatchObject({ draft: { condition: { state: 'charged' } } });
  });
});

describe('readings', () => {
  it('say what they mean before Enter', () => {
    expect(read('R1 0.94v', ...board)).toMatchObject({
      kind: 'entry',
      meaning: expect.stringMatching(/across R1: 940 ±29 mV, live → 34\.8\smA through R1/),
    });
  });

  it.each([
    [
      'in 4.86v 38ma 0.18w',
      [
        ['volts', 4.86],
        ['amps', 0.038],
        ['watts', 0.18],
      ],
    ],
    ['R1 26.8r dead', [['ohms', 26.8]]],
    ['X 3.2v', [['volts', 3.2]]],
    ['A to X 1.6v', [['volts', 1.6]]],
    ['Tcase 61c after 10min', [['celsius', 61]]],
    ['lux 840 @ 0.5m', [['lux', 840]]],
  ])('%s', (line, figures) => {
    const outcome = read(line, ...board);
    expect(
      outcome.kind === 'entry' && outcome.draft.kind === 'reading' && outcome.draft.figures.map(({ unit, value }) => [unit, value]),
    ).toEqual(figures);
  });

  it('of an LED lit alone say its current, and are taken dead', () => {
    const [, , , alone] = entriesOf(...board, 'D1 2.95v @ 30ma');
    expect(alone).toMatchObject({
      place: { at: 'part', ref: 'D1' },
      figures: [{ unit: 'volts', value: 2.95 }],
      condition: { state: 'dead', supplied: { amps: 0.03 } },
    });
    expect(read('D1 chip 2.95v @ 30ma', ...board)).toMatchObject({
      meaning: expect.stringMatching(/^one chip of D1: 2\.95.*with 30(\.0)?\u2009mA from a bench supply/),
      draft: { condition: { chip: true } },
    });
    // As the next probe begins it, with the figure still to come.
    expect(read('D1 chip @ 20ma 2.95v', ...board)).toMatchObject({ draft: { condition: { chip: true, supplied: { amps: 0.02 } } } });
    expect(read('D1 2.95v @', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('@ 30ma') });
    expect(read('D1 2.95v @ 30v', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('@ 30ma') });
    expect(read('R1 0.5v @ 30ma', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('Only an LED') });
    expect(read('D1 chip 2.95v', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('which current') });
    expect(read('D1 2.95v @ 30ma', ...board, 'live')).toMatchObject({ kind: 'unread', message: expect.stringContaining('dead') });
  });

  it.each([
    ['V1.+ to V1.+ 3mv', 'one and the same'],
    ['X to X 3mv', 'one and the same'],
    ['X 3v @ 3ma', 'Behind @'],
    ['source 5v @ 3ma', 'Behind @'],
    ['R1 1e99v', 'no bench has that much'],
    ['Tcase ripple 30c', 'Ripple is of volts'],
    ['D1 2.9v @ -3ma', '@ 30ma'],
  ])('that cannot be are refused in words: %s', (line, words) => {
    expect(read(line, ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining(words) });
  });

  it('along a track keep the names of its two ends', () => {
    expect(entriesOf(...board, 'V1.+ to R1.1 3mv').at(-1)).toMatchObject({ place: { at: 'nets', plus: 'V1.1', minus: 'R1.1' } });
  });

  it('of ripple are from the lowest to the highest', () => {
    const [, , , ripple] = entriesOf(...board, 'R1 ripple 120mv');
    expect(ripple).toMatchObject({ figures: [{ unit: 'volts', value: 0.12, statistic: 'ripple' }] });
    expect(read('R1 ripple 120mv', ...board)).toMatchObject({ meaning: expect.stringContaining('ripple 120') });
    expect(read('R1 ripple -1v', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('not negative') });
    expect(read('R1 ripple 5r', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('volts or amps') });
  });

  it('take doubt, limits and conditions', () => {
    expect(read('R1 ~0.94v ±0.1 cold rework 2', ...board)).toMatchObject({
      draft: { figures: [{ doubtful: true, uncertainty: 0.05 }], condition: { cold: true, rework: 2, state: 'live' } },
    });
  });

  it('of ohms are refused while the bench is live, with the reason', () => {
    expect(read('R1 26.8r', ...board, 'R1 0.94v')).toMatchObject({
      kind: 'unread',
      message: expect.stringMatching(/only read dead.*live/),
    });
    expect(read('R1 26.8r dead', ...board, 'R1 0.94v').kind).toBe('entry');
  });
});

describe('what cannot be taken is named, and nothing changes', () => {
  it.each([
    ['R1 red red black gold', /R1 is on the board already/],
    ['correct R9 33r', /R9 is not on the board/],
    ['R1 0.94q', /“q” is not a unit/],
    ['R1 0.94', /on the board already|of what/],
    ['in 1,000v', /one, or a thousand/],
    ['R7 red mauve black gold', /“mauve”/],
    ['R7 10r on A A', /short/],
    ['R7 10r on Z9.1 A', /Z9.1 is not a pin/],
    ['D7 led 3 white', /series or parallel/],
    ['B1 4 d', /which cells/],
    ['join V1.+ V1.-', /short across V1/],
    ['join R1.1 R1.2', /R1 joined to itself/],
    ['join R1.1 R1.1', /one and the same/],
    ['join A Q7.1', /Q7.1 is not a pin/],
    ['claim 180 bananas', /One claim a line|not a figure/],
    ['claim 180', /of what/],
    ['goal R1 20ma', /an LED/],
    ['xyzzy 3', /not on the board/],
    ['? 5v 2 led', /Ask as/],
  ])('%s', (line, message) => {
    expect(read(line, ...board)).toMatchObject({ kind: 'unread', message: expect.stringMatching(message) });
  });

  it('a paste of ten million characters', () => {
    expect(read('x'.repeat(1e7))).toMatchObject({ kind: 'unread', message: expect.stringContaining(String(LONGEST_LINE)) });
  });

  it('any text at all is read or declined, and what is read is a valid entry', () => {
    const context = benchContext(replay(entriesOf(...board)));
    const token = fc.constantFrom(
      'R1',
      'D1',
      'in',
      'A',
      'join',
      '3.1v',
      '20ma',
      '±',
      '~',
      'on',
      'led',
      'red',
      'gold',
      '27r',
      '@',
      '?',
      'live',
      'claim',
      'goal',
      '0',
      '-5v',
      'V1.+',
      '💡',
    );
    const line = fc.oneof(
      fc.string({ maxLength: 60 }),
      fc.array(token, { maxLength: 9 }).map((words) => words.join(' ')),
    );
    fc.assert(
      fc.property(line, (text) => {
        const outcome = parseBenchLine(text, context);
        if (outcome.kind !== 'entry') return;
        const checked = entrySchema.safeParse(completeDraft(outcome.draft, 'entry-any-0', '2026-03-07T10:00:00Z'));
        expect(checked.success ? '' : `${text}: ${checked.error.message}`).toBe('');
      }),
      { numRuns: 2000 },
    );
  });
});

describe('questions', () => {
  it('which resistor: (5 − 1 × 3.1) ÷ 15 mA = 127 Ω, nearest 120 Ω', () => {
    expect(read('? 5v 1 led 3.1v 15ma')).toMatchObject({
      kind: 'answer',
      meaning: expect.stringMatching(/127\sΩ; 120\sΩ gives 15\.8\smA/),
    });
  });

  it('which current: 0.62 V over 27 Ω is 23.0 mA and 14.2 mW', () => {
    expect(read('? 27r 0.62v')).toMatchObject({ meaning: expect.stringMatching(/23\.0\smA, burns 14\.2\smW/) });
  });

  it('says when two LEDs are too many for the supply', () => {
    expect(read('? 5v 2 led 3.1v 15ma')).toMatchObject({ kind: 'answer', meaning: expect.stringMatching(/6\.20\sV: more than 5\.00\sV/) });
  });
});

describe('corrections and completion', () => {
  it('a correction strikes the part it replaces and keeps its joins', () => {
    const specimen = replay(entriesOf(...board, 'correct R1 33r'));
    expect(specimen.circuit.parts.find(({ ref }) => ref === 'R1')).toMatchObject({ ohms: 33, pins: ['A', 'X'] });
    expect(specimen.tape.filter(({ struck }) => struck).map(({ entry }) => entry.typed)).toEqual([board[1]]);
  });

  it('completes refs of the specimen and words of the grammar', () => {
    const context = benchContext(replay(entriesOf(...board)));
    expect(completeBenchLine('R', context)).toBe('1');
    expect(completeBenchLine('R1 0.94v li', context)).toBe('ve');
    expect(completeBenchLine('cla', context)).toBe('im');
    expect(completeBenchLine('', context)).toBe('');
  });
});

describe('continuity', () => {
  const pads = 'pad 1,pad 2,pad 3,pad 4,pad 9'.split(',');

  it.each([
    ['hold 4: 1 2 9 | 0.9r', { hold: '4', over: ['1', '2', '3', '9'], beeps: [{ pad: '1' }, { pad: '2' }, { pad: '9', ohms: 0.9 }] }],
    ['hold 4 : 1 0.2r 2', { beeps: [{ pad: '1', ohms: 0.2 }, { pad: '2' }] }],
    [
      'hold 4 1 2 | 0.1r 12 ohm',
      {
        beeps: [
          { pad: '1', ohms: 0.1 },
          { pad: '2', ohms: 12 },
        ],
      },
    ],
    ['hold 4: none', { over: ['1', '2', '3', '9'], beeps: [] }],
    ['hold 4: 7 over 5-8', { over: ['5', '6', '7', '8'], beeps: [{ pad: '7' }] }],
    ['hold 4 over 5-8: 7', { over: ['5', '6', '7', '8'], beeps: [{ pad: '7' }] }],
    ['hold 4 over 5 6: none', { over: ['5', '6'], beeps: [] }],
    ['hold 4: 7 11', { over: ['1', '2', '3', '9', '7', '11'] }],
    ['4 x 1 2', { hold: '4', over: ['1', '2'], beeps: [] }],
  ])('%s', (line, draft) => {
    expect(read(line, ...pads)).toMatchObject({ kind: 'entry', draft: { kind: 'sweep', ...draft } });
  });

  it.each([
    ['hold', /which pad is held/],
    ['hold 4:', /what beeped/],
    ['hold 4: 4', /leave it out/],
    ['hold 4: 1 | 0.9r 0.8r', /2 figures/],
    ['hold 4: 1 | x', /behind the bar stand ohms/],
    ['hold 4: 0.9r', /behind their pad/],
    ['hold 4: 7-5', /no row of pads/],
    ['hold 4?: 1', /not the name of a pad/],
    ['4 x', /did not beep/],
    ['4 x 4', /joined to itself/],
    ['pad 4', /there already/],
    ['pad 4 as 9', /pad 9 already/],
    ['pad 44 as a', /no pad 44/],
    ['beeper', /how few ohms/],
    ['beeper 0.2r 3r', /more ohms than its leads/],
  ])('declines “%s” with what is wrong', (line, message) => {
    expect(read(line, ...pads)).toMatchObject({ kind: 'unread', message: expect.stringMatching(message) });
  });

  it('is refused when not dead, and marked where it is forced', () => {
    expect(read('hold 4: 1', ...pads, 'live')).toMatchObject({ kind: 'unread', message: expect.stringContaining('bench is live') });
    expect(read('4 x 1', ...pads, 'charged')).toMatchObject({ kind: 'unread', message: expect.stringContaining('bench is charged') });
    expect(read('hold 4: 1 force', ...pads, 'live')).toMatchObject({ kind: 'entry', draft: { forced: true } });
  });

  it('puts parts on pads, and speaks of nets by them', () => {
    const entries = entriesOf('V1 5v usb on 1 2', 'R7 27r on 4 9', 'D1 led white on 5 6', 'hold 1: 4', 'hold 9: 5', 'hold 6: 2', '5 0.1v');
    const { nets, readings, tape } = replay(entries);
    expect(tape.map(({ problem }) => problem).filter(Boolean)).toEqual([]);
    expect(nets.map(({ pins }) => pins.length)).toEqual([2, 2, 2]);
    expect(readings[0]?.entry.place).toEqual({ at: 'nets', plus: 'R7.2' });
  });

  it('keeps a join of lettered nets true when the letters move on', () => {
    const lines = ['R1 10r', 'R2 10r', 'R3 10r', 'R4 10r', 'join R1.2 R2.1', 'join R3.2 R4.1', 'join A B'];
    const { nets } = replay(entriesOf(...lines));
    expect(nets.find(({ pins }) => pins.includes('R1.2'))?.pins).toEqual(['R1.2', 'R2.1', 'R3.2', 'R4.1']);
  });

  it('keeps a reading on its net when the letters move on', () => {
    const lines = ['V1 5v', 'R1 10r', 'D1 led', 'join R1.2 D1.+', 'A 2.9v', 'join V1.+ R1.1'];
    const { readings, nets } = replay(entriesOf(...lines));
    expect(readings[0]?.entry.place).toMatchObject({ plus: 'R1.2' });
    expect(nets.find(({ pins }) => pins.includes('R1.2'))?.name).toBe('B');
  });

  it('places a part before its value is known, and gives it the value later, on the same pads', () => {
    const before = [...pads, 'R7 on 4 9', 'U2 on 1 2 mark K7B sot23-5'];
    const seen = replay(entriesOf(...before));
    expect(seen.circuit.parts).toEqual([]);
    expect(seen.placed).toMatchObject([
      { ref: 'R7', partKind: 'resistor', pins: ['4', '9'] },
      { ref: 'U2', marking: 'K7B', package: 'sot23-5' },
    ]);
    const known = replay(entriesOf(...before, 'R7 27r'));
    expect(known.placed.map(({ ref }) => ref)).toEqual(['U2']);
    expect(known.nets.map(({ pads: on }) => on)).toEqual([['4'], ['9']]);
    const moved = replay(entriesOf(...before, 'R7 27r on 2 3'));
    expect(moved.nets.map(({ pads: on }) => on)).toEqual([['2'], ['3']]);
    expect(read('R7 on 1 2', ...before)).toMatchObject({ kind: 'unread' });
  });

  it('reads what a part is behind its place too', () => {
    expect(read('R7 on 4 9 red violet black gold', ...pads)).toMatchObject({ draft: { part: { ohms: 27, pins: ['4', '9'] } } });
    expect(read('C1 on 4 9 824K 400v', ...pads)).toMatchObject({ draft: { part: { farads: 820e-9 } } });
  });

  it('keeps the copper that a pad is seen on', () => {
    expect(replay(entriesOf(...pads, 'pad 4 copper left plane')).pads[3]).toEqual({ name: '4', places: {}, copper: 'left plane' });
  });
});

describe('marks of semiconductors', () => {
  it('enters what the table knows, as typed or misread', () => {
    expect(read('Z1 zener mark Z51 sod-123')).toMatchObject({ draft: { part: { zenerVolts: 5.1, marking: 'Z51' } } });
    expect(read('Z1 mark ZSI')).toMatchObject({
      draft: { part: { zenerVolts: 5.1 } },
      meaning: expect.stringContaining('if S is 5 and I is 1'),
    });
    expect(read('Q1 mark N1')).toMatchObject({ draft: { part: { polarity: 'npn', beta: 200 } } });
    expect(read('U1 mark LK20 on 1 2')).toMatchObject({ draft: { part: { amps: 0.02, dropoutVolts: 2, pins: ['1', '2'] } } });
  });

  it('says what a chip is that the circuit cannot have yet, and keeps it as seen', () => {
    expect(read('U2 on 1 2 mark K7B sot23-5')).toMatchObject({
      draft: { kind: 'place' },
      meaning: expect.stringContaining('step-up LED driver'),
    });
    expect(read('U2 on 1 2 mark QQQ')).toMatchObject({ draft: { kind: 'place', marking: 'QQQ' } });
  });

  it('own marks stand before those that ship', () => {
    const context = benchContext(replay([]), { marks: [{ mark: 'Z51', what: 'mine', enters: 'zener 9v1' }] });
    expect(parseBenchLine('Z1 mark Z51', context)).toMatchObject({ draft: { part: { zenerVolts: 9.1 } } });
  });
});

describe('meters', () => {
  it('in hand give a reading its uncertainty, its load, and its name', () => {
    const [, , , , reading] = entriesOf(...board, 'meter bench', 'R1 0.9400v');
    expect(reading).toMatchObject({ meter: 'bench meter', figures: [{ inputOhms: 10e6 }] });
    expect(reading?.kind === 'reading' && reading.figures[0]?.uncertainty).toBeLessThan(0.0006);
    expect(read('R1 0.94v', ...board, 'meter pocket')).toMatchObject({ draft: { averaging: true } });
    expect(read('meter harp')).toMatchObject({ kind: 'unread', message: expect.stringContaining('pocket meter') });
  });

  it('each to its role, and the beeper of the one in hand counts', () => {
    const specimen = replay(entriesOf(...board, 'meter bench', 'meter USB', 'in 4.93v 122ma'));
    expect([...specimen.meters.keys()]).toEqual(['probes', 'in-line']);
    expect(specimen.readings[0]?.entry).toMatchObject({ meter: 'USB meter', figures: [{ unit: 'volts' }, { burdenOhms: 0.06 }] });
  });
});
