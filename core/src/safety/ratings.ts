import type { WarningCode } from '../solve/index.ts';
import type { Finding, FindingCode, SafetyRule } from './finding.ts';

/** Well over a rating is another thing than a little. */
const FAR_OVER = 1.5;

const CODES: Readonly<Record<WarningCode, { readonly code: FindingCode; readonly mend: string }>> = {
  'over-rated-amps': { code: 'over-amps', mend: 'Lower the current: a larger resistor, a smaller dropper, a lower limit.' },
  'over-rated-peak-amps': { code: 'over-peak-amps', mend: 'Lower the peak: more series resistance, or a larger reservoir.' },
  'over-rated-watts': { code: 'over-watts', mend: 'Fit a part of more watts, or split it over two.' },
  'over-rated-volts': { code: 'over-volts', mend: 'Fit a part for more volts, or put two in series.' },
  'over-rated-reverse-volts': { code: 'over-reverse-volts', mend: 'Put a diode the other way round across it.' },
  'over-rated-celsius': { code: 'over-celsius', mend: 'Give it a better way for its heat, or less of it.' },
};

/** Every part against what its maker says it takes. */
export const ratingFindings: SafetyRule = ({ solution, circuit }) =>
  solution.warnings.map(({ ref, code, text, value, limit }): Finding => {
    const over = value / limit;
    const kind = circuit.parts.find((part) => part.ref === ref)?.kind;
    // An LED fades sooner; a resistor, a capacitor, a transistor burns or bursts.
    const unsafe = over > FAR_OVER && kind !== 'led';
    return {
      code: CODES[code].code,
      severity: unsafe ? 'unsafe' : 'caution',
      ref,
      text: `${text} ${over.toFixed(2)} times.`,
      mend: CODES[code].mend,
    };
  });
