import { partOf } from '../circuit/index.ts';
import { isKind } from '../device/index.ts';
import { formatEngineering, type Unit } from '../quantity/index.ts';
import type { WarningCode } from '../solve/index.ts';
import type { Finding, FindingCode, SafetyRule } from './finding.ts';

/** Well over a rating is another thing than a little. */
const FAR_OVER = 1.5;

interface RatingWords {
  readonly code: FindingCode;
  /** What it is that is too much, and its unit. */
  readonly what: string;
  readonly unit: Unit;
  readonly mend: string;
}

const CODES: Readonly<Record<WarningCode, RatingWords>> = {
  'over-rated-amps': {
    code: 'over-amps',
    what: 'average current',
    unit: 'amps',
    mend: 'Lower the current: a larger resistor, a smaller dropper, a lower limit.',
  },
  'over-rated-peak-amps': {
    code: 'over-peak-amps',
    what: 'peak current',
    unit: 'amps',
    mend: 'Lower the peak: more series resistance, or a larger reservoir.',
  },
  'over-rated-watts': { code: 'over-watts', what: 'power', unit: 'watts', mend: 'Fit a part of more watts, or split it over two.' },
  'over-rated-volts': { code: 'over-volts', what: 'volts', unit: 'volts', mend: 'Fit a part for more volts, or put two in series.' },
  'over-rated-reverse-volts': {
    code: 'over-reverse-volts',
    what: 'reverse volts',
    unit: 'volts',
    mend: 'Put a diode the other way round across it.',
  },
  'over-rated-celsius': {
    code: 'over-celsius',
    what: 'temperature',
    unit: 'celsius',
    mend: 'Give it a better way for its heat, or less of it.',
  },
};

/** Every part against what its maker says it takes. */
export const ratingFindings: SafetyRule = ({ solution, circuit }) =>
  solution.warnings.map(({ ref, code, value, limit }): Finding => {
    const over = value / limit;
    const { what, unit } = CODES[code];
    const [found, rated] = [formatEngineering(value, unit).text, formatEngineering(limit, unit).text];
    // An LED fades sooner; a resistor, a capacitor, a transistor burns or bursts.
    const unsafe = over > FAR_OVER && !isKind(partOf(circuit, ref), 'led');
    return {
      code: CODES[code].code,
      severity: unsafe ? 'unsafe' : 'caution',
      ref,
      text: `${ref}: ${what} ${found} where ${rated} is rated, ${over.toFixed(2)} times.`,
      mend: CODES[code].mend,
    };
  });
