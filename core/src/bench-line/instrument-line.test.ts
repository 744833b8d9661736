import { describe, expect, it } from '@jest/globals';
import { QUANTITIES, QUANTITY_UNITS } from '../meter/index.ts';
import { askedBy, benchContext, kindFor, lineOf, parseBenchLine } from './index.ts';
import { specimenOf } from './tape.testing.ts';

const contextOf = (...lines: string[]) => benchContext(specimenOf(...lines));

const CLIP = ['V1 5v usb', 'R1 39r on V1.+ X', 'D1 led white on X V1.-', 'C1 10uF on X V1.-'];

describe('a slot on the bench line, for an instrument', () => {
  const live = contextOf(...CLIP, 'live');
  const dead = contextOf(...CLIP, 'dead');

  it.each([
    ['R1 ', { line: 'R1', quantity: 'volts-dc', heldTo: ['R1'] }],
    ['in', { line: 'in', quantity: 'in-line-dc' }],
    ['source ', { line: 'source', quantity: 'volts-dc', heldTo: ['source'] }],
    ['X ', { line: 'X', quantity: 'volts-dc', heldTo: ['R1.2', 'V1.2'] }],
    ['V1.+ to X', { line: 'V1.+ to X', quantity: 'volts-dc', heldTo: ['V1.1', 'R1.2'] }],
    ['Tcase ', { line: 'Tcase', quantity: 'celsius', surface: 'case' }],
    ['lux', { line: 'lux', quantity: 'lux' }],
  ])('live, “%s” wants its reading', (text, asked) => expect(askedBy(text, live)).toEqual(asked));

  it('a net by itself is held against what its reading will be placed against', () => {
    const bell = ['V1 ac 12v 50hz on L N', 'B1 bridge on L N P M', 'R1 100r on P K', 'D1 led white on K M'];
    expect(askedBy('K', { ...contextOf(...bell), benchState: 'live' })).toMatchObject({ heldTo: ['R1.2', 'B1.4'] });
  });

  it('of two supplies it takes the one that an analysis found, and none before', () => {
    const two = [...CLIP, 'V2 3v on P M', 'R2 1k on P Q', 'D2 led red on Q M', 'live'];
    const specimen = specimenOf(...two);
    expect(askedBy('X', benchContext(specimen))).toBeUndefined();
    expect(askedBy('X', benchContext(specimen, { mainSupply: 'V1' }))).toMatchObject({ heldTo: ['R1.2', 'V1.2'] });
  });

  it('dead, a resistor wants its ohms, a capacitor those of a leak, and nothing else is read', () => {
    for (const text of ['R1 ', 'C1 ']) expect(askedBy(text, dead)).toMatchObject({ quantity: 'ohms' });
    for (const text of ['D1 ', 'X ']) expect(askedBy(text, dead)).toBeUndefined();
  });

  it('while it does not work and is dead, one package is lit by itself', () => {
    const strip = ['V1 24v on A G', 'R1 120r on A B', 'D1-D6 led white 2835 6 series on B G', 'it does not light'];
    const asked = askedBy('d3 ', contextOf(...strip, 'dead'));
    // A die of about 2.8 V and a quarter more, in half volts; 5 mA.
    expect(asked).toEqual({ line: 'D3', quantity: 'lit-alone', heldTo: ['D3'], alone: { volts: 3.5, limitAmps: 0.005 } });
    expect(askedBy('D1-D6', contextOf(...strip, 'dead'))).toBeUndefined();
    expect(askedBy('D3 ', contextOf(...strip, 'live'))).toBeUndefined();
    const figures = (volts: number, amps: number) => [
      { unit: 'volts' as const, value: volts },
      { unit: 'amps' as const, value: amps },
    ];
    expect(asked && lineOf(asked, { figures: figures(2.812, 0.00501) })).toBe('D3 2.812v @ 5.01ma');
    expect(asked && lineOf(asked, { figures: figures(3.5, 2e-6) })).toBe('D3 dark');
  });

  it('a package of up to 30 V, which a bench supply gives and a hand may touch, and none of more', () => {
    const volts = (dice: number) => {
      const two = `D1-D2 led white 2835 ${2 * dice} series on B G`;
      return askedBy('D1 ', contextOf('V1 60v on A G', 'R1 120r on A B', two, 'it does not light', 'dead'))?.alone?.volts;
    };
    // 2.8 V a die and a quarter more, in half volts.
    expect(volts(8)).toBe(28);
    expect(volts(9)).toBeUndefined();
  });

  it('of several parts it is the one that is named: an LED has no ohms to read', () => {
    const both = contextOf(...CLIP, 'D2 led white on X V1.-', 'dead');
    expect(askedBy('R1 ', both)).toMatchObject({ quantity: 'ohms', heldTo: ['R1'] });
    expect(askedBy('D2 ', both)).toBeUndefined();
  });

  it('what a meter shows as a root mean square is asked for so', () => {
    expect(askedBy('R1 ', live, () => 'rms')).toMatchObject({ quantity: 'volts-ac' });
    const mains = contextOf('V1 ac 230v 50hz', 'C1 334 X2 on V1.1 X', 'R1 100r on X V1.2');
    expect(askedBy('V1', { ...mains, benchState: 'live' })).toMatchObject({ quantity: 'volts-ac' });
    expect(askedBy('in', { ...mains, benchState: 'live' })).toMatchObject({ quantity: 'in-line-ac' });
  });

  it('ripple is seen on an oscilloscope, but never where its clip would meet mains', () => {
    expect(askedBy('C1 ripple ', live)).toEqual({ line: 'C1 ripple', quantity: 'waveform', heldTo: ['C1'] });
    expect(askedBy('V1.+ to X ripple', live)).toMatchObject({ quantity: 'waveform', heldTo: ['V1.1', 'R1.2'] });
    expect(askedBy('C1 ripple ', dead)).toBeUndefined();
    const mains = contextOf('V1 ac 230v 50hz', 'C1 334 X2 on V1.1 X', 'R1 100r on X V1.2');
    expect(askedBy('R1 ripple', { ...mains, benchState: 'live' })).toBeUndefined();
    const bell = contextOf('V1 ac 12v 50hz', 'R1 100r on V1.1 V1.2');
    expect(askedBy('R1 ripple', { ...bell, benchState: 'live' })).toMatchObject({ quantity: 'waveform' });
  });

  it('an LED lit alone is read by hand', () => expect(askedBy('D1 @ 30ma ', dead)).toBeUndefined());

  it.each(['', '  ', 'R77 ', 'R1 0.94v', 'note hello', 'claim 5v', '? 5v', 'constructor'])('“%s” names no slot', (text) =>
    expect(askedBy(text, live)).toBeUndefined(),
  );
});

describe('what was measured, as a line', () => {
  const live = contextOf(...CLIP, 'live');

  it('reads back to the same figures', () => {
    const line = lineOf(
      { line: 'in' },
      {
        figures: [
          { unit: 'volts', value: 4.98765432 },
          { unit: 'amps', value: 0.117123 },
          { unit: 'watts', value: 0.584 },
        ],
      },
    );
    expect(line).toBe('in 4.98765v 117.123ma 0.584w');
    const outcome = parseBenchLine(line, live);
    expect(outcome).toMatchObject({ kind: 'entry', draft: { kind: 'reading', place: { at: 'in' } } });
    if (outcome.kind !== 'entry' || outcome.draft.kind !== 'reading') throw new Error('no reading');
    expect(outcome.draft.figures.map(({ value }) => value)).toEqual([4.98765, 0.117123, 0.584]);
  });

  it('of a waveform it is the swing, where ripple was asked for', () => {
    const figures = [
      { unit: 'volts', value: 4.9 },
      { unit: 'volts', value: 4.91 },
    ] as const;
    const waveform = { seconds: [0, 0.01, 0.02], volts: [4.6, 5.1, 4.7] };
    expect(lineOf({ line: 'C1 ripple' }, { figures, waveform })).toBe('C1 ripple 0.5v');
    expect(parseBenchLine('C1 ripple 0.5v', live)).toMatchObject({ draft: { figures: [{ value: 0.5, statistic: 'ripple' }] } });
  });

  it('has its time in a series, and survives the smallest and the largest figures', () => {
    expect(lineOf({ line: 'Tcase' }, { figures: [{ unit: 'celsius', value: 41.25 }] }, 90.4)).toBe('Tcase 41.25c after 90s');
    for (const value of [1e-7, -1.5, 0, 999.9, 1234.56]) {
      const line = lineOf({ line: 'R1' }, { figures: [{ unit: 'volts', value }] });
      expect(parseBenchLine(line, live)).toMatchObject({ kind: 'entry' });
    }
  });
});

it('every quantity has a kind of instrument, and figures', () => {
  for (const quantity of QUANTITIES) {
    expect(kindFor(quantity)).toBeDefined();
    expect(QUANTITY_UNITS[quantity].length).toBeGreaterThan(0);
  }
});
