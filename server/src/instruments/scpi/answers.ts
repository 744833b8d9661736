/** What SCPI says in place of a figure: over the range either way, or no number (SCPI-99, volume 1, 7.2.1). */
const INFINITE = 9.9e37;
const NOT_A_NUMBER = 9.91e37;

export type ReadFigure = { readonly value: number } | { readonly problem: 'over-range' | 'no-number' };

/** One figure of an answer. */
export function figureOf(text: string): ReadFigure {
  const word = text.trim();
  const value = word === '' ? Number.NaN : Number(word);
  if (Number.isNaN(value) || Math.abs(value - NOT_A_NUMBER) < 1e33) return { problem: 'no-number' };
  return Math.abs(value) >= INFINITE * 0.999 ? { problem: 'over-range' } : { value };
}

/** An entry of an error queue: its number, 0 for none, and its words. */
export function errorOf(text: string): { readonly number: number; readonly words: string } {
  const match = /^\s*([+-]?\d+)\s*,\s*"?(.*?)"?\s*$/s.exec(text);
  return match ? { number: Number(match[1]), words: match[2] as string } : { number: 0, words: '' };
}

/** Seconds and volts of a waveform's text: rows of two figures, a header or not. */
export function waveformOf(text: string): { readonly seconds: number[]; readonly volts: number[] } {
  const seconds: number[] = [];
  const volts: number[] = [];
  for (const row of text.split(/\r?\n/)) {
    const [x, y] = row.split(',').map(Number);
    if (x === undefined || y === undefined || !Number.isFinite(x) || !Number.isFinite(y) || row.trim() === '') continue;
    seconds.push(x);
    volts.push(y);
  }
  return { seconds, volts };
}
