import { lightHertz, lowRiskFlickerPercent } from '../drive/index.ts';
import type { Finding, SafetyRule } from './finding.ts';

/** Light that goes up and down with the mains. */
export const flickerFindings: SafetyRule = ({ circuit, solution }) => {
  if (solution.regime !== 'periodic') return [];
  const hertz = lightHertz(circuit);
  if (hertz === undefined) return [];
  const limit = lowRiskFlickerPercent(hertz);
  return Object.entries(solution.leds).flatMap(([ref, { flickerPercent }]): Finding[] => {
    if (flickerPercent === null || flickerPercent <= limit) return [];
    const text = `${ref} flickers by ${Math.round(flickerPercent)} % at ${hertz} Hz; up to ${limit.toPrecision(2)} % is of low risk (IEEE 1789).`;
    return [{ code: 'flicker', severity: 'note', ref, text, mend: 'A larger reservoir, or a driver that evens it out.' }];
  });
};
