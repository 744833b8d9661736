/** Hours until an electrolytic capacitor has dried so far that it no longer smooths as it should. */
export interface ElectrolyticLife {
  readonly hours: number;
  readonly low: number;
  readonly high: number;
}

/** Printed hours at 105 °C that cheap lamps have, usual, least and most; of what ripple heats nothing is counted. */
const PRINTED_HOURS = { usual: 2000, low: 1000, high: 5000 } as const;
const PRINTED_CELSIUS = 105;
/** A seal lets go by itself after fifteen years, whatever the temperature (makers’ application notes). */
const MOST_HOURS = 15 * 365.25 * 24;

/**
 * The 10-K rule: each ten kelvins less double the life (Arrhenius with about 0.9 eV near 100 °C; makers’ application notes
 * name it so). A rule, and no promise.
 *
 * @param celsius of the capacitor, with what it lies between
 */
export function electrolyticLife(celsius: { readonly value: number; readonly low: number; readonly high: number }): ElectrolyticLife {
  const at = (hours: number, degrees: number) => Math.min(MOST_HOURS, hours * 2 ** ((PRINTED_CELSIUS - degrees) / 10));
  return {
    hours: at(PRINTED_HOURS.usual, celsius.value),
    low: at(PRINTED_HOURS.low, celsius.high),
    high: at(PRINTED_HOURS.high, celsius.low),
  };
}
