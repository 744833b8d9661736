import { COVERAGE, formatEngineering, formatUncertain, type Uncertain, type Unit } from '../quantity/index.ts';

/** What a row of figures says: whether they differ, by how much, and which is better. */
export interface FigureOutcome {
  readonly differs: boolean;
  /** Columns that nothing else is surely better than; empty where none is better or there is nothing to choose. */
  readonly better: readonly number[];
  /** The largest difference with its uncertainty at 95 %; undefined with fewer than two figures. */
  readonly most?: Uncertain;
}

/** Whether more of it is better, less, or neither by itself. */
export type Good = 'more' | 'less' | 'neither';

/** Figures differ where a pair is further apart than the uncertainty of both together at 95 %. */
export function figureOutcome(values: readonly (Uncertain | undefined)[], good: Good): FigureOutcome {
  const known = values.flatMap((value, column) => (value && Number.isFinite(value.value) ? [{ value, column }] : []));
  let most: Uncertain | undefined;
  let differs = false;
  for (const [index, one] of known.entries())
    for (const other of known.slice(index + 1)) {
      const apart = difference(one.value, other.value);
      if (isApart(apart)) differs = true;
      if (!most || apart.value > most.value) most = apart;
    }
  const sign = good === 'less' ? -1 : 1;
  const isBeaten = ({ value }: (typeof known)[number]) =>
    known.some((other) => sign * (other.value.value - value.value) > 0 && isApart(difference(other.value, value)));
  const better = differs && good !== 'neither' ? known.filter((one) => !isBeaten(one)).map(({ column }) => column) : [];
  return { differs, better, ...(most && { most }) };
}

function difference(one: Uncertain, other: Uncertain): Uncertain {
  return { value: Math.abs(one.value - other.value), uncertainty: Math.hypot(one.uncertainty, other.uncertainty) };
}

function isApart({ value, uncertainty }: Uncertain): boolean {
  // What was computed twice from the same figures differs by rounding only.
  return value > Math.max(COVERAGE * uncertainty, 1e-9);
}

/** "10.2 ±0.4 mA apart", or that there is none. */
export function sayDifference({ differs, most }: FigureOutcome, unit: Unit): string {
  if (!most) return '';
  const { figure, plusMinus, unit: symbol } = formatUncertain(most.value, COVERAGE * most.uncertainty, unit);
  if (differs) return `${[figure, plusMinus, symbol].filter(Boolean).join(' ')} apart`;
  return `at most ${formatEngineering(most.value, unit, 2).text} apart, which is within the uncertainty`;
}
