import type { Unit } from './units.ts';

/** How a meter's maker states its error on one kind of reading: ± (share of reading + digits of the last place). */
interface Accuracy {
  readonly ofReading: number;
  readonly digits: number;
}

/**
 * A generic 4000-count pocket meter: what most benches have. Typical of the class, no maker's figures.
 * Only the readings a meter of the kind takes are listed.
 */
const POCKET_METER: Partial<Record<Unit, Accuracy>> = {
  volts: { ofReading: 0.005, digits: 2 },
  amps: { ofReading: 0.012, digits: 3 },
  ohms: { ofReading: 0.008, digits: 2 },
  watts: { ofReading: 0.02, digits: 2 },
  celsius: { ofReading: 0.01, digits: 1 },
  lux: { ofReading: 0.05, digits: 5 },
};

/**
 * The standard uncertainty of a reading as displayed. The maker's limits are taken as a rectangular distribution
 * (JCGM 100:2008, 4.3.7), so the half-width is divided by √3.
 *
 * @param resolution what one step of the last displayed digit is worth, in the reading's unit
 */
export function readingUncertainty(unit: Unit, value: number, resolution: number): number {
  const accuracy = POCKET_METER[unit] ?? { ofReading: 0.01, digits: 2 };
  const halfWidth = Math.abs(value) * accuracy.ofReading + accuracy.digits * resolution;
  return halfWidth / Math.sqrt(3);
}
