import { describe, expect, it } from '@jest/globals';
import { parseCircuit } from '../circuit/index.ts';
import { type Entry, entrySchema, replay } from '../tape/index.ts';
import { parseJson, parseTape, readingsCsv, specimenFiles, TAPE_FILE } from './index.ts';

const at = '2026-03-07T10:00:00Z';
const entries: Entry[] = [
  { kind: 'name', name: 'Lamp | <script> of Tuesday' },
  { kind: 'claim', field: 'lumens', value: 180, source: 'listing' },
  { kind: 'step', text: 'levered the lens off' },
  { kind: 'part', part: { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AAA', series: 3 } },
  { kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 4.7 } },
  { kind: 'part', part: { ref: 'D1', kind: 'led', pins: ['a', 'm'] } },
  {
    kind: 'reading',
    place: { at: 'part', ref: 'R1' },
    figures: [{ unit: 'volts', value: 0.21, uncertainty: 0.006 }],
    condition: { state: 'live' },
  },
  { kind: 'rework', title: '10 Ω for R1', changes: [{ change: 'replace-resistor', ref: 'R1', ohms: 10 }] },
  { kind: 'remark', stage: 'write-up', text: 'Fair for its price.' },
].map((draft, index) => entrySchema.parse({ ...draft, id: `entry-${index}-f`, at }));

describe('a specimen as files', () => {
  const files = specimenFiles('lamp-1', entries);

  it('reads its own tape back to the same specimen', () => {
    const tape = parseJson(files.get(TAPE_FILE) ?? '');
    const parsed = tape.ok ? parseTape(tape.value) : tape;
    expect(parsed.ok && parsed.value.entries).toEqual(entries);
    expect(parsed.ok && replay(parsed.value.entries).circuit).toEqual(replay(entries).circuit);
  });

  it('holds a circuit document that is valid by itself', () => {
    expect(parseCircuit(JSON.parse(files.get('specimen.circuit.json') ?? '')).ok).toBe(true);
  });

  it('writes a write-up from the facts that nothing typed can break out of', () => {
    const text = files.get('write-up.md') ?? '';
    expect(text).toMatch(/^# Lamp \| \\<script> of Tuesday/);
    expect(text).toContain('## How hard it is driven');
    expect(text).toContain('Fair for its price.');
    expect(text).toMatch(/!\[Circuit of .* as found\]\(schematic\.svg\)/);
    expect(text).toContain('](watt-plan.svg)');
    expect(files.get('watt-plan.svg')).toMatch(/^<svg /);
  });

  it('writes readings as CSV of RFC 4180', () => {
    expect(readingsCsv(replay(entries))).toBe(
      `time,where,unit,value,standard uncertainty,bench state,after reworks,mode\r\n${at},R1,volts,0.21,0.00600,live,0,\r\n`,
    );
  });

  it.each(['=1+1', '+1', '@x', '-2+3', '-x', '=cmd()'])(
    'keeps a net called %j text where a spreadsheet would run it, and a negative figure a number',
    (plus) => {
      const reading = entrySchema.parse({
        id: 'reading-01',
        at,
        kind: 'reading',
        place: { at: 'nets', plus, minus: 'm' },
        figures: [{ unit: 'volts', value: -0.21, uncertainty: 0.006 }],
        condition: {},
      });
      const [, row] = readingsCsv(replay([...entries, reading]))
        .trimEnd()
        .split('\r\n')
        .slice(-2);
      expect(row).toContain(`'${plus} to m`);
      expect(row).toContain(',-0.21,');
    },
  );
});

describe('what is no tape is named', () => {
  it.each([
    ['text', 'x', 'bad-document'],
    ['another format', { format: 'mindful-probe.circuit' }, 'bad-document'],
    ['a later version', { format: 'mindful-probe.tape', version: 2 }, 'unsupported-version'],
    ['an entry of no kind', { format: 'mindful-probe.tape', version: 1, specimen: 'lamp-1', entries: [{ kind: 'dream' }] }, 'bad-document'],
  ])('%s', (_, json, code) => {
    expect(parseTape(json)).toMatchObject({ ok: false, error: { code } });
  });

  it('broken JSON says so', () => {
    expect(parseJson('{"a":')).toMatchObject({ ok: false, error: { code: 'bad-json' } });
  });
});
