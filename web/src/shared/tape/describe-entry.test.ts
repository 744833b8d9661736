import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from '@jest/globals';
import { benchContext, completeDraft, type Entry, entrySchema, parseBenchLine, replay } from '@mindful-probe/core';
import { describeEntry } from './describe-entry.ts';

const TAPES = fileURLToPath(new URL('../../../../demo/specimens', import.meta.url));

function demoEntries(): readonly Entry[] {
  return readdirSync(TAPES)
    .filter((name) => name.endsWith('.tape.json'))
    .flatMap((name) => {
      const tape = JSON.parse(readFileSync(join(TAPES, name), 'utf8')) as { entries: unknown[] };
      return tape.entries.map((entry) => entrySchema.parse(entry));
    });
}

function typed(...lines: string[]): Entry {
  const entries: Entry[] = [];
  for (const line of lines) {
    const outcome = parseBenchLine(line, benchContext(replay(entries)));
    if (outcome.kind !== 'entry') throw new Error(`${line}: ${JSON.stringify(outcome)}`);
    entries.push(completeDraft({ ...outcome.draft, typed: line }, `entry-${entries.length}-0`, '2026-03-07T10:00:00Z'));
  }
  return entries.at(-1) as Entry;
}

describe('a tape entry in two short lines', () => {
  it('has words for everything on the demo shelf, and nothing that is no word', () => {
    const entries = demoEntries();
    expect(entries.length).toBeGreaterThan(100);
    for (const entry of entries) {
      const { words, meaning } = describeEntry(entry);
      expect(words.trim()).not.toBe('');
      expect(meaning.trim()).not.toBe('');
      expect(`${words} ${meaning}`).not.toMatch(/undefined|NaN|\[object/);
    }
  });

  it('says what kind of reading it was', () => {
    const board = ['V1 5v usb', 'R1 39r on V1.+ X', 'D1 led white on X V1.-'];
    const plain = (line: string) => describeEntry(typed(...board, line)).meaning.replaceAll('\u2009', ' ');
    expect(plain('R1 1.61v')).toBe('1.61 V');
    expect(plain('R1 ~1.61v')).toBe('~1.61 V');
    expect(plain('R1 ripple 120mv')).toBe('ripple 120 mV');
    expect(plain('D1 2.95v @ 30ma')).toBe('2.95 V at 30.0 mA');
  });

  it('keeps what was typed as it was typed', () => {
    expect(describeEntry(typed('V1 5v usb'))).toMatchObject({ words: 'V1 5v usb', mono: true });
  });
});
