import { readFigure } from '../quantity/index.ts';

/** A source read twice: with nothing on it, and loaded. */
export interface LoadedSource {
  readonly openVolts: number;
  readonly loadedVolts: number;
  /** Amps that flowed, or ohms that were put across it. */
  readonly load: number;
  /** Words that are neither. */
  readonly others: readonly string[];
}

/**
 * `13.4v 11.6v @ 0.9a`, `6.8v 3.1v on 22r`: two volts, the second with its load.
 *
 * @returns undefined where nothing is said of a load; a sentence where what is said cannot be
 */
export function readLoaded(words: readonly string[], of: 'amps' | 'ohms'): LoadedSource | string | undefined {
  const at = words.findIndex((word) => word === '@' || word.toLowerCase() === 'at');
  if (at < 2) return undefined;
  const volts = [words[at - 2], words[at - 1]].map((word) => valueIn(word as string, 'volts'));
  const load = valueIn(words[at + 1] ?? '', of);
  const [openVolts, loadedVolts] = volts;
  if (openVolts === undefined || loadedVolts === undefined || load === undefined || !(load > 0))
    return `its volts with nothing on it, then loaded, and the load, as “${of === 'amps' ? '13.4v 11.6v @ 0.9a' : '6.8v 3.1v @ 22r'}”.`;
  if (!(openVolts > loadedVolts))
    return `loaded it has ${loadedVolts} V, more than with nothing on it (${openVolts} V): one of the two is not right.`;
  return { openVolts, loadedVolts, load, others: words.filter((_, index) => index < at - 2 || index > at + 1) };
}

function valueIn(word: string, unit: string): number | undefined {
  const figure = readFigure(word);
  return figure && 'value' in figure && figure.unit === unit ? figure.value : undefined;
}
