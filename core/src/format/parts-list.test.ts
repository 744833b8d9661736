import { describe, expect, it } from '@jest/globals';
import { entriesOf, specimenOf } from '../bench-line/tape.testing.ts';
import { completeDraft, replay } from '../tape/index.ts';
import { netlistText, partsCsv, partsOfCircuit, specimenFiles } from './index.ts';

const LAMP = ['V1 ac 230v 50hz on L N', 'R1 mark 100 on L X', 'B1 bridge on X N P M', 'D1 led white 24 series on P M'];
const { circuit } = specimenOf(...LAMP);

describe('a circuit as lists', () => {
  it('has a row a part with its nets in the order of its pins', () => {
    const [head, ...rows] = partsCsv(circuit).trimEnd().split('\r\n');
    expect(head).toBe('ref,kind,value,marking,nets,fields');
    expect(rows.map((row) => row.split(',')[0])).toEqual(['V1', 'R1', 'B1', 'D1']);
    expect(rows[1]).toMatch(/^R1,resistor,10\.0 Ω,100,L X,"/);
    expect(rows[2]).toContain('X N P M');
  });

  it('keeps a marking that a spreadsheet would run as text', () => {
    expect(partsCsv({ ...circuit, parts: circuit.parts.map((part) => ({ ...part, marking: '=1+1' })) })).toContain("'=1+1");
  });

  it('has each pin once, on its net, in lines to be read', () => {
    const text = netlistText(circuit);
    expect(text).toMatch(/^R1 {3}resistor 10\.0 Ω, marked 100: L, X$/m);
    const nets = text.split('\n').filter((line) => line.startsWith('net '));
    expect(nets.flatMap((line) => line.split(': ')[1]?.split(', ') ?? [])).toHaveLength(circuit.parts.flatMap(({ pins }) => pins).length);
    expect(text).toMatch(/^net X: R1 \S+, B1 \S+/m);
  });
});

describe('a circuit document', () => {
  const document = specimenFiles('lamp-1', entriesOf({ kind: 'name', name: 'Lamp' }, ...LAMP)).get('specimen.circuit.json') ?? '';

  it('becomes entries that give the same circuit again', () => {
    const taken = partsOfCircuit(document, specimenOf());
    const entries = (taken.ok ? taken.value.drafts : []).map((draft, index) =>
      completeDraft(draft, `entry-${index}-p`, '2026-03-07T10:00:00Z'),
    );
    const again = replay(entries).circuit;
    const shape = (parts: typeof circuit.parts) => parts.map(({ ref, kind, pins }) => [ref, kind, pins]);
    expect(shape(again.parts)).toEqual(shape(circuit.parts));
    expect(replay(entries).tape.every(({ problem }) => problem === undefined)).toBe(true);
  });

  it('leaves what is on the board as it is, and names what is wrong and where', () => {
    const taken = partsOfCircuit(document, specimenOf('R1 47r on L X'));
    expect(taken).toMatchObject({ ok: true, value: { left: ['R1'] } });
    expect(taken.ok && taken.value.drafts).toHaveLength(3);
    expect(partsOfCircuit('{"a":', specimenOf())).toMatchObject({ ok: false, error: { code: 'bad-json' } });
    const bad = document.replace('"ohms": 10', '"ohms": -10');
    expect(partsOfCircuit(bad, specimenOf())).toMatchObject({ ok: false, error: { path: expect.stringContaining('ohms') } });
  });
});

describe('a table of parts', () => {
  const again = (text: string) => {
    const taken = partsOfCircuit(text, specimenOf());
    if (!taken.ok) throw new Error(taken.error.message);
    return replay(taken.value.drafts.map((draft, index) => completeDraft(draft, `entry-${index}-t`, '2026-03-07T10:00:00Z'))).circuit;
  };

  it('of more rows than any board has is no list of parts', () => {
    const rows = (count: number) => `ref,kind,value,nets\n${'R1,resistor,33r,A B\n'.repeat(count)}`;
    const present = specimenOf('R1 47r on L X');
    expect(partsOfCircuit(rows(5000), present)).toMatchObject({ ok: true });
    expect(partsOfCircuit(rows(5001), present)).toMatchObject({ ok: false, error: { message: '5001 rows are more than 5000.' } });
  });

  it('that we wrote gives the same parts again, whatever is in them', () => {
    const odd = specimenOf(...LAMP, 'U1 sink ref 0.6v R1 on M N', 'C1 220nF X2 on L N', {
      kind: 'part',
      part: { ref: 'R9', kind: 'resistor', pins: ['P', 'M'], ohms: 5, marking: '=1+1', note: 'a, "quoted" one' },
    }).circuit;
    expect(again(partsCsv(odd)).parts).toEqual(odd.parts);
  });

  it('that somebody typed is read as the bench line reads it', () => {
    const { parts } = again('\uFEFFRef,Kind,Value,Nets\r\nV1,,5v usb,A G\r\nr1,resistor,39r 1%,A B\r\nD1,led,white rated 30ma,B G\r\n\r\n');
    expect(parts).toMatchObject([
      { ref: 'V1', kind: 'dc', volts: 5 },
      { ref: 'R1', ohms: 39, tolerance: 0.01 },
      { ref: 'D1', colour: 'white', rated: { amps: 0.03 } },
    ]);
  });

  it('names the line that cannot be read, and leaves what is on the board', () => {
    const table = 'ref,value,nets\nR1,47r,L X\nR2,heavy,A B\n';
    expect(partsOfCircuit(table, specimenOf())).toMatchObject({ ok: false, error: { path: 'line 3' } });
    expect(partsOfCircuit('ref,value,nets\nR1,33r,L X\n', specimenOf('R1 47r on L X'))).toMatchObject({
      value: { drafts: [], left: ['R1'] },
    });
    expect(partsOfCircuit('some words', specimenOf())).toMatchObject({ ok: false, error: { path: 'line 1' } });
  });
});
