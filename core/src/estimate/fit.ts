import { type Circuit, type Result, succeed } from '../circuit/index.ts';
import { deviceOf } from '../device/index.ts';
import { chiSquareProbability } from '../numeric/index.ts';
import { type Fit, type FitOptions, fitOnce } from './fit-once.ts';
import type { EstimateReading } from './readings.ts';
import type { Unknown } from './unknowns.ts';

/** Readings that fit this badly by chance are rarer than one in a thousand: they contradict one another, or what is usual. */
const CONTRADICTION = 1e-3;
/** Standard deviations from where on what is usual pulls no harder, and how often it is weighed anew. */
const GIVES_WAY_AT = 1.5;
const GIVING_ROUNDS = { dc: 6, periodic: 2, oscillating: 0 } as const;

/**
 * What the readings say together, with the spreads as they are; where readings that agree contradict only what is usual,
 * the readings are believed.
 */
export function fitReadings(found: Circuit, taken: readonly EstimateReading[], options: FitOptions = {}): Result<Fit> {
  const strict = fitOnce(found, taken, options);
  // Which cause mends is asked of the spreads as they are.
  const isTrial = options.freed !== undefined || options.steps !== undefined;
  if (!strict.ok || isTrial || strict.value.probability >= CONTRADICTION) return strict;
  const believed = believeReadings(found, taken, strict.value, options);
  return succeed(believed ? { ...strict.value, ...figuresOf(believed) } : strict.value);
}

/**
 * Where readings that agree contradict what is usual, what is usual gives way: its pull grows no further from some
 * spreads on (Huber, Ann. Math. Stat. 35, 1964, by weighing anew). What was stated of a part, and every reading, keeps
 * its own.
 *
 * @returns undefined where the readings do not agree with that either
 */
function believeReadings(found: Circuit, taken: readonly EstimateReading[], strict: Fit, options: FitOptions): Fit | undefined {
  const usual = strict.unknowns.filter((unknown) => isUsual(found, unknown));
  let fit = strict;
  let freed: Unknown[] = [];
  for (let round = 0; round < GIVING_ROUNDS[strict.solution.regime]; round++) {
    const posteriors = new Map(fit.unknowns.map((one) => [`${one.ref} ${one.field}`, one.posterior.value]));
    freed = usual.map((unknown) => {
      const { prior } = unknown;
      const away = Math.abs((posteriors.get(`${unknown.ref} ${unknown.field}`) ?? prior.value) - prior.value) / prior.uncertainty;
      return { ...unknown, prior: { value: prior.value, uncertainty: prior.uncertainty * Math.sqrt(Math.max(1, away / GIVES_WAY_AT)) } };
    });
    const next = fitOnce(found, taken, { ...options, freed });
    if (!next.ok) return undefined;
    fit = next.value;
  }
  const left = fit.residuals.reduce((sum, { sigmas }) => sum + sigmas ** 2, 0);
  return chiSquareProbability(left, fit.freedom) < CONTRADICTION ? undefined : fit;
}

/** Nothing was said of how far it may be off, and no reading of it alone has taught it. */
function isUsual({ parts }: Circuit, { ref, field }: Unknown): boolean {
  const part = parts.find((one) => one.ref === ref);
  if (!part || part.spread?.[field] !== undefined) return false;
  return part.tolerance === undefined || deviceOf(part.kind).toleranced?.(part)?.field !== field;
}

/** What the circuit does by a fit; how well all fits, and what is looked for where it does not, stays that of the spreads as they are. */
function figuresOf({ circuit, solution, warmed, figureBy, figures, limits, expected, afterReading, afterAlone }: Fit): Partial<Fit> {
  return { circuit, solution, warmed, figureBy, figures, limits, expected, afterReading, afterAlone };
}
