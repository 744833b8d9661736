/** What is typical of an LED chip of one colour. */
export interface LedColour {
  /** Volts at `atAmps`, 25 °C: the current that its maker states them at. */
  readonly volts: number;
  readonly atAmps: number;
  /** Ideality factor n. */
  readonly emission: number;
  /** Volts lost in the series resistance at the point's current: the ohmic part of the slope. */
  readonly ohmicVolts: number;
  /** Light over electrical power, at rated current. */
  readonly lightShare: number;
}

/**
 * Typical forward volts and slopes by colour. Volts follow from the photon energy of the material plus a few tenths
 * (Schubert, Light-Emitting Diodes, 2nd ed. 2006, ch. 4); the slopes are those of common 20 mA chips: about 0.2 V
 * per decade of current for phosphides, 0.3 V for nitrides. Spread between makers: ±0.15 V. Green is sold as both: pure
 * green is a nitride, the yellowish green of older indicators (about 570 nm) a phosphide with two thirds of its volts.
 */
export const LED_COLOURS = {
  white: { volts: 3.1, atAmps: 0.02, emission: 2.5, ohmicVolts: 0.18, lightShare: 0.35 },
  warm: { volts: 3.1, atAmps: 0.02, emission: 2.5, ohmicVolts: 0.18, lightShare: 0.32 },
  blue: { volts: 3.1, atAmps: 0.02, emission: 2.5, ohmicVolts: 0.18, lightShare: 0.45 },
  green: { volts: 3.0, atAmps: 0.02, emission: 2.7, ohmicVolts: 0.18, lightShare: 0.2 },
  'yellow-green': { volts: 2.1, atAmps: 0.02, emission: 1.9, ohmicVolts: 0.1, lightShare: 0.05 },
  violet: { volts: 3.3, atAmps: 0.02, emission: 2.5, ohmicVolts: 0.2, lightShare: 0.3 },
  yellow: { volts: 2.05, atAmps: 0.02, emission: 1.9, ohmicVolts: 0.08, lightShare: 0.1 },
  amber: { volts: 2.05, atAmps: 0.02, emission: 1.9, ohmicVolts: 0.08, lightShare: 0.12 },
  orange: { volts: 2.0, atAmps: 0.02, emission: 1.9, ohmicVolts: 0.08, lightShare: 0.2 },
  red: { volts: 1.95, atAmps: 0.02, emission: 1.8, ohmicVolts: 0.07, lightShare: 0.3 },
  infrared: { volts: 1.3, atAmps: 0.02, emission: 1.5, ohmicVolts: 0.06, lightShare: 0.35 },
} as const satisfies Record<string, LedColour>;

export type LedColourName = keyof typeof LED_COLOURS;
export const LED_COLOUR_NAMES = Object.keys(LED_COLOURS) as [LedColourName, ...LedColourName[]];

/**
 * Rated average current per chip that is usual for a body; assumed where nothing better is known, and said so. Class
 * figures out of makers' general catalogues, where typical volts are stated at this current: a round body and a small
 * flat one carry an indicator's 20 mA, mid-power bodies 30 to 150 mA, a body with a pad for its heat 350 mA.
 */
export const LED_BODIES = {
  '0603': { ratedAmps: 0.02 },
  '0805': { ratedAmps: 0.02 },
  '1206': { ratedAmps: 0.02 },
  '3mm': { ratedAmps: 0.02 },
  '5mm': { ratedAmps: 0.02 },
  '8mm': { ratedAmps: 0.03 },
  '10mm': { ratedAmps: 0.03 },
  '3014': { ratedAmps: 0.03 },
  '3528': { ratedAmps: 0.02 },
  '4014': { ratedAmps: 0.06 },
  '5050': { ratedAmps: 0.02 },
  '2835': { ratedAmps: 0.06 },
  '5730': { ratedAmps: 0.15 },
  '3030': { ratedAmps: 0.15 },
  '3535': { ratedAmps: 0.35 },
  '5054': { ratedAmps: 0.15 },
  '7030': { ratedAmps: 0.15 },
} as const satisfies Record<string, { readonly ratedAmps: number }>;

/** What is typical of a chip of a colour in a body: the colour's volts stand at the current that is usual for the body. */
export function ledClassOf(colour: LedColourName = 'white', body?: LedBodyName): LedColour {
  const typical = LED_COLOURS[colour];
  return body ? { ...typical, atAmps: LED_BODIES[body].ratedAmps } : typical;
}

export type LedBodyName = keyof typeof LED_BODIES;
export const LED_BODY_NAMES = Object.keys(LED_BODIES) as [LedBodyName, ...LedBodyName[]];
