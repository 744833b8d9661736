import { type Circuit, partOf } from '../circuit/index.ts';
import { isElectrolytic, isKind } from '../device/index.ts';
import type { Fault } from './fault.ts';

/**
 * How long a thing lives until a fault of a kind: Weibull's distribution (IEC 61649), whose shape is below 1 for what was
 * wrong from the beginning, 1 for chance, and above for what wears.
 */
interface Life {
  readonly shape: number;
  /** By then 63 % have it, h. */
  readonly hours: number;
}

/** A burn of a makers' sheet's endurance test, h at °C, and the rule by which so many kelvin less double it. */
const ELECTROLYTIC = { hours: 2000, celsius: 105, doubling: 10 } as const;
/** Beside a bridge in a closed lamp, where nothing was read. */
const USUAL_CELSIUS = 80;
/** Of LEDs: 25,000 h of their sheets to 70 % of the light are as long as they last where they are overdriven. */
const LED: Life = { shape: 1.5, hours: 25_000 };
const FILM: Life = { shape: 2, hours: 20_000 };
const JOINT: Life = { shape: 0.8, hours: 20_000 };
const CHANCE: Life = { shape: 1, hours: 30_000 };

/** A year of use as the labels of lamps reckon it, h (Regulation (EU) 2019/2015). */
export const HOURS_A_YEAR = 1000;

/** From an hour to eleven years day and night: where nothing is known each part of it, by its logarithm, is as likely. */
const [LEAST_HOURS, MOST_HOURS] = [1, 1e5];
const LOG_ANY = -Math.log(Math.log(MOST_HOURS / LEAST_HOURS));

/** How likely the hours are of a thing of which nothing is known, by their logarithm. */
export function logAnyHours(): number {
  return LOG_ANY;
}

/** How likely it is that a fault came after so many hours, as a density by their logarithm. */
export function logHoursWith(circuit: Circuit, fault: Fault, hours: number): number {
  const life = lifeOf(circuit, fault);
  if (!life) return LOG_ANY;
  const share = (Math.max(LEAST_HOURS, hours) / life.hours) ** life.shape;
  // Never surer than one in twenty that it was something else.
  return Math.log(0.95 * life.shape * share * Math.exp(-share) + 0.05 * Math.exp(LOG_ANY));
}

/** Undefined of what is renewed in between: cells, and what is no part of the thing. */
function lifeOf(circuit: Circuit, { fault, part: ref }: Fault): Life | undefined {
  const part = partOf(circuit, ref);
  if (!part || isKind(part, 'battery') || isKind(part, 'ac') || isKind(part, 'dc')) return undefined;
  if (fault === 'joint') return JOINT;
  if (isKind(part, 'led')) return LED;
  if (isKind(part, 'capacitor') && fault === 'drift') {
    if (!isElectrolytic(part)) return FILM;
    const cooler = ELECTROLYTIC.celsius - (part.celsius ?? USUAL_CELSIUS);
    return { shape: 3, hours: ELECTROLYTIC.hours * 2 ** (cooler / ELECTROLYTIC.doubling) };
  }
  return CHANCE;
}
