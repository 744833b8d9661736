import { describe, expect, it } from '@jest/globals';
import { partOf } from '../circuit/index.ts';
import { applyMoves, type CircuitMove, presentCircuit } from '../rework/index.ts';
import { completeDraft, type Entry, replay } from '../tape/index.ts';
import { benchContext, parseBenchLine, readSupply } from './index.ts';

const LAMP = [
  'V1 ac 230v 50hz on L N',
  'R1 22r on L A',
  'C1 824 400v on A B',
  'B1 bridge on B N P M',
  'R2 mark 474 on P M',
  'D1 led white 24 series on P M',
];

function tapeOf(lines: readonly string[]): Entry[] {
  const tape: Entry[] = [];
  for (const line of lines) {
    const outcome = parseBenchLine(line, benchContext(replay(tape)));
    if (outcome.kind !== 'entry') throw new Error(`${line}: ${JSON.stringify(outcome)}`);
    tape.push(completeDraft(outcome.draft, `entry-way-${tape.length}`, '2026-03-07T10:00:00Z'));
  }
  return tape;
}

const lamp = replay(tapeOf(LAMP));
const torch = replay(tapeOf(['B1 3 aaa alkaline on P M', 'R1 10r on P A', 'D1 led white on A M']));

function movesOf(line: string, specimen = lamp): readonly CircuitMove[] {
  const outcome = parseBenchLine(line, benchContext(specimen));
  if (outcome.kind !== 'entry' || outcome.draft.kind !== 'way') throw new Error(JSON.stringify(outcome));
  return outcome.draft.moves;
}

describe('a way of one’s own on the bench line', () => {
  it.each<[string, Partial<CircuitMove>]>([
    ['way C1 330n X2', { move: 'replace-capacitor', ref: 'C1', farads: 330e-9, rated: { class: 'X2' } } as Partial<CircuitMove>],
    ['way R1 82r 1w', { move: 'replace-resistor', ref: 'R1', ohms: 82, rated: { watts: 1 } } as Partial<CircuitMove>],
    ['way r1 fusible 10r', { move: 'replace-resistor', ref: 'R1', ohms: 10, fusible: true } as Partial<CircuitMove>],
    ['way R1 +33r', { move: 'insert-resistor', ref: 'R3', at: { ref: 'R1', pin: 0 }, ohms: 33 } as Partial<CircuitMove>],
    ['way R1 across 100r', { move: 'parallel-resistor', across: 'R1', ohms: 100 } as Partial<CircuitMove>],
    ['way R2 off', { move: 'remove-part', ref: 'R2' }],
    ['way link D1 3', { move: 'link-out', ref: 'D1', chips: 3 } as Partial<CircuitMove>],
    ['way bleed C1 1M', { move: 'add-bleeder', across: 'C1', ohms: 1e6 } as Partial<CircuitMove>],
    ['way fuse 250ma', { move: 'add-fuse', at: { ref: 'V1', pin: 0 }, rated: { amps: 0.25 } } as Partial<CircuitMove>],
    [
      'way D1 led red 5mm',
      { move: 'replace-led', ref: 'D1', led: expect.objectContaining({ colour: 'red', body: '5mm' }) } as Partial<CircuitMove>,
    ],
  ])('“%s”', (line, move) => {
    expect(movesOf(line)).toMatchObject([move]);
  });

  it('several with a comma between them, each on what the one before left', () => {
    const moves = movesOf('way C1 330n X2, bleed C1 1M, R1 fusible 10r');
    expect(moves.map(({ move }) => move)).toEqual(['replace-capacitor', 'add-bleeder', 'replace-resistor']);
    expect(partOf(applyMoves(lamp.circuit, moves), 'R3')).toMatchObject({ ohms: 1e6 });
  });

  it('other cells', () => {
    expect(movesOf('way cells 3 aaa nimh', torch)).toMatchObject([
      { move: 'replace-cells', ref: 'B1', chemistry: 'nimh', size: 'AAA', series: 3 },
    ]);
  });

  it.each([
    ['way', /what is changed/],
    ['way R9 10r', /R9 is not on the board/],
    ['way R1', /what in its place/],
    ['way R1 +much', /how many ohms/],
    ['way link R1', /an LED of the board/],
    ['way link D1 99', /1 to 23/],
    ['way cells 3 aa nimh', /does not run on cells/],
    ['way fuse big', /how many amps/],
    ['way bleed R1 1M', /a capacitor of the board/],
    ['way B1 other', /not known here/],
  ])('“%s” is refused in words', (line, message) => {
    expect(parseBenchLine(line, benchContext(lamp))).toMatchObject({ kind: 'unread', message: expect.stringMatching(message) });
  });
});

describe('a goal on the bench line', () => {
  it.each([
    ['goal D1 15ma', { led: 'D1', aim: 'chip-amps', value: 0.015 }],
    ['goal d1 0.8x', { led: 'D1', aim: 'rated-share', value: 0.8 }],
    ['goal 2.2w', { aim: 'supply-watts', value: 2.2 }],
    ['goal most light', { aim: 'most-light' }],
    ['goal safe', { aim: 'none' }],
  ])('“%s”', (line, wanted) => {
    expect(parseBenchLine(line, benchContext(lamp))).toMatchObject({ kind: 'entry', draft: { kind: 'goal', wanted } });
  });
});

describe('a supply in words', () => {
  const at = { ref: 'V1', pins: ['L', 'N'] } as Parameters<typeof readSupply>[1];
  it.each([
    ['230v 50hz', { kind: 'ac', voltsRms: 230, hertz: 50, pins: ['L', 'N'] }],
    ['12.7v', { kind: 'dc', volts: 12.7 }],
    ['11.4-14.4v', { kind: 'dc', volts: expect.closeTo(12.9, 9), tolerance: expect.closeTo(0.116, 3) }],
    ['11.4 to 14.4 v', { kind: 'dc', volts: expect.closeTo(12.9, 9) }],
    ['3 aa nimh', { kind: 'battery', chemistry: 'nimh', series: 3 }],
  ])('“%s”', (text, part) => {
    expect(readSupply(text, at)).toMatchObject(part);
  });
  it.each(['', 'lots', '0v', '14.4-11.4v'])('“%s” is none', (text) => {
    expect(typeof readSupply(text, at)).toBe('string');
  });
});

describe('trials', () => {
  const change = (ohms: number) => ({
    kind: 'rework' as const,
    title: `${ohms} Ω for R1`,
    changes: [{ move: 'replace-resistor' as const, ref: 'R1', ohms }],
  });
  const draft = (index: number, one: Parameters<typeof completeDraft>[0]) =>
    completeDraft(one, `entry-trial-${index}`, '2026-03-07T11:00:00Z');
  const tape = tapeOf(['B1 3 aaa alkaline on P M', 'R1 10r on P A', 'D1 led white on A M']);
  const read: Parameters<typeof completeDraft>[0] = {
    kind: 'reading',
    place: { at: 'part', ref: 'R1' },
    figures: [{ unit: 'volts', value: 0.5, uncertainty: 0.01 }],
    condition: {},
  };

  it('taken back, the thing is as before, and what is read then is of that state', () => {
    const after = replay([...tape, draft(1, change(22)), draft(2, read), draft(3, { kind: 'proof', verdict: 'back' }), draft(4, read)]);
    expect([after.state, after.reworks.length]).toEqual([0, 1]);
    expect(after.readings.map(({ rework }) => rework)).toEqual([1, 0]);
    expect(partOf(presentCircuit(after), 'R1')).toMatchObject({ ohms: 10 });
  });

  it('another one starts from where it is, or from any state that it names', () => {
    const second = replay([...tape, draft(1, change(22)), draft(2, { kind: 'proof', verdict: 'back' }), draft(3, change(33))]);
    expect([second.state, second.reworks[1]?.from]).toEqual([2, 0]);
    expect(partOf(presentCircuit(second), 'R1')).toMatchObject({ ohms: 33 });
    const onTop = replay([...tape, draft(1, change(22)), draft(2, { ...change(47), from: 1 })]);
    expect(onTop.reworks[1]?.from).toBe(1);
    expect(replay([...tape, draft(1, { ...change(22), from: 7 })]).tape.at(-1)?.problem).toMatch(/no state 7/);
  });

  it('ways of one’s own are of the state that they were made for; steps are ticked of a way that was taken', () => {
    const own = { kind: 'way' as const, moves: [{ move: 'replace-resistor' as const, ref: 'R1', ohms: 15 }] };
    expect(replay([...tape, draft(1, own)]).ownWays).toHaveLength(1);
    expect(replay([...tape, draft(1, own), draft(2, change(22))]).ownWays).toEqual([]);
    const ticked = replay([...tape, draft(1, change(22)), draft(2, { kind: 'tick', rework: 'entry-trial-1', step: 'lift-1' })]);
    expect(ticked.reworks[0]?.ticked.map(({ step }) => step)).toEqual(['lift-1']);
    expect(replay([...tape, draft(1, { kind: 'tick', rework: 'entry-none-9', step: 'lift-1' })]).tape.at(-1)?.problem).toMatch(
      /was not taken/,
    );
  });

  it('a tape of before, with a chip current for a goal and “change” for “move”, reads the same', () => {
    const older = [
      { kind: 'goal', ref: 'D1', chipAmps: 0.01, id: 'entry-older-1', at: '2026-03-07T11:00:00Z' },
      {
        kind: 'rework',
        title: '22 Ω for R1',
        changes: [{ change: 'replace-resistor', ref: 'R1', ohms: 22 }],
        id: 'entry-older-2',
        at: '2026-03-07T11:01:00Z',
      },
    ] as unknown as Entry[];
    const specimen = replay([...tape, ...older]);
    expect(specimen.tape.some(({ problem }) => problem !== undefined)).toBe(false);
    expect(specimen.goal).toEqual({ led: 'D1', aim: 'chip-amps', value: 0.01 });
    expect(partOf(presentCircuit(specimen), 'R1')).toMatchObject({ ohms: 22 });
  });
});
