import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { seededRandom } from '../numeric/index.ts';
import { type Entry, type EntryDraft, entrySchema } from './entry.ts';
import { netOf } from './nets.ts';
import { replay } from './replay.ts';
import { sayContradiction } from './say-contradiction.ts';
import type { Specimen } from './specimen.ts';

let serial = 0;
function lay(draft: EntryDraft): Entry {
  serial += 1;
  return entrySchema.parse({ ...draft, id: `entry-${serial}-x`, at: '2026-03-07T10:00:00Z' });
}

const specimenOf = (...drafts: EntryDraft[]): Specimen => replay(drafts.map(lay));
const resistor = (ref: string, a: string, b: string, ohms: number): EntryDraft => ({
  kind: 'part',
  part: { ref, kind: 'resistor', pins: [a, b], ohms },
});
const sweep = (hold: string, over: string[], beeps: (string | [string, number])[]): EntryDraft => ({
  kind: 'sweep',
  hold,
  over,
  beeps: beeps.map((beep) => (typeof beep === 'string' ? { pad: beep } : { pad: beep[0], ohms: beep[1] })),
});

describe('continuity on the tape', () => {
  it('joins the pins of parts through the pads that beep', () => {
    const specimen = specimenOf(
      resistor('R1', '1', '2', 100),
      resistor('R2', '3', '4', 220),
      sweep('2', ['1', '3', '4'], ['3']),
      sweep('1', ['3', '4'], []),
      sweep('4', ['3'], []),
    );
    expect(specimen.tape.map(({ problem }) => problem)).toEqual([undefined, undefined, undefined, undefined, undefined]);
    expect(specimen.nets.map(({ pins, pads }) => [pins, pads])).toEqual([
      [['R1.1'], ['1']],
      [
        ['R1.2', 'R2.1'],
        ['2', '3'],
      ],
      [['R2.2'], ['4']],
    ]);
    expect(specimen.continuity).toMatchObject({ settled: true, pairs: 6, unknownPairs: 0, nextHold: null });
  });

  it('finds a net by its letter, a pin or a pad', () => {
    const specimen = specimenOf(resistor('R1', '1', '2', 100), resistor('R2', '3', '4', 220), sweep('2', ['1', '3', '4'], ['3']));
    const middle = specimen.nets.find(({ pins }) => pins.length === 2);
    for (const name of [middle?.name as string, 'R2.1', 'r1.2', '3']) expect(netOf(specimen.nets, name)).toBe(middle);
    expect(netOf(specimen.nets, '9')).toBeUndefined();
  });

  it('never letters a net like a pad', () => {
    const specimen = specimenOf({ kind: 'pad', pad: 'A' }, resistor('R1', 'R1.1', 'R1.2', 10), resistor('R2', 'R1.2', 'R2.2', 10));
    expect(specimen.nets.map(({ name }) => name)).toEqual(['R1.1', 'B', 'R2.2']);
  });

  it('leaves a beep dashed that a low resistor explains, until its ohms say what it is', () => {
    const sense = [resistor('R1', '1', '2', 2.2), sweep('1', ['2'], ['2'])] as const;
    const doubtful = specimenOf(...sense);
    expect(doubtful.continuity?.doubtful).toMatchObject([{ pads: ['1', '2'], because: ['R1'] }]);
    expect(doubtful.nets).toHaveLength(2);
    const settled = specimenOf(...sense, sweep('1', ['2'], [['2', 2.3]]));
    expect(settled.continuity).toMatchObject({ doubtful: [], settled: true });
    expect(settled.nets).toHaveLength(2);
  });

  it('takes the ohms as read for those on the marking', () => {
    const specimen = specimenOf(
      resistor('R1', '1', '2', 1000),
      { kind: 'reading', place: { at: 'part', ref: 'R1' }, figures: [{ unit: 'ohms', value: 1, uncertainty: 0.1 }], condition: {} },
      sweep('1', ['2'], ['2']),
    );
    expect(specimen.continuity?.doubtful).toMatchObject([{ because: ['R1'] }]);
  });

  it('does not join what would short a part, and names the holds that say so', () => {
    const specimen = specimenOf(resistor('R1', '1', '2', 4700), sweep('1', ['2'], ['2']));
    expect(specimen.nets).toHaveLength(2);
    const [contradiction] = specimen.continuity?.contradictions ?? [];
    expect(contradiction).toMatchObject({ code: 'short', ref: 'R1', pads: ['1', '2'] });
    expect(contradiction && sayContradiction(contradiction)).toContain('both pins of R1');
    expect(contradiction?.entries).toEqual([specimen.tape[1]?.entry.id]);
  });

  it('sets silence against what was said to be joined, naming both entries; striking one is enough', () => {
    const entries = [{ kind: 'join', terminals: ['1', '2'] } as EntryDraft, sweep('1', ['2', '3'], [])].map(lay);
    const [contradiction] = replay(entries).continuity?.contradictions ?? [];
    expect(contradiction?.entries).toEqual([entries[1]?.id, entries[0]?.id]);
    for (const entry of contradiction?.entries ?? []) {
      const settled = replay([...entries, lay({ kind: 'strike', entry })]);
      expect(settled.continuity?.contradictions).toEqual([]);
    }
  });

  it('names the smallest set of holds that cannot all be true', () => {
    const entries = [sweep('1', ['2', '4'], ['2']), sweep('2', ['3'], ['3']), sweep('3', ['1'], [])].map(lay);
    const [contradiction] = replay(entries).continuity?.contradictions ?? [];
    expect([...(contradiction?.entries ?? [])].sort()).toEqual(entries.map(({ id }) => id).sort());
  });

  it('touches pads on the copper of the held one first', () => {
    const specimen = specimenOf(
      ...['1', '2', '3', '4'].map((pad): EntryDraft => ({ kind: 'pad', pad, ...(pad === '1' || pad === '4' ? { copper: 'plane' } : {}) })),
    );
    expect(specimen.continuity?.nextHold).toMatchObject({ hold: '1', over: ['4', '2', '3'] });
  });

  it('keeps the places of a pad on either side, under a new name too', () => {
    const specimen = specimenOf(
      { kind: 'pad', pad: '1', board: 'main', side: 'front', point: [0.2, 0.3] },
      { kind: 'pad', pad: '1', board: 'main', side: 'back', point: [0.8, 0.3] },
      { kind: 'pad-name', from: '1', to: 'gate' },
      { kind: 'pad', pad: '1' },
    );
    expect(specimen.pads).toEqual([
      { name: 'gate', board: 'main', places: { front: [0.2, 0.3], back: [0.8, 0.3] } },
      { name: '1', places: {} },
    ]);
  });

  it('refuses a name that is taken, and photos that are not there', () => {
    const specimen = specimenOf(
      { kind: 'pad', pad: '1' },
      { kind: 'pad', pad: '2' },
      { kind: 'pad-name', from: '1', to: '2' },
      { kind: 'pad-name', from: '7', to: '8' },
      { kind: 'board', board: 'main', front: 'no-such-entry' },
    );
    expect(specimen.tape.slice(2).map(({ problem }) => problem)).toEqual([
      'There is a pad 2 already.',
      'There is no pad 7.',
      'Its picture is not on the tape.',
    ]);
  });

  it('takes a part that is only seen with as many pins as its kind has', () => {
    const seen = (pins: string[]): EntryDraft => ({ kind: 'place', ref: 'Q1', partKind: 'bjt', pins });
    expect(specimenOf(seen(['1', '2'])).tape[0]?.problem).toBe('Q1 has 3 pins, not 2.');
    expect(specimenOf(seen(['1', '2', '3'])).placed).toHaveLength(1);
  });

  it('finds the nets of any board by following the next hold, in any order told, under any names', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.integer({ min: 2, max: 24 }),
        fc.integer({ min: 1, max: 8 }),
        (seed, count, netCount) => {
          const random = seededRandom(seed);
          const netOfPad = new Map(Array.from({ length: count }, (_, pad) => [String(pad + 1), Math.floor(random() * netCount)]));
          const pads = [...netOfPad.keys()];
          const told: EntryDraft[] = pads.map((pad) => ({ kind: 'pad', pad }));
          let specimen = specimenOf(...told);
          for (let holds = 0; specimen.continuity?.nextHold && holds <= count; holds++) {
            const { hold, over } = specimen.continuity.nextHold;
            told.push(
              sweep(
                hold,
                [...over],
                over.filter((pad) => netOfPad.get(pad) === netOfPad.get(hold)),
              ),
            );
            specimen = specimenOf(...told);
          }
          expect(specimen.continuity).toMatchObject({ settled: true, unknownPairs: 0, contradictions: [] });
          expect(specimen.sweeps.length).toBeLessThanOrEqual(Math.min(netCount, count));
          expect(groups(specimen)).toEqual(groupsOf(netOfPad));

          const shuffled = specimenOf(...[...told].reverse());
          expect(groups(shuffled)).toEqual(groups(specimen));
          const renamed = specimenOf(...told, ...pads.map((pad): EntryDraft => ({ kind: 'pad-name', from: pad, to: `p${pad}` })));
          expect(groups(renamed).map((group) => group.replace(/p/g, ''))).toEqual(groups(specimen));
        },
      ),
      { numRuns: 60 },
    );
  });
});

const inOrder = (pads: readonly string[]) => [...pads].sort((a, b) => Number(a.replace('p', '')) - Number(b.replace('p', ''))).join(' ');

function groups(specimen: Specimen): string[] {
  return (specimen.continuity?.nets ?? []).map(inOrder).sort();
}

function groupsOf(netOfPad: ReadonlyMap<string, number>): string[] {
  const byNet = new Map<number, string[]>();
  for (const [pad, net] of netOfPad) byNet.set(net, [...(byNet.get(net) ?? []), pad]);
  return [...byNet.values()].map(inOrder).sort();
}
