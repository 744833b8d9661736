import type { LedColourName } from '../../device/index.ts';
import { AMBIENT_CELSIUS } from '../../device/index.ts';

/** ANSI/PLATO FL 1: as far as a beam gives a full moon's light, 0.25 lx. */
export const THROW_LUX = 0.25;

/** Candela of a beam that gives so many lux at that distance, far against its size: the inverse square law. */
export function candelaFromLux(lux: number, metres: number): number {
  return lux * metres ** 2;
}

export function throwMetres(candela: number): number {
  return Math.sqrt(Math.max(0, candela) / THROW_LUX);
}

/** Lumens of a bare chip, whose light falls off as its cosine: Φ = π·I (Lambert). */
export function lambertLumens(candela: number): number {
  return Math.PI * candela;
}

/** Lumens of an even cone of a full angle, up to all round: Φ = 2π·(1 − cos(θ/2))·I; 4π·I at 360°. */
export function lumensFromCandela(candela: number, beamDegrees: number): number {
  return 2 * Math.PI * (1 - Math.cos((beamDegrees * Math.PI) / 360)) * candela;
}

/**
 * Lumens of one electrical watt at rated current, 25 °C, by colour, with a factor either way at about 95 %: class
 * figures of what is sold in cheap lamps, far under the best of the year.
 */
const LUMENS_PER_WATT: Readonly<Partial<Record<LedColourName, number>>> = {
  white: 110,
  warm: 95,
  green: 90,
  yellow: 40,
  amber: 40,
  orange: 45,
  red: 45,
  blue: 25,
};
export const LUMENS_FACTOR = 1.4;

/** Undefined for a colour that is not measured in lumens. */
export function usualLumensPerWatt(colour: LedColourName = 'white'): number | undefined {
  return LUMENS_PER_WATT[colour];
}

const PHOSPHIDES: readonly LedColourName[] = ['red', 'orange', 'amber', 'yellow', 'yellow-green'];

/** Light left of a junction's light at 25 °C: about 0.2 % less a kelvin for nitrides, 0.8 % for phosphides. */
export function lightWhenWarm(junctionCelsius: number, colour: LedColourName = 'white'): number {
  return Math.max(0.1, 1 - (PHOSPHIDES.includes(colour) ? 0.008 : 0.002) * (junctionCelsius - AMBIENT_CELSIUS));
}
