import { isChipLit, lowRiskFlickerPercent } from '../../drive/index.ts';
import { answersOf, CLEAR, type SafetyRule, speaks } from '../rule.ts';

/** Light that goes up and down; what leaks through a dark chip is none. */
export const flickerRule: SafetyRule = ({ solution }) =>
  answersOf(
    Object.entries(solution.leds).map(([ref, { chip, flickerPercent: percent, flickerHertz: hertz }]) => {
      if (percent === null || hertz === null || !isChipLit(chip.amps.max)) return CLEAR;
      const most = lowRiskFlickerPercent(hertz);
      if (percent <= most) return CLEAR;
      return speaks({ code: 'flicker', severity: 'note', ref, facts: { about: 'flicker', percent, hertz, most } });
    }),
  );
