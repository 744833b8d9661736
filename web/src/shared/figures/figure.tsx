import { formatEngineering, formatUncertain, THIN_SPACE, type Uncertain, type Unit } from '@mindful-probe/core';

interface FigureProps {
  readonly value: number | Uncertain;
  readonly unit: Unit;
  readonly className?: string;
}

/** A quantity: figure, its ± at about 95 % in smaller type where it has one, a thin space, and the unit. */
export function Figure({ value, unit, className = '' }: FigureProps) {
  const { figure, plusMinus, symbol } = parts(value, unit);
  return (
    <span className={`font-figures whitespace-nowrap ${className}`}>
      {figure}
      {plusMinus !== '' && <span className="text-[0.78em] text-quiet"> {plusMinus}</span>}
      {symbol !== '' && (
        <span className="text-[0.78em] font-normal">
          {THIN_SPACE}
          {symbol}
        </span>
      )}
    </span>
  );
}

function parts(value: number | Uncertain, unit: Unit): { figure: string; plusMinus: string; symbol: string } {
  if (typeof value === 'number') {
    const { figure, unit: symbol } = formatEngineering(value, unit);
    return { figure, plusMinus: '', symbol };
  }
  const { figure, plusMinus, unit: symbol } = formatUncertain(value.value, 2 * value.uncertainty, unit);
  return { figure, plusMinus, symbol };
}

/** A figure as words, for labels and screen readers. */
export function figureText(value: number | Uncertain, unit: Unit): string {
  const { figure, plusMinus, symbol } = parts(value, unit);
  return [figure, plusMinus, symbol].filter(Boolean).join(' ');
}

/** What is a thousand times another is beyond all comparison. */
const MOST_TOLD = 1000;

/** A multiple of a rating: 1.18×. */
export function multipleText(ratio: number): string {
  if (ratio > MOST_TOLD) return `over ${MOST_TOLD}×`;
  // What rounds to nothing has no sign.
  const text = ratio < 10 ? ratio.toFixed(2) : ratio.toFixed(1);
  return `${text.replace(/^-(?=0\.?0*$)/, '')}×`;
}
