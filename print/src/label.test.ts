import { describe, expect, it } from '@jest/globals';
import { labelSvg } from './label.ts';

const LABEL = { id: 'lamp-1', name: 'Reading-room lamp', isAltered: false, day: '2026-03-07' };

describe('a label', () => {
  it('carries name, day and, where it was changed on mains, the mark', () => {
    expect(labelSvg(LABEL)).toMatch(/Reading-room lamp[\s\S]*2026-03-07/);
    expect(labelSvg(LABEL)).not.toContain('ALTERED');
    expect(labelSvg({ ...LABEL, isAltered: true })).toMatch(/ALTERED, mains[\s\S]*not for unattended use/);
  });

  it('keeps a long name on its three lines, and everything within its edges', () => {
    const name = `${'A lamp of many words '.repeat(6)}and ${'x'.repeat(60)}`;
    const svg = labelSvg({ ...LABEL, name: name.slice(0, 120) });
    const lines = [...svg.matchAll(/<text [^>]*font-size="3.4"[^>]*>([^<]*)</g)].map(([, text]) => text ?? '');
    expect(lines).toHaveLength(3);
    expect(lines.every((line) => line.length <= 19)).toBe(true);
    const ends = [...svg.matchAll(/M([\d.]+) ([\d.]+)h([\d.]+)/g)].map(([, x, y, w]) => [Number(x) + Number(w), Number(y) + Number(w)]);
    expect(Math.max(...ends.flat())).toBeLessThanOrEqual(27);
  });

  it('has another square for another name, and the same for the same', () => {
    const square = (name: string) => /<path d="([^"]*)"/.exec(labelSvg({ ...LABEL, name }))?.[1];
    expect(square('Lamp')).toBe(square('Lamp'));
    expect(square('Lamp')).not.toBe(square('Lump'));
  });
});
