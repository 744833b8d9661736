import { formatEngineering, type ParsedQuantity, readFigure, type Unit } from '../quantity/index.ts';

/** A computation that needs no specimen: asked by words, answered with its sum in a sentence. */
export interface SlideRule {
  /** The word that a question begins with; the two that are told by their figures have none. */
  readonly word?: string;
  readonly title: string;
  /** A whole question. */
  readonly example: string;
  /** @returns undefined where something is missing, which the example then shows */
  answer(asked: Asked): string | undefined;
}

/** The figures of a question by their unit, in order, and the words that are none. */
export class Asked {
  private readonly figures: readonly ParsedQuantity[];

  constructor(
    figures: readonly ParsedQuantity[],
    readonly words: readonly string[],
  ) {
    this.figures = figures;
  }

  all(unit: Unit): readonly number[] {
    return this.figures.filter((figure) => figure.unit === unit).map(({ value }) => value);
  }

  /** The first of a unit, above zero. */
  first(unit: Unit): number | undefined {
    return this.all(unit).find((value) => value > 0);
  }

  /** Numbers without a unit. */
  get counts(): readonly number[] {
    return this.words.filter((word) => /^\d+$/.test(word)).map(Number);
  }

  has(pattern: RegExp): boolean {
    return this.words.some((word) => pattern.test(word));
  }
}

/** Words of a question, sorted; a sentence where one looks like a figure and is none. */
export function readAsked(words: readonly string[]): Asked | string {
  const figures: ParsedQuantity[] = [];
  const others: string[] = [];
  for (const word of words) {
    const metres = lengthOf(word);
    if (metres !== undefined) {
      figures.push({ value: metres, unit: 'metres', resolution: 0 });
      continue;
    }
    // Of a resistor nobody says ohms: 47k.
    const parsed = /^\d+$/.test(word) ? undefined : readFigure(/^[\d.,]+[kM]$/.test(word) ? `${word}r` : word);
    if (parsed && 'wrong' in parsed) return parsed.wrong;
    if (parsed?.unit) figures.push(parsed);
    else others.push(word);
  }
  return new Asked(figures, others);
}

const LENGTHS: Readonly<Record<string, number>> = { mm: 1e-3, cm: 1e-2, m: 1, km: 1e3 };

/** Behind its figure `m` is metres, and no thousandth of nothing. */
function lengthOf(word: string): number | undefined {
  const [, figure = '', unit = ''] = /^([\d.,]+)(mm|cm|m|km)$/i.exec(word) ?? [];
  const metres = Number(figure.replace(',', '.')) * (LENGTHS[unit.toLowerCase()] ?? 0);
  return metres > 0 ? metres : undefined;
}

export function say(value: number, unit: Unit): string {
  return formatEngineering(value, unit).text;
}
