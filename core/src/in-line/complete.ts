import { formatSignificant, multiply, type Uncertain } from '../quantity/index.ts';

/** What an in-line meter shows of a supply. */
export interface InLineFigures {
  readonly volts?: Uncertain | undefined;
  readonly amps?: Uncertain | undefined;
  readonly watts?: Uncertain | undefined;
  readonly voltAmps?: Uncertain | undefined;
  /** −1 to 1. */
  readonly powerFactor?: Uncertain | undefined;
}

export interface Completed {
  /** What was read, with what follows from it. */
  readonly figures: InLineFigures;
  /** Which of them were not read but follow. */
  readonly derived: readonly (keyof InLineFigures)[];
  /** What does not fit together, in words. */
  readonly clash?: string;
  /** Where only volts and amps of an alternating supply are known: between what the watts can lie. */
  readonly wattsBetween?: { readonly low: number; readonly high: number; readonly text: string };
}

/** Beyond this many standard deviations two ways to the same figure do not agree. */
const CLASH_SIGMAS = 2;

/**
 * Power factors of the drivers that cheap lamps have: a capacitor dropper, a rectifier straight onto a store, a linear
 * driver chip, a resistor. Real power lies between the least and the greatest times volts × amps.
 */
const ARRANGEMENT_POWER_FACTORS = { low: 0.2, high: 1 };

/**
 * Completes volts, amps, watts, volt-amps and power factor from those that were read: VA = V·A, W = VA·PF (IEEE 1459,
 * for the total figures of any waveform). Uncertainty is propagated linearly.
 *
 * @param alternating on direct current volts × amps are the watts
 */
export function completeInLine(read: InLineFigures, alternating: boolean): Completed {
  const figures: { -readonly [K in keyof InLineFigures]: InLineFigures[K] } = { ...read };
  const derived: (keyof InLineFigures)[] = [];
  const derive = (field: keyof InLineFigures, value: Uncertain | undefined) => {
    if (figures[field] || !value) return;
    figures[field] = value;
    derived.push(field);
  };
  // In two rounds everything that three of five determine is there.
  for (let round = 0; round < 2; round++) {
    derive('voltAmps', over(figures.watts, figures.powerFactor) ?? times(figures.volts, figures.amps));
    derive('volts', over(figures.voltAmps, figures.amps));
    derive('amps', over(figures.voltAmps, figures.volts));
    derive('watts', alternating ? times(figures.voltAmps, figures.powerFactor) : times(figures.volts, figures.amps));
    if (alternating) derive('powerFactor', atMostOne(over(figures.watts, figures.voltAmps)));
  }
  const clash = clashOf(read, alternating);
  const between = alternating && !figures.watts && figures.voltAmps ? wattsBetween(figures.voltAmps.value) : undefined;
  return { figures, derived, ...(clash && { clash }), ...(between && { wattsBetween: between }) };
}

function wattsBetween(voltAmps: number): NonNullable<Completed['wattsBetween']> {
  const [low, high] = [ARRANGEMENT_POWER_FACTORS.low * voltAmps, ARRANGEMENT_POWER_FACTORS.high * voltAmps];
  const text = `volts × amps is not watts: ${formatSignificant(voltAmps, 3)} VA can be ${formatSignificant(low, 2)} W behind a capacitor dropper and up to ${formatSignificant(high, 3)} W behind a resistor. Read the watts.`;
  return { low, high, text };
}

function clashOf({ volts, amps, watts, voltAmps, powerFactor }: InLineFigures, alternating: boolean): string | undefined {
  if (powerFactor && Math.abs(powerFactor.value) > 1) return `A power factor of ${powerFactor.value} cannot be: it is 1 at most.`;
  const product = times(volts, amps);
  const apparent = voltAmps ?? product;
  if (product && voltAmps && apart(product, voltAmps)) {
    return `${say(volts)} V × ${say(amps)} A is ${say(product)} VA, not ${say(voltAmps)}: one of the three is misread.`;
  }
  if (!alternating && product && watts && apart(watts, product)) {
    return `On direct current ${say(volts)} V × ${say(amps)} A is ${say(product)} W, not ${say(watts)}.`;
  }
  if (apparent && watts && watts.value > apparent.value && apart(watts, apparent)) {
    return `${say(watts)} W is more than the ${say(apparent)} VA it comes from: one of them is misread, or the ranges differ.`;
  }
  const real = times(apparent, powerFactor);
  if (real && watts && apart(real, watts)) {
    return `${say(apparent)} VA × ${say(powerFactor)} is ${say(real)} W, not ${say(watts)}: one of them is misread.`;
  }
  return undefined;
}

function apart(one: Uncertain, other: Uncertain): boolean {
  return Math.abs(one.value - other.value) > CLASH_SIGMAS * Math.hypot(one.uncertainty, other.uncertainty);
}

function times(one: Uncertain | undefined, other: Uncertain | undefined): Uncertain | undefined {
  return one && other && multiply(one, other);
}

function over(one: Uncertain | undefined, other: Uncertain | undefined): Uncertain | undefined {
  if (!one || !other || other.value === 0) return undefined;
  const value = one.value / other.value;
  return { value, uncertainty: Math.abs(value) * Math.hypot(one.uncertainty / (one.value || 1), other.uncertainty / other.value) };
}

/** A factor a little over one is rounding of what it was worked out from. */
function atMostOne(factor: Uncertain | undefined): Uncertain | undefined {
  return factor && { ...factor, value: Math.min(1, factor.value) };
}

function say(figure: Uncertain | undefined): string {
  return figure ? String(Number(figure.value.toPrecision(3))) : '–';
}
