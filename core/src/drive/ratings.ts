import { LED_BODIES, LED_COLOURS, type Part } from '../device/index.ts';

/** A limit, and whether it is a maker's figure or what is usual for such a part. */
export interface Limit {
  readonly value: number;
  readonly assumed: boolean;
  /** In words, for the screen: "5 mm, usual". */
  readonly source: string;
  /** What heat around it leaves of the rating, and what was rated. */
  readonly derated?: { readonly share: number; readonly celsius: number; readonly of: number };
}

/** Of a small through-hole or 1206 resistor, where nothing is known of its size. */
const USUAL_RESISTOR_WATTS = 0.25;
const USUAL_LED_AMPS = 0.02;

/** What one chip of an LED may carry on average. */
export function ratedChipAmps(part: Extract<Part, { kind: 'led' }>): Limit {
  if (part.rated?.amps !== undefined) return { value: part.rated.amps, assumed: false, source: 'rated' };
  if (part.body) return { value: LED_BODIES[part.body].ratedAmps, assumed: true, source: `usual for ${part.body}` };
  return { value: USUAL_LED_AMPS, assumed: true, source: 'usual for a small LED' };
}

/** Of a through-hole body, whose epoxy softens, and of one that is soldered flat. */
const USUAL_JUNCTION_CELSIUS = { legs: 100, flat: 125 } as const;

/** How warm the junction of an LED may be. */
export function ratedJunctionCelsius(part: Extract<Part, { kind: 'led' }>): Limit {
  if (part.rated?.celsius !== undefined) return { value: part.rated.celsius, assumed: false, source: 'rated' };
  const hasLegs = part.body === undefined || part.body.endsWith('mm');
  return { value: USUAL_JUNCTION_CELSIUS[hasLegs ? 'legs' : 'flat'], assumed: true, source: `usual for ${part.body ?? 'a small LED'}` };
}

/** What a resistor may burn, free in air at 70 °C. */
export function ratedResistorWatts(part: Extract<Part, { kind: 'resistor' }>): Limit {
  if (part.rated?.watts !== undefined) return { value: part.rated.watts, assumed: false, source: 'rated' };
  return { value: USUAL_RESISTOR_WATTS, assumed: true, source: 'usual for its size' };
}

/** A resistor takes all of its rating up to 70 °C, and nothing at 155 °C (IEC 60115-1, film on ceramic; straight between). */
const DERATING = { from: 70, to: 155 } as const;

/** The limit that heat around a resistor leaves. */
export function withDerating(limit: Limit, celsius: number): Limit {
  if (!(celsius > DERATING.from)) return limit;
  const share = Math.max(0.01, (DERATING.to - celsius) / (DERATING.to - DERATING.from));
  return {
    ...limit,
    value: share * limit.value,
    source: `${limit.source}, ${share.toFixed(2)} of it at ${Math.round(celsius)} °C`,
    derated: { share, celsius, of: limit.value },
  };
}

/** Light over electrical power of an LED's colour: a typical share, not a reading. */
export function lightShareOf(part: Extract<Part, { kind: 'led' }>): number {
  return LED_COLOURS[part.colour ?? 'white'].lightShare;
}
