import { describe, expect, it } from '@jest/globals';
import { differenceOf, recognise } from '../arrangement/index.ts';
import { markedChips } from '../details/index.ts';
import { planWatts } from '../draw/index.ts';
import { sharesOf } from '../drive/index.ts';
import { semiconductorMarkSchema } from '../marking/index.ts';
import { solve } from '../solve/index.ts';
import { outcomeOf, specimenOf, type TestLine } from './tape.testing.ts';

const LINEAR = ['V1 24v on P G', 'D1 white series 6 on P K', 'R2 30r on S G'] as const;
const STEP_UP: readonly string[] = [
  'V1 3v on P G',
  'L1 22uH on P X',
  'D1 diode schottky on X O',
  'C1 10uF on O G',
  'D2-D5 led white series on O F',
  'R1 4.7r on F G',
];

function ledAmps(...lines: readonly TestLine[]): number {
  const { circuit } = specimenOf(...lines);
  const solution = solve(circuit);
  if (!solution.ok) throw new Error(solution.error.message);
  const led = circuit.parts.find(({ kind }) => kind === 'led');
  return solution.value.leds[led?.ref ?? '']?.chip.amps.avg ?? Number.NaN;
}

describe('a chip whose mark says how it is joined', () => {
  it('takes its pins from 1 on, and its current from what lies between two of them', () => {
    expect(outcomeOf('U1 mark LK20 sot-89 on K G S', ...LINEAR)).toMatchObject({
      kind: 'entry',
      meaning: expect.stringContaining('pin 1 led on K, pin 2 ground on G, pin 3 sense on S'),
      draft: { part: { kind: 'sink', pins: ['K', 'S'], referenceVolts: 0.6, sense: ['R2'], marking: 'LK20' } },
    });
    // 0.6 V over 30 Ω.
    expect(ledAmps(...LINEAR, 'U1 mark LK20 sot-89 on K G S')).toBeCloseTo(0.02, 4);
    expect(ledAmps(...LINEAR, 'R3 30r on S G', 'U1 on K G S mark LK20')).toBeCloseTo(0.04, 4);
  });

  it('finds behind its diode what is not one of its pins', () => {
    expect(outcomeOf('U1 mark K7B sot23-5 on X G F P P', ...STEP_UP)).toMatchObject({
      draft: { part: { kind: 'converter', mode: 'boost', pins: ['P', 'G', 'O', 'G'], senseVolts: 0.095, sense: ['R1'] } },
    });
    expect(ledAmps(...STEP_UP, 'U1 mark K7B sot23-5 on X G F P P')).toBeCloseTo(0.095 / 4.7, 4);
  });

  it('is placed where what sets its current is not entered yet, and is whole by its mark alone afterwards', () => {
    const before = [...LINEAR.slice(0, 2), 'U1 mark LK20 on K G S'];
    expect(outcomeOf('U1 mark LK20 on K G S', ...LINEAR.slice(0, 2))).toMatchObject({
      draft: { kind: 'place', pins: ['K', 'S'] },
      meaning: expect.stringContaining('between sense and ground'),
    });
    expect(ledAmps(...before, 'R2 30r on S G', 'U1 mark LK20')).toBeCloseTo(0.02, 4);
    const coilFirst = STEP_UP.filter((line) => !line.startsWith('D1'));
    expect(outcomeOf('U1 mark K7B on X G F P P', ...coilFirst)).toMatchObject({
      draft: { kind: 'place' },
      meaning: expect.stringContaining('the diode between switch and output first'),
    });
  });

  it('is a converter and holds nothing back by resistors; its coil and diode are part of it', () => {
    const { circuit } = specimenOf(...STEP_UP.with(1, 'L1 22uH 0.5a on P X'), 'U1 mark K7B sot23-5 on X G F P P');
    const solution = solve(circuit);
    if (!solution.ok) throw new Error(solution.error.message);
    const found = recognise(circuit, solution.value);
    expect(found.map(({ code }) => code)).toEqual(['module-converter', 'step-up']);
    expect(found.flatMap((one) => differenceOf(one, found, circuit).unusual)).toEqual([]);
    // The law of the converter leaves them without current: none of their figures is the true one.
    expect(sharesOf(circuit, solution.value).map(({ ref }) => ref)).not.toContain('L1');
    expect(planWatts(circuit, solution.value, recognise(circuit, solution.value))?.rectangles.map(({ ref }) => ref)).toEqual([
      'U1',
      'D2-D5',
      'R1',
    ]);
  });

  it('believes what is said before what is found', () => {
    expect(outcomeOf('U1 mark LK20 on K G S 18ma', ...LINEAR)).toMatchObject({ draft: { part: { amps: 0.018 } } });
    expect(outcomeOf('U1 mark LK20 on K G S R7', ...LINEAR, 'R7 30r on G Q')).toMatchObject({ draft: { part: { sense: ['R7'] } } });
    expect(outcomeOf('U1 mark LK20 on K G Z9.1', ...LINEAR)).toMatchObject({ kind: 'unread' });
    // The same mark on another body means another thing.
    expect(outcomeOf('U1 mark LK20 sot23-5 on K G S', ...LINEAR)).toMatchObject({
      message: expect.stringContaining('LK20 is known in sot-89, as linear constant-current sink, and not in sot23-5'),
    });
    expect(outcomeOf('U1 mark LK20 on K G', ...LINEAR)).toMatchObject({ message: expect.stringContaining('led, ground, sense') });
    expect(outcomeOf('U1 mark LK20 on ? G S', ...LINEAR)).toMatchObject({
      meaning: expect.stringContaining('where its led is comes first'),
    });
    expect(outcomeOf('U1 mark LK20 on K K K', ...LINEAR)).toMatchObject({ kind: 'unread' });
  });
});

describe('what stands around a chip by its mark', () => {
  it('is found on the board, or offered as the line that would enter it', () => {
    const [chip] = markedChips(specimenOf(...STEP_UP, 'U1 mark K7B sot23-5 on X G F P P'), []);
    expect(chip).toMatchObject({ ref: 'U1', pins: [{ name: 'switch', net: 'X' }, {}, {}, {}, { name: 'supply', net: 'P' }] });
    expect(chip?.setBy).toMatchObject({ volts: 0.095, refs: ['R1'], ohms: expect.closeTo(4.7) });
    expect(chip?.around.map(({ refs, line }) => line ?? refs.join())).toEqual(['L1', 'D1', 'C1', 'C2 10u on P G', 'R1']);
    // Each of those lines is one that the bench line takes.
    expect(outcomeOf('C2 10u on P G', ...STEP_UP)).toMatchObject({ kind: 'entry' });
    const [placed] = markedChips(specimenOf('V1 3v on P G', 'U1 mark K7B on X G F P P'), []);
    expect(placed?.line).toBeUndefined();
    expect(placed?.around.map(({ line }) => line)).toEqual([
      'L1 22uH on P X',
      'D1 schottky on X output',
      'C1 10u on output G',
      'C2 10u on P G',
      'R1 4r7 on F G',
    ]);
    for (const { line = '' } of placed?.around ?? []) expect(outcomeOf(line, 'V1 3v on P G')).toMatchObject({ kind: 'entry' });
    const [ready] = markedChips(specimenOf('V1 24v on P G', 'U1 mark LK20 on K G S', 'R1 30r on S G'), []);
    expect(ready?.line).toBe('U1 mark LK20');
  });
});

describe('what a mark says of how its chip is joined', () => {
  const good = { mark: 'Q1', what: 'driver', pins: 'led, ground, sense', joins: 'led, sense', setBy: 'sense-ground' };

  it.each([
    [{ joins: 'led, gate' }, 'joins'],
    [{ setBy: 'sense' }, 'setBy'],
    [{ setBy: 'sense-output', around: 'R sense-output' }, 'setBy'],
    [{ around: 'X 5 led-ground' }, 'around'],
    [{ pins: undefined }, 'pins'],
  ])('is refused by the field: %j', (changed, field) => {
    expect(semiconductorMarkSchema.safeParse(good).success).toBe(true);
    expect(semiconductorMarkSchema.safeParse({ ...good, ...changed }).error?.issues[0]?.path).toEqual([field]);
  });
});
