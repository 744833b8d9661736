import { describe, expect, it } from '@jest/globals';
import { entriesOf, outcomeOf } from './tape.testing.ts';

const board = ['V1 5v usb', 'R1 red violet black gold on V1.+ X', 'D1 led white on X V1.-'];

describe('readings', () => {
  it('say what they mean before Enter', () => {
    expect(outcomeOf('R1 0.94v', ...board)).toMatchObject({
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
    const outcome = outcomeOf(line, ...board);
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
    expect(outcomeOf('D1 chip 2.95v @ 30ma', ...board)).toMatchObject({
      meaning: expect.stringMatching(/^one chip of D1: 2\.95.*with 30(\.0)?\u2009mA from a bench supply/),
      draft: { condition: { chip: true } },
    });
    // As the next probe begins it, with the figure still to come.
    expect(outcomeOf('D1 chip @ 20ma 2.95v', ...board)).toMatchObject({ draft: { condition: { chip: true, supplied: { amps: 0.02 } } } });
    expect(outcomeOf('D1 2.95v @', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('@ 30ma') });
    expect(outcomeOf('D1 2.95v @ 30v', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('@ 30ma') });
    expect(outcomeOf('R1 0.5v @ 30ma', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('Only an LED') });
    expect(outcomeOf('D1 chip 2.95v', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('which current') });
    expect(outcomeOf('D1 2.95v @ 30ma', ...board, 'live')).toMatchObject({ kind: 'unread', message: expect.stringContaining('dead') });
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
    expect(outcomeOf(line, ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining(words) });
  });

  it('along a track keep the names of its two ends', () => {
    expect(entriesOf(...board, 'V1.+ to R1.1 3mv').at(-1)).toMatchObject({ place: { at: 'nets', plus: 'V1.1', minus: 'R1.1' } });
  });

  it('of ripple are from the lowest to the highest', () => {
    const [, , , ripple] = entriesOf(...board, 'R1 ripple 120mv');
    expect(ripple).toMatchObject({ figures: [{ unit: 'volts', value: 0.12, statistic: 'ripple' }] });
    expect(outcomeOf('R1 ripple 120mv', ...board)).toMatchObject({ meaning: expect.stringContaining('ripple 120') });
    expect(outcomeOf('R1 ripple -1v', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('not negative') });
    expect(outcomeOf('R1 ripple 5r', ...board)).toMatchObject({ kind: 'unread', message: expect.stringContaining('volts or amps') });
  });

  it('take doubt, limits and conditions', () => {
    expect(outcomeOf('R1 ~0.94v ±0.1 cold rework 2', ...board)).toMatchObject({
      draft: { figures: [{ doubtful: true, uncertainty: 0.05 }], condition: { cold: true, rework: 2, state: 'live' } },
    });
  });

  it('of ohms are refused while the bench is live, with the reason', () => {
    expect(outcomeOf('R1 26.8r', ...board, 'R1 0.94v')).toMatchObject({
      kind: 'unread',
      message: expect.stringMatching(/only read dead.*live/),
    });
    expect(outcomeOf('R1 26.8r dead', ...board, 'R1 0.94v').kind).toBe('entry');
  });
});

describe('light beside the axis of a beam', () => {
  it.each([
    ['lux 300 @ 1m 20deg', 20],
    ['lux 300 @ 1m -20°', 20],
    ['lux 300 @ 1m 7,5deg', 7.5],
    ['lux 300 @ 1m', undefined],
    ['lux 300 @ 1m 0deg', undefined],
  ])('%s', (line, degrees) => {
    const outcome = outcomeOf(line);
    expect(outcome).toMatchObject({ kind: 'entry', draft: { kind: 'reading', figures: [{ unit: 'lux', value: 300 }] } });
    expect(
      outcome.kind === 'entry' && outcome.draft.kind === 'reading' && 'degrees' in outcome.draft.place
        ? outcome.draft.place.degrees
        : undefined,
    ).toBe(degrees);
  });

  it.each([
    ['lux 300 @ 1 m', 1],
    ['lux 300 @ 50cm 20deg', 0.5],
    ['lux @ 2m 300', 2],
  ])('%s is read from where it says', (line, metres) =>
    expect(outcomeOf(line)).toMatchObject({ kind: 'entry', draft: { place: { at: 'light', metres } } }),
  );

  it.each(['lux 300 @ 0m', 'lux 300 @', 'lux 300 @ there', 'lux -3 @ 1m'])(
    '%s is refused: a distance is above zero, and light not below',
    (line) => expect(outcomeOf(line)).toMatchObject({ kind: 'unread', message: expect.stringMatching(/above zero|negative/) }),
  );

  it('is no angle beyond behind, and none of anything but light', () => {
    expect(outcomeOf('lux 300 @ 1m 200deg').kind).not.toBe('entry');
    expect(outcomeOf('in 5v 20deg').kind).not.toBe('entry');
  });
});

describe('what stands behind a figure', () => {
  const board = ['V1 5v usb', 'R1 27r on V1.+ X'];

  it.each(['R1 0.94v ±2 % live', 'R1 0.94v +-2% live', 'R1 0.94v +/-0.0188v live', 'R1 0.94v ±2% live'])('%s: its limits', (line) =>
    expect(outcomeOf(line, ...board)).toMatchObject({
      kind: 'entry',
      draft: { figures: [{ unit: 'volts', value: 0.94, uncertainty: expect.closeTo(0.0094, 9) }] },
    }),
  );

  it.each(['avg', 'rms', 'max', 'AC'])('R1 0.94v %s: said to go by the meter, and not that R1 is on the board already', (word) =>
    expect(outcomeOf(`R1 0.94v ${word} live`, ...board)).toMatchObject({
      kind: 'unread',
      message: expect.stringContaining('by the meter in hand'),
    }),
  );
});
