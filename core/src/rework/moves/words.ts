import type { Rated } from '../../device/index.ts';
import { formatEngineering, THIN_SPACE, type Unit } from '../../quantity/index.ts';

/** "33 Ω", "4.7 kΩ": a value as it is printed on a part, without zeros that say nothing. */
export function valueWords(value: number, unit: Unit): string {
  const { figure, unit: symbol } = formatEngineering(value, unit);
  return `${Number(figure)}${THIN_SPACE}${symbol}`;
}

/** "330 nF X2 310 V~", "82 Ω 500 mW": a part that is to be fitted, with what it must take. */
export function fittedWords(value: number, unit: Unit, rated: Rated | undefined): string {
  const volts = rated?.volts === undefined ? [] : [`${valueWords(rated.volts, 'volts')}${rated.class === undefined ? '' : '~'}`];
  return [
    valueWords(value, unit),
    ...(rated?.class === undefined ? [] : [rated.class]),
    ...(rated?.watts === undefined ? [] : [valueWords(rated.watts, 'watts')]),
    ...volts,
  ].join(' ');
}

/** Values that differ by less are the same value. */
const SAME_VALUE = 0.05;

/** Where a value stays what it was, what makes it another part is what it must take: "22 Ω 1 W". */
export function replacedWords(value: number, unit: Unit, rated: Rated | undefined, was: number | undefined): string {
  const stays = was !== undefined && Math.abs(value / was - 1) < SAME_VALUE;
  return stays ? fittedWords(value, unit, rated) : classedWords(value, unit, rated);
}

/** A value with its class: "330 nF X2". */
export function classedWords(value: number, unit: Unit, rated: Rated | undefined): string {
  return rated?.class === undefined ? valueWords(value, unit) : `${valueWords(value, unit)} ${rated.class}`;
}
