/** Hours until an electrolytic or double-layer capacitor has dried so far that it no longer smooths as it should. */
export interface ElectrolyticLife {
  readonly hours: number;
  readonly low: number;
  readonly high: number;
  /** The printed hours that are usual, and at how many °C. */
  readonly printed: { readonly hours: number; readonly celsius: number };
}

/** Printed hours that cheap lamps have, usual, least and most; of what ripple heats nothing is counted. Makers’ sheets. */
const PRINTED = {
  electrolytic: { celsius: 105, hours: 2000, low: 1000, high: 5000 },
  'double-layer': { celsius: 70, hours: 1000, low: 500, high: 2000 },
} as const;
/** A seal lets go by itself after fifteen years, whatever the temperature (makers’ application notes). */
const MOST_HOURS = 15 * 365.25 * 24;

/**
 * The 10-K rule: each ten kelvins less double the life (Arrhenius with about 0.9 eV near 100 °C; makers’ application notes
 * name it so, for double layers too). A rule, and no promise.
 *
 * @param celsius of the capacitor, with what it lies between
 * @param printedCelsius on its body; left out where nobody read it
 */
export function electrolyticLife(
  celsius: { readonly value: number; readonly low: number; readonly high: number },
  sort: keyof typeof PRINTED = 'electrolytic',
  printedCelsius: number = PRINTED[sort].celsius,
): ElectrolyticLife {
  const printed = { ...PRINTED[sort], celsius: printedCelsius };
  const at = (hours: number, degrees: number) => Math.min(MOST_HOURS, hours * 2 ** ((printed.celsius - degrees) / 10));
  return {
    hours: at(printed.hours, celsius.value),
    low: at(printed.low, celsius.high),
    high: at(printed.high, celsius.low),
    printed: { hours: printed.hours, celsius: printed.celsius },
  };
}
