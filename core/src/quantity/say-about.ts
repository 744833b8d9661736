import { formatEngineering, formatUncertain, THIN_SPACE } from './format-engineering.ts';
import { COVERAGE, type Uncertain } from './uncertain.ts';
import type { Unit } from './units.ts';

/** What cannot be less than nothing is not said to be, however unsure it is. */
const NEVER_NEGATIVE: ReadonlySet<Unit> = new Set([
  'watts',
  'voltAmps',
  'ohms',
  'farads',
  'lumens',
  'lux',
  'candela',
  'metres',
  'percent',
  'degrees',
  'hours',
  'seconds',
  'one',
]);

/**
 * A figure with its uncertainty as a lay reader takes it: “about 41 mA, 40 to 43”, 95 % of the time. With no uncertainty
 * the figure alone.
 */
export function sayAbout({ value, uncertainty }: Uncertain, unit: Unit): string {
  const { plusMinus, unit: symbol, exponent } = formatUncertain(value, COVERAGE * uncertainty, unit);
  if (plusMinus === '' || !Number.isFinite(value)) return formatEngineering(value, unit).text;
  const scale = 10 ** exponent;
  const spread = (COVERAGE * uncertainty) / scale;
  // One digit of the spread is enough: finer ones say nothing.
  const place = Math.floor(Math.log10(spread));
  const decimals = Math.min(6, Math.max(0, -place));
  const print = (figure: number) => {
    const text = (Math.round(figure / scale / 10 ** place) * 10 ** place).toFixed(decimals);
    return Number(text) === 0 ? text.replace('-', '') : text.replace('-', '−');
  };
  const least = value - COVERAGE * uncertainty;
  const [low, middle, high] = [
    NEVER_NEGATIVE.has(unit) && value >= 0 ? Math.max(0, least) : least,
    value,
    value + COVERAGE * uncertainty,
  ].map(print);
  const withUnit = `${middle}${symbol === '' || symbol === '°' ? '' : THIN_SPACE}${symbol}`;
  return low === high ? withUnit : `about ${withUnit}, ${low} to ${high}`;
}
