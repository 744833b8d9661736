import { UNITS, type Unit } from './units.ts';

/** A figure ready for the screen: the digits and, apart, the unit with its multiplier. */
export interface FormattedQuantity {
  readonly figure: string;
  readonly unit: string;
  /** Both, with a thin space between. */
  readonly text: string;
  /** The power of ten that the figure is printed at: -3 for milli. */
  readonly exponent: number;
}

const PREFIX_OF: Readonly<Record<number, string>> = { '-12': 'p', '-9': 'n', '-6': 'µ', '-3': 'm', 0: '', 3: 'k', 6: 'M', 9: 'G' };

/** Thin space (U+2009), between a figure and its unit. */
export const THIN_SPACE = '\u2009';

/**
 * Prints an SI value in engineering notation.
 *
 * @param digits significant digits, 3 unless said
 * @returns `–` as the figure where the value is not finite
 */
export function formatEngineering(value: number, unit: Unit, digits = 3): FormattedQuantity {
  const { symbol, prefixed } = UNITS[unit];
  if (!Number.isFinite(value)) return { figure: '–', unit: symbol, text: '–', exponent: 0 };
  if (isNothing(value, unit)) return withUnit('0', symbol, 0);
  const exponent = prefixed ? engineeringExponent(value, digits) : 0;
  return withUnit(formatSignificant(value / 10 ** exponent, digits), `${PREFIX_OF[exponent]}${symbol}`, exponent);
}

/** Below what any meter shows and anything can come of it: printed as nothing, in the unit itself. */
const NOTHING: Readonly<Partial<Record<Unit, number>>> = {
  volts: 1e-7,
  amps: 1e-10,
  watts: 1e-8,
  voltAmps: 1e-8,
  ohms: 1e-7,
  farads: 1e-14,
  henries: 1e-12,
  percent: 1e-3,
};

function isNothing(value: number, unit: Unit): boolean {
  return Math.abs(value) < (NOTHING[unit] ?? 1e-12);
}

/** Prints `value` and `uncertainty` (same unit) with the uncertainty at two digits and the value to match it. */
export function formatUncertain(value: number, uncertainty: number, unit: Unit): FormattedQuantity & { readonly plusMinus: string } {
  const { symbol, prefixed } = UNITS[unit];
  const isExact = !(uncertainty > 0) || isNothing(uncertainty, unit);
  if (isExact || !Number.isFinite(value)) return { ...formatEngineering(value, unit), plusMinus: '' };
  const exponent = prefixed ? engineeringExponent(Math.max(Math.abs(value), uncertainty), 3) : 0;
  const scaledUncertainty = uncertainty / 10 ** exponent;
  const scaledValue = value / 10 ** exponent;
  const leading = Math.floor(Math.log10(Math.max(Math.abs(scaledValue), scaledUncertainty, 1e-12)));
  const decimals = Math.min(Math.max(0, 1 - Math.floor(Math.log10(scaledUncertainty))), Math.max(0, 3 - leading));
  const shown = Math.max(scaledUncertainty, 10 ** -decimals);
  return {
    ...withUnit(minus(scaledValue.toFixed(decimals)), `${PREFIX_OF[exponent]}${symbol}`, exponent),
    plusMinus: `±${shown.toFixed(decimals)}`,
  };
}

/** Of whatever unit: so many decimals nobody reads. */
const NEXT_TO_NOTHING = 1e-15;

/** `digits` significant digits without an exponent: 0.0351, 35.1, 351, 3510. */
export function formatSignificant(value: number, digits = 3): string {
  if (Math.abs(value) < NEXT_TO_NOTHING) return '0';
  const rounded = Number(value.toPrecision(digits));
  const leading = Math.floor(Math.log10(Math.abs(rounded)));
  return minus(rounded.toFixed(Math.max(0, digits - 1 - leading)));
}

/** A value as a person would type it: `82r`, `4k7`, `15r`, `4.86v` forms use this for parts: `4.7k`, `82`, `2.2M`. */
export function formatCompact(value: number): string {
  const exponent = engineeringExponent(value, 4);
  return `${Number((value / 10 ** exponent).toPrecision(4))}${PREFIX_OF[exponent]?.replace('µ', 'u')}`;
}

function engineeringExponent(value: number, digits: number): number {
  if (value === 0) return 0;
  const rounded = Math.abs(Number(value.toPrecision(digits)));
  const exponent = 3 * Math.floor(Math.log10(rounded) / 3 + 1e-12);
  return Math.min(9, Math.max(-12, exponent));
}

function withUnit(figure: string, unit: string, exponent: number): FormattedQuantity {
  return { figure, unit, exponent, text: `${figure}${unit === '' || unit === '°' ? '' : THIN_SPACE}${unit}` };
}

/** A real minus sign, as wide as a plus; none before nothing. */
function minus(text: string): string {
  return Number(text) === 0 ? text.replace('-', '') : text.replace('-', '−');
}
