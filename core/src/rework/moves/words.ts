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

/** A capacitance with its class: "330 nF X2". */
export function classedWords(farads: number, rated: Rated | undefined): string {
  return rated?.class === undefined ? valueWords(farads, 'farads') : `${valueWords(farads, 'farads')} ${rated.class}`;
}
