import { describe, expect, it } from '@jest/globals';
import { zipSync } from 'fflate';
import { runOnFiles } from './run.ts';

const entry = (id: number, more: object) => ({ id: `entry-${id}-cli`, at: '2026-03-07T10:00:00Z', ...more });
const tape = (name: string, ohms: number) =>
  JSON.stringify({
    format: 'mindful-probe.tape',
    version: 1,
    specimen: name.toLowerCase(),
    entries: [
      entry(1, { kind: 'name', name }),
      entry(2, { kind: 'part', part: { ref: 'V1', kind: 'dc', pins: ['a', 'g'], volts: 5 } }),
      entry(3, { kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms } }),
      entry(4, { kind: 'part', part: { ref: 'D1', kind: 'led', pins: ['b', 'g'] } }),
    ],
  });
const bytes = (text: string) => new TextEncoder().encode(text);
const FILES: Readonly<Record<string, Uint8Array>> = {
  'clip.zip': zipSync({ 'specimen.tape.json': bytes(tape('Clip', 39)), 'other.txt': bytes('x') }),
  'lamp.tape.json': bytes(tape('Lamp', 82)),
  'holiday.zip': zipSync({ 'holiday.txt': bytes('sea') }),
  'cut.zip': bytes('PK\u0003\u0004 cut'),
  'rubbish.json': bytes('{"a":'),
};

async function run(...args: string[]) {
  const outcome = await runOnFiles(args, (path) => {
    const file = FILES[path];
    if (!file) throw new Error('no such file');
    return file;
  });
  if (outcome && 'bytes' in outcome) return new TextDecoder().decode(outcome.bytes);
  return outcome;
}

describe('probe write-up', () => {
  it.each([
    [[], /^# Clip\n/],
    [['--as', 'markdown', '--length', 'full'], /^# Clip\n/],
    [['--as', 'html'], /^<!doctype html>/],
    [['--as', 'text', '--length', 'slip'], /^Clip\n====\n[\s\S]*What to watch/],
    [['--as', 'pdf', '--paper', 'Letter'], /^%PDF-/],
    [['--as', 'label'], /^<svg /],
  ])('as %j', async (more, begins) => {
    expect(await run('write-up', 'clip.zip', ...more)).toMatch(begins);
  });

  it('takes a tape by itself, and gives the same each time', async () => {
    const once = await run('write-up', 'lamp.tape.json');
    expect(once).toMatch(/^# Lamp/);
    expect(await run('write-up', 'lamp.tape.json')).toBe(once);
  });

  it.each([
    [['write-up'], 'usage'],
    [['write-up', 'clip.zip', '--as', 'docx'], 'usage'],
    [['write-up', 'clip.zip', '--length', 'long'], 'usage'],
    [['write-up', 'clip.zip', '--paper', 'A0'], 'usage'],
    [['write-up', 'clip.zip', 'lamp.tape.json'], 'usage'],
    [['write-up', 'nowhere.zip'], 'unreadable-file'],
    [['write-up', 'holiday.zip'], 'no-tape'],
    [['write-up', 'cut.zip'], 'broken-zip'],
    [['write-up', 'rubbish.json'], 'bad-json'],
  ])('ends with 2 for %j', async (args, code) => {
    expect(await run(...args)).toMatchObject({ status: 2, error: { code, message: expect.any(String) } });
  });
});

describe('probe compare', () => {
  it('says what differs, as a document, a table and a page', async () => {
    const document = JSON.parse((await run('compare', 'clip.zip', 'lamp.tape.json')) as string);
    expect(document).toMatchObject({
      format: 'mindful-probe.comparison',
      columns: [{ name: 'Clip' }, { name: 'Lamp' }],
      changes: [{ ref: 'R1', parts: [expect.stringContaining('39'), expect.stringContaining('82')] }],
    });
    expect(await run('compare', 'clip.zip', 'lamp.tape.json', '--as', 'csv')).toMatch(/^Subject,Clip,Lamp,Better,Difference\r\n/);
    expect(await run('compare', 'clip.zip', 'lamp.tape.json', '--as', 'html')).toMatch(/^<!doctype html>/);
  });

  it('refuses one alone, and what it cannot write', async () => {
    expect(await run('compare', 'clip.zip')).toMatchObject({ status: 2 });
    expect(await run('compare', 'clip.zip', 'lamp.tape.json', '--as', 'pdf')).toMatchObject({ status: 2, error: { code: 'usage' } });
  });

  it('leaves the other verbs to themselves', async () => {
    expect(await run('solve', 'clip.zip')).toBeUndefined();
  });
});
