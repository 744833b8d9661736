import { describe, expect, it } from '@jest/globals';
import { analysisOf, appraise } from '../appraisal/index.ts';
import { recognise } from '../arrangement/index.ts';
import type { Part } from '../device/index.ts';
import type { EntryDraft } from '../tape/index.ts';
import { outcomeOf, specimenOf, type TestLine } from './tape.testing.ts';

function draftsOf(line: string, ...before: readonly TestLine[]): readonly EntryDraft[] {
  const outcome = outcomeOf(line, ...before);
  if (outcome.kind !== 'entry') throw new Error(`${line}: ${JSON.stringify(outcome)}`);
  return [outcome.draft, ...(outcome.more ?? [])];
}

function partOfLine(line: string, ...before: readonly TestLine[]): Part {
  const [draft] = draftsOf(line, ...before);
  if (draft?.kind !== 'part') throw new Error(`${line}: no part`);
  return draft.part;
}

describe('parts as people write them', () => {
  it.each([
    ['C1 1F', { farads: 1 }],
    ['C1 0.22F 5.5v', { farads: 0.22, rated: { volts: 5.5 } }],
    ['C1 0.22F 5.5v 30r', { farads: 0.22, ohms: 30 }],
    ['C1 220 25V', { farads: 220e-6, rated: { volts: 25 } }],
    ['C1 10uF 400v electrolytic', { farads: 10e-6, rated: { volts: 400 } }],
    ['C1 104Z 50v', { farads: 100e-9, tolerance: 0.5 }],
    ['C1 1V106', { farads: 10e-6, rated: { volts: 35 } }],
    ['C1 107C', { farads: 100e-6, rated: { volts: 16 } }],
    ['C1 CL21 224J 400V', { farads: 220e-9, tolerance: 0.05, rated: { volts: 400 } }],
    ['C1 CBB22 225J 400V', { farads: 2.2e-6 }],
    ['C1 mark .47K275V X2', { farads: 0.47e-6, tolerance: 0.1, rated: { volts: 275, class: 'X2' } }],
    ['R1 474', { ohms: 470e3 }],
    ['R1 mark R22J', { ohms: 0.22, tolerance: 0.05 }],
    ['R1 mark 4K7J', { ohms: 4700, tolerance: 0.05 }],
    ['R1 mark 2R2F', { ohms: 2.2, tolerance: 0.01 }],
    ['R1 mark 5L0', { ohms: 0.005 }],
    ['R1 22r 1w fusible', { ohms: 22, fusible: true, rated: { watts: 1 } }],
    ['R1 470k ±5% 0.5w 350v', { ohms: 470e3, tolerance: 0.05, rated: { watts: 0.5, volts: 350 } }],
    ['B1 cr2032', { chemistry: 'lithium-coin', size: '2032', series: 1 }],
    ['B1 2 x CR2032', { chemistry: 'lithium-coin', size: '2032', series: 2 }],
    ['B2 3 nicd 1000mah', { chemistry: 'nicd', series: 3, ampHours: 1 }],
    // A source of cells is one under the letter of sources too.
    ['V2 3 nicd 1ah', { chemistry: 'nicd', series: 3, ampHours: 1 }],
    ['V2 3 aa Ni-MH', { chemistry: 'nimh', series: 3, size: 'AA' }],
    ['B2 3 Ni-Cd SC', { chemistry: 'nicd', series: 3, size: 'SC' }],
    ['B1 4 ni-mh aa', { chemistry: 'nimh', series: 4, size: 'AA' }],
    ['B1 9v', { chemistry: 'alkaline', size: '6LR61', series: 6 }],
    ['B1 3s2p 18650 2500mah 60mr', { chemistry: 'li-ion', series: 3, parallel: 2, ampHours: 2.5, cellOhms: 0.06 }],
    ['B1 3 aaa alkaline parallel 2', { series: 3, parallel: 2, size: 'AAA' }],
    ['D2 schottky 1a 40v', { kind: 'diode', type: 'schottky', rated: { amps: 1, reverseVolts: 40 } }],
    ['D1 led white SMD2835', { body: '2835' }],
    ['Q1 npn 200 sot23', { polarity: 'npn', beta: 200, body: 'sot23' }],
    ['U1 sink 20ma ±5% 2v sot89-3', { amps: 0.02, tolerance: 0.05, dropoutVolts: 2, body: 'sot89-3' }],
    ['Z1 zener 24v 5%', { zenerVolts: 24, tolerance: 0.05 }],
    ['V1 12v 1% 0.5r', { volts: 12, tolerance: 0.01, ohms: 0.5 }],
  ] as const)('%s', (line, fields) => {
    expect(partOfLine(line)).toMatchObject(fields);
  });

  it('a sink by its reference and what senses, which have to be there', () => {
    const before = ['R2 30r on A G', 'R3 60r on A G'];
    expect(partOfLine('U1 sink ref 0.6v R2 R3 on B A', ...before)).toMatchObject({ referenceVolts: 0.6, sense: ['R2', 'R3'] });
    expect(outcomeOf('U1 sink ref 0.6v')).toMatchObject({ kind: 'unread' });
  });

  it('digits that are a value both as ohms and as a code are asked for', () => {
    expect(outcomeOf('R1 220')).toMatchObject({ kind: 'unread', message: expect.stringContaining('mark 220') });
    expect(partOfLine('R1 220r')).toMatchObject({ ohms: 220 });
    expect(partOfLine('R1 mark 220')).toMatchObject({ ohms: 22 });
  });

  it('a cell of a size that is not known is refused, and never taken for another', () => {
    expect(outcomeOf('B1 2 aaaa alkaline')).toMatchObject({ kind: 'unread' });
    expect(partOfLine('B1 2 aaaa alkaline 600mah 0.3r')).toMatchObject({ size: 'aaaa', ampHours: 0.6, cellOhms: 0.3 });
  });

  it('pins that are not there are refused with those that are', () => {
    expect(outcomeOf('R1 100r on V1.+ A', 'V1 ac 230v 50hz on L N')).toMatchObject({
      kind: 'unread',
      message: expect.stringContaining('V1.1 (a), V1.2 (b)'),
    });
  });

  it.each([
    ['Tcase 34c after 0min', 'cold'],
    [`claim cri ${'9'.repeat(400)}`, 'no box says that much'],
    ['claim 1100000000lm', 'no box says that much'],
    [`claim ${'9'.repeat(300)}v`, 'no box says that much'],
  ])('%.20s is refused in its own words, as the tape would', (line, words) => {
    expect(outcomeOf(line)).toMatchObject({ kind: 'unread', message: expect.stringContaining(words) });
  });

  it('a letter that is ours is said with what lies on it', () => {
    const meaning = outcomeOf('R2 1k on A G', 'V1 5v', 'R1 100r on V1.+ V1.-');
    expect(meaning).toMatchObject({ kind: 'entry', meaning: expect.stringContaining('A, the net of') });
    // Who names nets in the order of the alphabet finds the next letter free, also when a net got its own meanwhile.
    const strings = ['V1 12v', 'R1 1.8r on V1.+ A', 'R2 1.8r on V1.+ B'];
    expect(outcomeOf('D1 led on A B', ...strings.slice(0, 2))).toMatchObject({ kind: 'entry' });
    expect(specimenOf(...strings.slice(0, 2), 'D1 led on A B').nets.find(({ name }) => name === 'B')?.pins).toEqual(['D1.2']);
    // A letter of ours before theirs that would be a short means a new net: nobody means a short.
    expect(outcomeOf('R2 1.8r on V1.+ A', 'V1 12v', 'R1 1.8r on V1.+ C')).toMatchObject({
      kind: 'entry',
      meaning: expect.stringContaining('A, a new net'),
    });
    const { nets } = specimenOf(...strings, 'R3 1.8r on V1.+ C');
    const netOf = (pin: string) => nets.find(({ pins }) => pins.includes(pin));
    expect(['R1.2', 'R2.2', 'R3.2'].map((pin) => netOf(pin)?.name)).toEqual(['A', 'B', 'C']);
    expect(netOf('V1.1')?.pins).toEqual(['V1.1', 'R1.1', 'R2.1', 'R3.1']);
    expect(outcomeOf('Q1 npn on V1.+ A R1.1', 'V1 12v', 'R1 1.8r on V1.+ C')).toMatchObject({ kind: 'unread' });
    expect(outcomeOf('R4 1k on V1.+ R1.1', ...strings)).toMatchObject({ kind: 'unread', message: expect.stringContaining('a short') });
  });

  it('a value that needs no words leaves no gap before what follows', () => {
    expect(outcomeOf('B1 bridge on A B C D')).toMatchObject({ meaning: 'B1, bridge, on A and B and C and D' });
    expect(outcomeOf('in 230v 6.8w pf 0.52', 'V1 ac 230v 50hz on L N')).toMatchObject({ meaning: expect.not.stringContaining(' ,') });
  });
});

describe('readings as people write them', () => {
  const board = [
    'V1 ac 230v 50hz on L N',
    'C1 0.68uF X2 on L A',
    'R8 100r on A B',
    'B1 bridge on B N P M',
    'D1 led white 24 series on P M',
  ];
  const readingOf = (line: string, ...more: readonly TestLine[]) => {
    const [draft] = draftsOf(line, ...board, ...more);
    if (draft?.kind !== 'reading') throw new Error(`${line}: no reading`);
    return draft;
  };

  it('capacitance of a capacitor, dead; of nothing else', () => {
    expect(readingOf('C1 0.66uf')).toMatchObject({ place: { ref: 'C1' }, figures: [{ unit: 'farads', value: 0.66e-6 }] });
    expect(outcomeOf('R8 0.66uf', ...board)).toMatchObject({ kind: 'unread' });
  });

  it('temperatures of a part by its ref, and a place without a figure says what is wanted', () => {
    expect(readingOf('TR8 104c after 20min')).toMatchObject({ place: { at: 'surface', name: 'R8' }, condition: { afterSeconds: 1200 } });
    expect(outcomeOf('Tcase', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('61c') });
  });

  it('a power factor by itself and behind “in”', () => {
    expect(readingOf('pf 0.47')).toMatchObject({ place: { at: 'in' }, figures: [{ unit: 'one', value: 0.47 }] });
    expect(readingOf('pf 1').figures).toMatchObject([{ unit: 'one', value: 1 }]);
    for (const none of ['pf 0', 'pf 1.1']) expect(outcomeOf(none, 'V1 ac 230v 50hz on L N').kind).toBe('unread');
    expect(readingOf('in 231v 38ma pf 0.47').figures.map(({ unit }) => unit)).toEqual(['volts', 'amps', 'one']);
  });

  it('volts while it was said to be dead are what is left, and leave it dead', () => {
    const dead: EntryDraft = { kind: 'state', state: 'dead' };
    expect(readingOf('C1 12v', dead)).toMatchObject({ condition: { state: 'dead' } });
    expect(specimenOf(...board, dead, 'C1 12v').benchState).toBe('dead');
    expect(readingOf('C1 12v')).toMatchObject({ condition: { state: 'live' } });
  });

  it('of a source are those with nothing on it', () => {
    expect(outcomeOf('V1 6.42v open', 'V1 6v')).toMatchObject({ kind: 'entry', meaning: expect.stringContaining('with nothing on it') });
  });
});

describe('claims as boxes print them', () => {
  const claims = (line: string) =>
    draftsOf(`claim ${line}`).map((draft) =>
      draft.kind === 'claim' ? [draft.field, draft.value, draft.upTo] : draft.kind === 'claim-text' ? [draft.field, draft.text] : [],
    );

  it.each([
    ['50/60hz', [['hertz', 50, 60]]],
    ['50/60hz body', [['hertz', 50, 60]]],
    [
      'usb 5v/1a',
      [
        ['volts', 5, undefined],
        ['amps', 1, undefined],
      ],
    ],
    [
      '230v 9w 806lm 2700k box',
      [
        ['volts', 230, undefined],
        ['watts', 9, undefined],
        ['lumens', 806, undefined],
        ['kelvin', 2700, undefined],
      ],
    ],
    ['pf 0.9', [['powerFactor', 0.9, undefined]]],
    ['15000h life', [['lifeHours', 15000, undefined]]],
    ['life 15000h', [['lifeHours', 15000, undefined]]],
    ['300 leds', [['ledCount', 300, undefined]]],
    ['14.4w/m', [['wattsPerMetre', 14.4, undefined]]],
    [
      '14.4w/m 24v',
      [
        ['wattsPerMetre', 14.4, undefined],
        ['volts', 24, undefined],
      ],
    ],
    ['lumens 40', [['lumens', 40, undefined]]],
    [
      'E27 class A+',
      [
        ['base', 'E27'],
        ['energy', 'A+'],
      ],
    ],
    ['modes high, low, blink', [['modes', 'high, low, blink']]],
    [
      '100-240v 50/60hz',
      [
        ['volts', 100, 240],
        ['hertz', 50, 60],
      ],
    ],
  ] as const)('claim %s', (line, said) => {
    expect(claims(line)).toEqual(said);
  });
});

describe('a corrected part', () => {
  it('keeps its readings and what was joined to it, through corrections of corrections', () => {
    const specimen = specimenOf(
      'V1 5v on A G',
      'R1 100r on A B',
      'D1 led white 5mm on B G',
      'R1 1.85v',
      'join R1.2 X',
      'correct R1 220r',
      'correct R1 330r',
    );
    expect(specimen.circuit.parts.find(({ ref }) => ref === 'R1')).toMatchObject({ ohms: 330 });
    expect(specimen.tape.filter(({ problem }) => problem !== undefined)).toEqual([]);
    expect(specimen.readings).toHaveLength(1);
  });
});

describe('a line that is accepted', () => {
  it('is one that the tape takes', () => {
    expect(outcomeOf('join A G', 'V1 5v on A G', 'R1 100r on A G')).toMatchObject({ kind: 'unread' });
    expect(outcomeOf('R2 10r on A A2', 'V1 5v on A G', 'R1 100r on A G')).toMatchObject({ kind: 'entry' });
  });
});

describe('how far what is typed may be off', () => {
  it.each([
    ['R1 100r ±5%', { tolerance: 0.05 }],
    ['R1 100r +-1%', { tolerance: 0.01 }],
    ['R1 100r ± 2r', { tolerance: 0.02 }],
    ['C1 4.7uf 400v 20%', { tolerance: 0.2 }],
    ['L1 4.7mh ±10%', { tolerance: 0.1 }],
    ['Z1 zener 5v1 ±0.2v', { tolerance: 0.2 / 5.1 }],
    ['U1 sink 20ma 2v ±1ma', { tolerance: 0.05 }],
    ['U1 sink ref 0.6v R2 ±3%', { tolerance: 0.03 }],
    ['V1 5v ±5%', { tolerance: 0.05 }],
    ['V1 230v 50hz ±6%', { kind: 'ac', tolerance: 0.06 }],
    ['B1 18650 ±0.1v', { kind: 'battery', tolerance: 0.1 / 4.2 }],
    ['F1 fuse 0.5a 20%', { tolerance: 0.2 }],
    ['D1 led white 5mm ±0.1v', { spread: { voltsShift: 0.05 } }],
    ['D1 diode ±0.05v', { spread: { voltsShift: 0.025 } }],
  ])('%s', (line, fields) => {
    expect(outcomeOf(line)).toMatchObject({ kind: 'entry', draft: { kind: 'part', part: fields } });
  });

  it.each(['R1 100r ±', 'R1 100r ±x', 'R1 100r ±0%', 'R1 100r ±500%', 'D1 led white 5mm ±5%', 'R1 100r ±2v'])(
    '%s is refused in words',
    (line) => {
      expect(outcomeOf(line)).toMatchObject({ kind: 'unread', message: expect.stringMatching(/^[RD]1: /) });
    },
  );
});

describe('what is between a plug and its board, and what is printed on a chip', () => {
  const lamp = ['V1 usb 5v on P G', 'W1 wire 1.6r on P A', 'R1 3.3r on A B', 'D1 led white 2835 x14 in parallel on B G'];

  it('a wire has ohms, no rating, and is no resistor of anybody’s', () => {
    const { parts } = specimenOf(...lamp).circuit;
    expect(parts.find(({ ref }) => ref === 'W1')).toMatchObject({ kind: 'resistor', ohms: 1.6, lead: true });
    expect(parts.find(({ ref }) => ref === 'D1')).toMatchObject({ parallel: 14 });
    const roles = recognise(specimenOf(...lamp).circuit).flatMap((one) => one.roles.ballast ?? []);
    expect([roles.includes('R1'), roles.includes('W1')]).toEqual([true, false]);
    const analysis = appraise(analysisOf(specimenOf(...lamp), 0));
    expect(analysis.ok && analysis.value.stresses.some(({ ref }) => ref === 'W1')).toBe(false);
  });

  it('a mark that no table knows stands on the part', () => {
    expect(outcomeOf('Q1 nmos K2N on C K G', ...lamp)).toMatchObject({
      kind: 'entry',
      draft: { part: { kind: 'mosfet', marking: 'K2N' } },
      meaning: expect.stringContaining('marked K2N'),
    });
    expect(outcomeOf('Q1 nmos wobbly on C K G', ...lamp)).toMatchObject({ kind: 'unread' });
  });
});
