/** A value with one standard uncertainty (JCGM 100:2008), both SI. */
export interface Uncertain {
  readonly value: number;
  readonly uncertainty: number;
}

/** The coverage factor behind every expanded uncertainty shown: about 95 % of a normal distribution. */
export const COVERAGE = 2;

/** An exact number. */
export function exactly(value: number): Uncertain {
  return { value, uncertainty: 0 };
}

/** A nominal value with a ± tolerance at 95 %: `tolerance` is relative. */
export function withTolerance(value: number, tolerance: number): Uncertain {
  return { value, uncertainty: Math.abs(value * tolerance) / COVERAGE };
}

// The four laws below are JCGM 100:2008, 5.1.2, for independent inputs.

export function add(a: Uncertain, b: Uncertain): Uncertain {
  return { value: a.value + b.value, uncertainty: Math.hypot(a.uncertainty, b.uncertainty) };
}

export function subtract(a: Uncertain, b: Uncertain): Uncertain {
  return { value: a.value - b.value, uncertainty: Math.hypot(a.uncertainty, b.uncertainty) };
}

export function multiply(a: Uncertain, b: Uncertain): Uncertain {
  return { value: a.value * b.value, uncertainty: Math.hypot(a.uncertainty * b.value, b.uncertainty * a.value) };
}

/** @returns an infinite value where `b` is zero, as the division would */
export function divide(a: Uncertain, b: Uncertain): Uncertain {
  const value = a.value / b.value;
  return { value, uncertainty: Math.abs(Math.hypot(a.uncertainty, value * b.uncertainty) / b.value) };
}
