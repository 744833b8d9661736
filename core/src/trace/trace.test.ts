import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { netsOfTrace, parseTrace, sayTraceContradiction, type TraceNets } from './index.ts';

type LooseSweep = { hold: string; over?: string[]; beeps?: { pad: string; ohms?: number }[] };
type LoosePart = { ref: string; kind?: string; pads: string[]; ohms?: number };

function nets(pads: string[], sweeps: LooseSweep[], parts: LoosePart[] = []): TraceNets {
  const trace = parseTrace({
    format: 'mindful-probe.trace',
    version: 1,
    pads,
    sweeps,
    parts: parts.map((part) => ({ kind: 'resistor', ...part })),
  });
  if (!trace.ok) throw new Error(trace.error.message);
  return netsOfTrace(trace.value);
}

const padsOf = ({ nets: list }: TraceNets) => list.map(({ pads }) => pads.join(' '));

describe('nets from hold and sweep', () => {
  it('beeps join, silence parts, and what follows is not asked again', () => {
    const found = nets(
      ['1', '2', '3', '4'],
      [
        { hold: '1', beeps: [{ pad: '2' }] },
        { hold: '3', over: ['4'] },
      ],
    );
    expect(padsOf(found)).toEqual(['1 2', '3', '4']);
    expect(found).toMatchObject({ settled: true, unknownPairs: 0, nextHold: null, doubtful: [], unexplained: [], contradictions: [] });
  });

  it('a beep through a known 9.1 ohm is doubtful where no ohms were read, and settled where they were', () => {
    const part = { ref: 'R1', pads: ['1', '2'], ohms: 9.1 };
    const doubtful = nets(['1', '2'], [{ hold: '1', beeps: [{ pad: '2' }] }], [part]);
    expect(doubtful).toMatchObject({
      settled: false,
      doubtful: [{ pads: ['1', '2'], because: ['R1'], ohms: 9.1, isMetered: false }],
      nextHold: null,
    });
    expect(padsOf(doubtful)).toEqual(['1', '2']);
    const read = nets(['1', '2'], [{ hold: '1', beeps: [{ pad: '2', ohms: 9.2 }] }], [part]);
    expect(read).toMatchObject({ settled: true, unexplained: [], doubtful: [] });
  });

  it('a beep at track ohms is a join unless a part of as few ohms lies there', () => {
    expect(
      padsOf(nets(['1', '2'], [{ hold: '1', beeps: [{ pad: '2', ohms: 0.2 }] }], [{ ref: 'R1', pads: ['1', '2'], ohms: 9.1 }])),
    ).toEqual(['1 2']);
    expect(
      nets(['1', '2'], [{ hold: '1', beeps: [{ pad: '2', ohms: 0.3 }] }], [{ ref: 'R1', pads: ['1', '2'], ohms: 0.22 }]).doubtful,
    ).toHaveLength(1);
  });

  it('are named by letters, and by two where there are more than 26', () => {
    const many = nets(
      Array.from({ length: 60 }, (_, index) => `p${index}`),
      [],
    ).nets;
    expect([0, 25, 26, 51, 52, 59].map((index) => many[index]?.name)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA', 'BH']);
  });

  it('ohms that no known part explains mean a part that was not entered', () => {
    expect(nets(['1', '2'], [{ hold: '1', beeps: [{ pad: '2', ohms: 6.1 }] }])).toMatchObject({
      unexplained: [{ pads: ['1', '2'], ohms: 6.1 }],
      settled: true,
    });
  });

  it('a chain of parts, and parts in parallel, explain what they come to', () => {
    const chain = [
      { ref: 'R1', pads: ['1', '2'], ohms: 4.7 },
      { ref: 'R2', pads: ['2', '3'], ohms: 3.3 },
    ];
    expect(nets(['1', '2', '3'], [{ hold: '1', over: ['3'], beeps: [{ pad: '3', ohms: 8.1 }] }], chain).unexplained).toEqual([]);
    const sideBySide = [
      { ref: 'R1', pads: ['1', '2'], ohms: 10 },
      { ref: 'R2', pads: ['1', '2'], ohms: 10 },
    ];
    expect(nets(['1', '2'], [{ hold: '1', beeps: [{ pad: '2', ohms: 5.1 }] }], sideBySide).unexplained).toEqual([]);
  });

  it('beeps through one part between the same two nets are in doubt together', () => {
    const found = nets(
      ['1', '3', '4', '5'],
      [
        { hold: '1', over: ['3', '4', '5'], beeps: [{ pad: '3', ohms: 0.1 }, { pad: '4' }, { pad: '5' }] },
        { hold: '4', over: ['1', '3', '5'], beeps: [{ pad: '1' }, { pad: '3' }, { pad: '5', ohms: 0.2 }] },
      ],
      [{ ref: 'R1', pads: ['3', '4'], ohms: 10 }],
    );
    expect(padsOf(found)).toEqual(['1 3', '4 5']);
    expect(found.doubtful.map(({ pads, because }) => [...pads, ...because])).toEqual([
      ['1', '4', 'R1'],
      ['1', '5', 'R1'],
      ['4', '3', 'R1'],
    ]);
  });

  it('a chain through a join counts the join as nothing', () => {
    const found = nets(
      ['1', '2', '3'],
      [{ hold: '1', over: ['2', '3'], beeps: [{ pad: '2', ohms: 0.1 }, { pad: '3' }] }],
      [{ ref: 'R1', pads: ['2', '3'], ohms: 4.7 }],
    );
    expect(padsOf(found)).toEqual(['1 2', '3']);
    expect(found.doubtful[0]?.because).toEqual(['R1']);
  });

  it('names the fewest sweeps that cannot all hold', () => {
    const found = nets(
      ['1', '2', '3', '4'],
      [
        { hold: '1', over: ['2'], beeps: [{ pad: '2', ohms: 0.1 }] },
        { hold: '2', over: ['3'], beeps: [{ pad: '3', ohms: 0.1 }] },
        { hold: '1', over: ['3'] },
        { hold: '4', over: ['1', '2', '3'] },
      ],
    );
    expect(found.contradictions).toEqual([{ sweeps: [0, 1, 2], parting: 2, pads: ['1', '3'] }]);
    const [contradiction] = found.contradictions;
    expect(contradiction && sayTraceContradiction(contradiction, (sweep) => `sweep ${sweep + 1}`)).toBe(
      'Sweep 3 says silence between 1 and 3; sweep 1 and sweep 2 together join them.',
    );
    expect(found.settled).toBe(false);
  });

  it.each([
    ['a pad that is not there', { pads: ['1'], sweeps: [{ hold: '9' }] }, 'sweeps.0.hold'],
    ['a beep at one', { pads: ['1', '2'], sweeps: [{ hold: '1', beeps: [{ pad: '9' }] }] }, 'sweeps.0.beeps.0.pad'],
    ['a part on one', { pads: ['1'], parts: [{ ref: 'R1', kind: 'resistor', pads: ['1', '7'], ohms: 1 }] }, 'parts.0.pads.1'],
    ['a pad twice', { pads: ['1', '1'] }, 'pads'],
    ['a pad against itself', { pads: ['1'], sweeps: [{ hold: '1', beeps: [{ pad: '1' }] }] }, 'sweeps.0.beeps.0.pad'],
    ['no pads', { pads: [] }, 'pads'],
  ])('refuses %s and says where', (_, document, path) => {
    expect(parseTrace({ format: 'mindful-probe.trace', version: 1, ...document })).toMatchObject({ ok: false, error: { path } });
  });
});

describe('the next hold', () => {
  /** Beeps out a board whose nets are known, as somebody who does what is proposed would. */
  function beepOut(netOfPad: readonly number[]): { holds: number; touches: number; found: TraceNets } {
    const pads = netOfPad.map((_, index) => `p${index}`);
    const sweeps: LooseSweep[] = [];
    let touches = 0;
    for (;;) {
      const found = nets(pads, sweeps);
      if (!found.nextHold) return { holds: sweeps.length, touches, found };
      const { hold, over } = found.nextHold;
      const net = netOfPad[pads.indexOf(hold)];
      touches += over.length;
      sweeps.push({
        hold,
        over: [...over],
        beeps: over.filter((pad) => netOfPad[pads.indexOf(pad)] === net).map((pad) => ({ pad, ohms: 0.1 })),
      });
    }
  }

  it('settles any board in no more holds than nets, and finds its nets', () => {
    const board = fc.array(fc.nat(14), { minLength: 2, maxLength: 60 });
    fc.assert(
      fc.property(board, (netOfPad) => {
        const { holds, found } = beepOut(netOfPad);
        expect(holds).toBeLessThanOrEqual(new Set(netOfPad).size);
        expect(found.settled).toBe(true);
        expect(found.nets).toHaveLength(new Set(netOfPad).size);
      }),
      { numRuns: 30, seed: 5 },
    );
  });

  it('a board of 60 pads in 15 nets wants at most 16 holds', () => {
    const { holds } = beepOut(Array.from({ length: 60 }, (_, index) => (index * 7) % 15));
    expect(holds).toBeLessThanOrEqual(16);
  });

  it('says how many pairs it settles', () => {
    const before = nets(['1', '2', '3', '4'], []);
    expect(before).toMatchObject({ unknownPairs: 6, nextHold: { settlesPairs: 3 } });
    expect(before.nextHold?.over).toHaveLength(3);
  });
});
