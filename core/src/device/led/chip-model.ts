/** One chip's diode law, at 25 °C. */
export interface ChipModel {
  /** Is, A. */
  readonly saturationAmps: number;
  /** n, 1 to about 8. */
  readonly emission: number;
  /** Rs, ohm. */
  readonly seriesOhms: number;
}

/** Boltzmann's constant over the elementary charge, V/K (exact in the SI of 2019). */
export const K_OVER_Q = 1.380649e-23 / 1.602176634e-19;
/** The thermal voltage at 25 °C, at which every model holds. */
export const THERMAL_VOLTS = K_OVER_Q * (25 + 273.15);

/** The chip's volts at `amps` (> −Is), at 25 °C. */
export function chipVoltsAt(model: ChipModel, amps: number): number {
  return model.emission * THERMAL_VOLTS * Math.log1p(amps / model.saturationAmps) + amps * model.seriesOhms;
}
