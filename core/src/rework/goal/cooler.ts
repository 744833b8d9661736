/** A place that was read warm, and the room that it is in. */
export interface Warmth {
  readonly celsius: number;
  readonly roomCelsius: number;
}

/**
 * The watts at which a place that is warm becomes no warmer than wanted: its rise over the room goes with the heat.
 *
 * @returns undefined where the wanted is not between the room and what it is now
 */
export function wattsForCelsius(watts: number, { celsius, roomCelsius }: Warmth, wanted: number): number | undefined {
  const share = (wanted - roomCelsius) / (celsius - roomCelsius);
  return share > 0 && share < 1 ? share * watts : undefined;
}
