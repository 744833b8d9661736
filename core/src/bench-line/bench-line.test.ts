import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { completeDraft, entrySchema, replay } from '../tape/index.ts';
import { benchContext, completeBenchLine, LONGEST_LINE, parseBenchLine } from './index.ts';
import { entriesOf, outcomeOf, specimenOf } from './tape.testing.ts';

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
    expect(outcomeOf(line)).toMatchObject({ kind: 'entry', draft: { kind: 'part', part } });
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
    ['claim 12v label', { kind: 'claim', field: 'volts', value: 12, source: 'body' }],
    ['claim 3h manual', { kind: 'claim', field: 'hours', value: 3, source: 'leaflet' }],
    ['claim 900000000lm', { kind: 'claim', field: 'lumens', value: 9e8 }],
    ['claim 4000k box', { kind: 'claim', field: 'kelvin', value: 4000 }],
    ['claim like 60w', { kind: 'claim', field: 'equivalentWatts', value: 60, source: 'listing' }],
    ['claim cri 80', { kind: 'claim', field: 'colourIndex', value: 80 }],
    ['claim length 52cm', { kind: 'claim', field: 'lengthMetres', value: 0.52 }],
    ['claim 30 min box', { kind: 'claim', field: 'hours', value: 0.5, source: 'box' }],
    ['claim 14 days box', { kind: 'claim', field: 'hours', value: 336 }],
    ['claim throw 200m', { kind: 'claim', field: 'throwMetres', value: 200 }],
    ['claim beam 500m', { kind: 'claim', field: 'throwMetres', value: 500 }],
    ['claim beam 500 m', { kind: 'claim', field: 'throwMetres', value: 500 }],
    ['claim beam 24 deg', { kind: 'claim', field: 'beamDegrees', value: 24 }],
    ['claim water IP44 box', { kind: 'claim-text', field: 'water', text: 'IP44', source: 'box' }],
    ['claim 2600mAh', { kind: 'claim', field: 'ampHours', value: 2.6 }],
    ['source 5.08v', { kind: 'reading', place: { at: 'source' }, figures: [{ unit: 'volts', value: 5.08 }] }],
    ['flicker bands', { kind: 'sense', of: 'flicker', text: 'bands' }],
  ])('%s', (line, draft) => {
    expect(outcomeOf(line)).toMatchObject({ kind: 'entry', draft });
  });

  it.each(['claim 0v', 'claim 240-220v', 'claim cri 80w', 'claim 5', 'claim water', 'flicker', 'claim 5v bananas'])(
    '%s says what is wrong',
    (line) => {
      expect(outcomeOf(line)).toMatchObject({ kind: 'unread', message: expect.stringMatching(/\w{3}/) });
    },
  );

  it('pic asks for a picture', () => {
    expect(outcomeOf('pic')).toMatchObject({ kind: 'picture' });
  });

  it('an in-line reading is completed, and what cannot be is said', () => {
    const mains = 'claim 230v body';
    expect(outcomeOf('in 231v 38ma 5.1w', mains)).toMatchObject({ meaning: expect.stringContaining('power factor 0.58') });
    expect(outcomeOf('in 231v 38ma', mains)).toMatchObject({ meaning: expect.stringContaining('volts × amps is not watts') });
    expect(outcomeOf('in 231v 38ma pf 0.52', mains)).toMatchObject({
      draft: { figures: [{ unit: 'volts' }, { unit: 'amps' }, { unit: 'one', value: 0.52 }] },
    });
  });

  it('ohms while live are refused, and taken with “force”, marked', () => {
    expect(outcomeOf('R1 26.8r live', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('force') });
    expect(outcomeOf('R1 26.8r live force', ...board)).toMatchObject({ kind: 'entry', draft: { condition: { forced: true } } });
  });

  it('volts over a store while charged leave it charged', () => {
    expect(outcomeOf('R1 3v', ...board, 'charged')).toMatchObject({ draft: { condition: { state: 'charged' } } });
  });
});

describe('a part that was named before the board was seen', () => {
  const adapter = ['V1 12v adapter', 'R1 150r on P A'];

  it('is placed by its nets alone, and stays what it was said to be', () => {
    const outcome = outcomeOf('V1 on P M', ...adapter);
    expect(outcome).toMatchObject({ kind: 'entry', draft: { kind: 'part', part: { ref: 'V1', volts: 12, pins: ['P', 'M'] } } });
    expect(specimenOf(...adapter, 'V1 on P M').circuit.parts).toMatchObject([{ ref: 'V1', volts: 12, pins: ['P', 'M'] }, { ref: 'R1' }]);
  });

  it('is placed with its value said again, or another', () => {
    const placed = specimenOf(...adapter, 'V1 11.6v adapter on P M').circuit.parts;
    expect(placed.map(({ ref }) => ref)).toEqual(['V1', 'R1']);
    expect(placed[0]).toMatchObject({ volts: 11.6, pins: ['P', 'M'] });
  });

  it('stays where it is once it is joined, until that is corrected', () => {
    expect(outcomeOf('V1 on P M', ...adapter, 'V1 on P M')).toMatchObject({ kind: 'unread', message: expect.stringMatching(/already/) });
    expect(specimenOf(...adapter, 'V1 on P M', 'correct V1 on A M').circuit.parts[0]).toMatchObject({ volts: 12, pins: ['A', 'M'] });
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
    ['U1 mark 2031 on P M A B C', /nothing is known of a chip marked 2031\. .*table of marks.*pulse/],
    ['U1 on P M A B C mark 2031', /nothing is known of a chip marked 2031/],
    ['R7 10r on Z9.1 A', /Z9.1 is not a pin/],
    ['D7 led 3 white', /series or parallel/],
    ['B1 4 d', /which cells/],
    ['join V1.+ V1.-', /short across V1/],
    ['join R1.1 R1.2', /R1 joined to itself/],
    ['join R1.1 R1.1', /one and the same/],
    ['join A Q7.1', /Q7.1 is not a pin/],
    ['claim 180 bananas', /One claim a line|not a figure|of what/],
    ['claim 180', /of what/],
    ['goal R1 20ma', /what is wanted/],
    ['xyzzy 3', /not on the board/],
    ['? 5v 2 led', /Ask as/],
  ])('%s', (line, message) => {
    expect(outcomeOf(line, ...board)).toMatchObject({ kind: 'unread', message: expect.stringMatching(message) });
  });

  it('a paste of ten million characters', () => {
    expect(outcomeOf('x'.repeat(1e7))).toMatchObject({ kind: 'unread', message: expect.stringContaining(String(LONGEST_LINE)) });
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
    expect(outcomeOf('? 5v 1 led 3.1v 15ma')).toMatchObject({
      kind: 'answer',
      meaning: expect.stringMatching(/127\sΩ; 120\sΩ gives 15\.8\smA/),
    });
  });

  it('which current: 0.62 V over 27 Ω is 23.0 mA and 14.2 mW', () => {
    expect(outcomeOf('? 27r 0.62v')).toMatchObject({ meaning: expect.stringMatching(/23\.0\smA, dissipates 14\.2\smW/) });
  });

  it('says when two LEDs are too many for the supply', () => {
    expect(outcomeOf('? 5v 2 led 3.1v 15ma')).toMatchObject({
      kind: 'answer',
      meaning: expect.stringMatching(/6\.20\sV: more than 5\.00\sV/),
    });
  });
});

describe('corrections and completion', () => {
  it('a correction of a correction replaces both; striking it brings back the one before', () => {
    const lines = ['R1 100r on A B', 'correct R1 220r', 'correct R1 330r'];
    const ohmsOf = (specimen: ReturnType<typeof specimenOf>) =>
      specimen.circuit.parts.map((part) => (part.kind === 'resistor' ? part.ohms : 0));
    const specimen = specimenOf(...lines);
    expect(ohmsOf(specimen)).toEqual([330]);
    expect(specimen.tape.filter(({ problem }) => problem !== undefined)).toEqual([]);
    const last = specimen.tape[2]?.entry.id as string;
    expect(ohmsOf(specimenOf(...lines, { kind: 'strike', entry: last }))).toEqual([220]);
  });

  it('mains has the hertz that are usual at its volts, says so, and asks where two are', () => {
    expect(outcomeOf('V1 230v mains')).toMatchObject({
      draft: { part: { kind: 'ac', voltsRms: 230, hertz: 50 } },
      meaning: expect.stringContaining('50 Hz is usual at 230 V'),
    });
    expect(outcomeOf('V1 120v mains')).toMatchObject({ draft: { part: { hertz: 60 } } });
    expect(outcomeOf('V1 230v 60hz mains')).toMatchObject({ draft: { part: { hertz: 60 } } });
    for (const line of ['V1 100v mains', 'V1 mains', 'V1 ac 230v']) expect(outcomeOf(line)).toMatchObject({ kind: 'unread' });
  });

  it('a correction that does not say its kind keeps it: mains stays mains', () => {
    expect(outcomeOf('correct V1 240v', 'V1 ac 110v 50hz')).toMatchObject({ kind: 'unread', message: expect.stringContaining('hertz') });
    const [mains] = specimenOf('V1 ac 110v 50hz', 'correct V1 240v 50hz').circuit.parts;
    expect(mains).toMatchObject({ kind: 'ac', voltsRms: 240 });
  });

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

describe('marks of semiconductors', () => {
  it('enters what the table knows, as typed or misread', () => {
    expect(outcomeOf('Z1 zener mark Z51 sod-123')).toMatchObject({ draft: { part: { zenerVolts: 5.1, marking: 'Z51' } } });
    expect(outcomeOf('Z1 mark ZSI')).toMatchObject({
      draft: { part: { zenerVolts: 5.1 } },
      meaning: expect.stringContaining('if S is 5 and I is 1'),
    });
    expect(outcomeOf('Q1 mark N1')).toMatchObject({ draft: { part: { polarity: 'npn', beta: 200 } } });
    expect(outcomeOf('U1 mark LK20 20ma on 1 2 3')).toMatchObject({ draft: { part: { amps: 0.02, dropoutVolts: 2, pins: ['1', '3'] } } });
    expect(outcomeOf('U1 mark LK20 on 1 2')).toMatchObject({ message: expect.stringContaining('3 pins, from 1 on: led, ground, sense') });
  });

  it('says what a chip is that the circuit cannot have yet, and keeps it as seen', () => {
    expect(outcomeOf('U2 on 1 2 ? ? ? mark K7B sot23-5')).toMatchObject({
      draft: { kind: 'place' },
      meaning: expect.stringContaining('step-up LED driver'),
    });
    expect(outcomeOf('U2 on 1 2 mark QQQ')).toMatchObject({ draft: { kind: 'place', marking: 'QQQ' } });
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
    expect(outcomeOf('R1 0.94v', ...board, 'meter pocket')).toMatchObject({ draft: { averaging: true } });
    expect(outcomeOf('meter harp')).toMatchObject({ kind: 'unread', message: expect.stringContaining('pocket meter') });
  });

  it('each to its role, and the beeper of the one in hand counts', () => {
    const specimen = replay(entriesOf(...board, 'meter bench', 'meter USB', 'in 4.93v 122ma'));
    expect([...specimen.meters.keys()]).toEqual(['probes', 'in-line']);
    expect(specimen.readings[0]?.entry).toMatchObject({ meter: 'USB meter', figures: [{ unit: 'volts' }, { burdenOhms: 0.06 }] });
  });
});
