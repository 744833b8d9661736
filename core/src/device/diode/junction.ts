import { AMBIENT_CELSIUS } from '../ambient.ts';
import type { Surroundings } from '../law.ts';
import type { ChipModel } from '../led/chip-model.ts';
import { JunctionLaw } from '../led/junction-law.ts';

/** Typical junctions, as the open formats state them: {Is (A), n, Rs (ohm)} of a 1 A silicon rectifier and of a small Schottky diode. */
export const TYPICAL_DIODES = {
  silicon: { saturationAmps: 4e-9, emission: 1.85, seriesOhms: 0.03 },
  schottky: { saturationAmps: 1.5e-6, emission: 1.05, seriesOhms: 0.1 },
} as const satisfies Record<string, ChipModel>;

/** Volts of a junction at a given current shift by this much per kelvin, where the part does not say. */
const JUNCTION_VOLTS_PER_KELVIN = -0.002;

/** One standard deviation of a diode's forward volts around those of its class. */
export const DIODE_VOLTS_SPREAD = 0.04;

interface Junction {
  readonly model: ChipModel;
  readonly voltsShift?: number | undefined;
  readonly voltsPerKelvin?: number | undefined;
  readonly breakdownVolts?: number | undefined;
  readonly breakdownOhms?: number | undefined;
}

/** A junction at its temperature. */
export function junctionLaw(
  { model, voltsShift = 0, voltsPerKelvin, breakdownVolts, breakdownOhms }: Junction,
  { celsius }: Surroundings,
): JunctionLaw {
  return new JunctionLaw(model, {
    shiftVolts: voltsShift + (voltsPerKelvin ?? JUNCTION_VOLTS_PER_KELVIN) * (celsius - AMBIENT_CELSIUS),
    breakdownOhms: breakdownOhms ?? 1,
    breakdownVolts,
  });
}
