import { describe, expect, it } from '@jest/globals';
import { sayMinutes } from './index.ts';
import { outcomeOf, specimenOf } from './tape.testing.ts';

const ROW = ['V1 5v on A G', 'R1 39r on A B', 'D1-D9 led white 9 parallel on B G'];

describe('what is typed with its value', () => {
  it.each([
    [45, '45 min'],
    [90, '90 min'],
    [120, '2 h'],
    [150, '2.5 h'],
    [24 * 60, '24 h'],
    [2 * 24 * 60, '2 days'],
    [4 * 7 * 24 * 60, '4 weeks'],
    [9 * 7 * 24 * 60, '9 weeks'],
    [1.5, '1.5 min'],
    [30.4375 * 24 * 60, '1 month'],
    [60.875 * 24 * 60, '2 months'],
    [365.25 * 24 * 60, '1 year'],
  ])('%d minutes are %s', (minutes, said) => {
    expect(sayMinutes(minutes)).toBe(said);
  });

  it('how long something charges, and when it is looked at again, are said as typed', () => {
    expect(outcomeOf('charge 2h')).toMatchObject({ meaning: expect.stringContaining('2 h') });
    expect(outcomeOf('again in 4 weeks: the crimp')).toMatchObject({ meaning: 'again in 4 weeks: the crimp' });
  });

  it('a goal of amps is of the hardest driven LED where none is named, and of its whole row where one of it is', () => {
    expect(outcomeOf('goal 15ma', ...ROW)).toMatchObject({ draft: { wanted: { aim: 'chip-amps', value: 0.015 } } });
    expect(outcomeOf('goal d4 15ma', ...ROW)).toMatchObject({ draft: { wanted: { aim: 'chip-amps', led: 'D1-D9' } } });
    expect(outcomeOf('goal D12 15ma', ...ROW)).toMatchObject({ kind: 'unread' });
  });

  it('a coil by its colours: brown, black and a brown nought are 100 microhenries, silver is 10 %', () => {
    const [coil] = specimenOf('L1 brown black brown silver 1.2r on A B').circuit.parts;
    expect(coil).toMatchObject({ tolerance: 0.1, ohms: 1.2, marking: 'brown black brown silver' });
    expect(coil && 'henries' in coil && coil.henries).toBeCloseTo(100e-6, 12);
    expect(outcomeOf('L1 brown black on A B')).toMatchObject({ kind: 'unread', message: expect.stringContaining('is no inductance') });
  });

  it('a transistor’s gain with its word or without', () => {
    const [named, bare] = ['Q1 npn gain 200 on C B E', 'Q1 npn 200 on C B E'].map((line) => outcomeOf(line));
    expect(named).toEqual(bare);
    expect(named).toMatchObject({ draft: { part: { beta: 200 } } });
  });

  it('an LED by its watts: of several it is asked whether each takes them, or all together', () => {
    const rating = (line: string) => outcomeOf(line) as unknown as { draft: { part: { rated: object } } };
    for (const line of ['D1 led white 1w', 'D1 led rated 1 w white', 'D1 led 1w each 3 series', 'D1 led 3w all 3 series']) {
      expect(rating(line).draft.part.rated).toEqual({ watts: 1 });
    }
    expect(rating('D1 led warm 1w rated 350ma').draft.part.rated).toEqual({ watts: 1, amps: 0.35 });
    expect(outcomeOf('D1 led white 9w 3 series 3 parallel')).toMatchObject({
      kind: 'unread',
      message: expect.stringContaining('9 W of each of 9 LEDs, or of all together? Write “9w each” or “9w all”'),
    });
  });

  it('a resistor’s size by its fraction of a watt, with a space or without', () => {
    for (const line of ['R1 27r 1/4w on A B', 'R1 27 ohm 1/4 W on A B']) {
      expect(outcomeOf(line)).toMatchObject({ draft: { part: { ohms: 27, rated: { watts: 0.25 } } } });
    }
  });

  it.each([
    ['BR1 on A B P M', { ref: 'BR1', kind: 'bridge' }],
    ['LED1 white on A B', { ref: 'LED1', kind: 'led' }],
    ['LED3-LED5 white parallel on A B', { ref: 'LED3-LED5', kind: 'led', parallel: 3 }],
    ['EC1 10uf 400v on A B', { kind: 'capacitor', farads: 10e-6 }],
    ['FR1 10r on A B', { kind: 'resistor', ohms: 10 }],
    ['ZD1 12v on A B', { kind: 'zener', zenerVolts: 12 }],
    ['NTC1 10r 3000 on A B', { kind: 'thermistor' }],
    ['MOV1 390v on A B', { kind: 'varistor' }],
    ['LDR1 20k 5lux on A B', { kind: 'photoresistor' }],
    ['IC1 20ma 2v on A B', { kind: 'sink', amps: 0.02 }],
    ['BT1 li-ion on A B', { kind: 'battery' }],
    ['SW1 on A B', { kind: 'switch' }],
    ['L1 92r 100mh on A B', { kind: 'inductor', henries: 0.1, ohms: 92 }],
    ['L1 4R7 0.1r on A B', { kind: 'inductor', henries: 4.7e-6, ohms: 0.1 }],
    ['K1 relay open on A B', { kind: 'switch', closed: false, note: 'relay' }],
    ['S2 slide on A B', { kind: 'switch', closed: true, note: 'slide' }],
    ['V1 usb on A G', { kind: 'dc', volts: 5, note: 'USB' }],
    ['V1 usb 9v 2a on A G', { kind: 'dc', volts: 9, rated: { amps: 2 } }],
    ['FU1 500ma on A B', { kind: 'fuse' }],
  ])('%s: what boards print in front of a number stands for a kind', (line, part) => {
    expect(outcomeOf(line)).toMatchObject({ kind: 'entry', draft: { part } });
  });

  it('other letters in front of a number are a part only where the line says its kind', () => {
    expect(outcomeOf('XY1 led white on A B')).toMatchObject({ draft: { part: { ref: 'XY1', kind: 'led' } } });
    expect(outcomeOf('GU10 lamp')).toMatchObject({ kind: 'unread', message: expect.stringContaining('As a note it would be kept') });
    expect(outcomeOf('TR1 61c', 'R1 10r on A B')).toMatchObject({ draft: { place: { at: 'surface', name: 'R1' } } });
  });

  it.each([
    ['D1 led white 3.1v@20ma', 'D1 led white 3.1v @ 20ma'],
    ['lux 300@1m', 'lux 300 @ 1m'],
    ['lux 300 @1m', 'lux 300 @ 1m'],
    ['C1 100uF/16V on A B', 'C1 100uF 16V on A B'],
    ['B1 3xAA alkaline on A B', 'B1 3 AA alkaline on A B'],
    ['B1 2x18650 on A B', 'B1 2 18650 on A B'],
    ['R1: 10r on A B', 'R1 10r on A B'],
    ['R1 = 10r on A B', 'R1 10r on A B'],
  ])('%s is %s', (typed, apart) => {
    expect(outcomeOf(typed)).toMatchObject({ kind: 'entry' });
    expect(outcomeOf(typed)).toEqual(outcomeOf(apart));
  });

  it('watts of a part are its rating, which no meter shows: a reading of them is refused, but of a supply', () => {
    const board = ['V1 12v on P G', 'R1 100r on P A', 'D1 led white on A G'];
    for (const line of ['R1 1/4w', 'D1 1w']) {
      expect(outcomeOf(line, ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('Its rating is entered with') });
    }
    expect(outcomeOf('in 1.2w', ...board)).toMatchObject({ kind: 'entry' });
    expect(outcomeOf('V1 1.2w', ...board)).toMatchObject({ kind: 'entry' });
  });

  it('an uncertainty in percent of its figure, or in its unit: both are the limits, two standard deviations', () => {
    expect(outcomeOf('in 5v ±2%')).toMatchObject({ draft: { figures: [{ value: 5, uncertainty: 0.05 }] } });
    expect(outcomeOf('in 5v ±0.1v')).toMatchObject({ draft: { figures: [{ value: 5, uncertainty: 0.05 }] } });
    expect(outcomeOf('in ±2%')).toMatchObject({ kind: 'unread' });
  });

  it('a word that is no figure, where only a reading can stand, is named', () => {
    expect(outcomeOf('in 5v 41ma after soon')).toMatchObject({ message: expect.stringMatching(/^“after” is no figure/) });
    expect(outcomeOf('in 230v pf 3')).toMatchObject({ message: expect.stringContaining('up to 1') });
    expect(outcomeOf('lux bright')).toMatchObject({ message: expect.stringContaining('“bright”') });
  });

  it('cells in parallel with their number before the word or behind it', () => {
    const [before, behind] = ['B1 3 aa alkaline 2 parallel on A B', 'B1 3 aa alkaline parallel 2 on A B'].map((line) => outcomeOf(line));
    expect(before).toEqual(behind);
    expect(before).toMatchObject({ draft: { part: { series: 3, parallel: 2 } } });
  });

  it('a claim whose name stands behind its figure', () => {
    expect(outcomeOf('claim 120 deg beam box')).toEqual(outcomeOf('claim 120 deg box'));
    expect(outcomeOf('claim 15000h life 60lm box')).toMatchObject({ draft: { field: 'lifeHours', value: 15_000 }, more: [{ value: 60 }] });
  });

  it('figures between two nets: the line that was meant is offered', () => {
    expect(outcomeOf('A G 4.9v', ...ROW)).toMatchObject({ kind: 'unread', nearest: 'A to G 4.9v' });
    expect(outcomeOf('A to G 4.9v', ...ROW)).toMatchObject({ kind: 'entry' });
  });

  it.each([
    ['R1 33kv', 'R1 1400v'],
    ['in 3000a', 'in 1500a'],
    ['Tcase 1400c', 'Tcase 1300c'],
  ])('%s is beyond the highest range of any meter; %s is not', (beyond, within) => {
    expect(outcomeOf(beyond, ...ROW)).toMatchObject({ kind: 'unread', message: expect.stringContaining('unit and its prefix') });
    expect(outcomeOf(within, ...ROW)).toMatchObject({ kind: 'entry' });
  });
});
