import { partOf } from '../../circuit/index.ts';
import { deviceOf, isKind, type RatingKind } from '../../device/index.ts';
import type { Stress } from '../../drive/index.ts';
import { exactly } from '../../quantity/index.ts';
import type { SolutionWarning } from '../../solve/index.ts';
import type { Finding, FindingCode } from '../finding.ts';
import { type Judged, type SafetyRule, speaks } from '../rule.ts';

/** Well over a rating is another thing than a little. */
const FAR_OVER = 1.5;

const CODES: Readonly<Record<RatingKind, FindingCode>> = {
  'chip-amps': 'over-amps',
  'chip-peak-amps': 'over-peak-amps',
  'chip-watts': 'over-watts',
  'chip-reverse-volts': 'over-reverse-volts',
  'chip-celsius': 'over-celsius',
  watts: 'over-watts',
  volts: 'over-volts',
  amps: 'over-amps',
  'peak-amps': 'over-peak-amps',
  'reverse-volts': 'over-reverse-volts',
  celsius: 'over-celsius',
};

/** Every part against what it takes: by its maker, or by what is usual for its body. */
export const ratingsRule: SafetyRule = (judged) =>
  speaks(
    ...judged.stresses.flatMap((stress): Finding[] => (stress.ratio.value > 1 ? [ofStress(stress, judged)] : [])),
    ...judged.solution.warnings.flatMap((warning) => ofWarning(warning, judged)),
  );

function ofStress({ ref, of, figure, limit, ratio }: Stress, { circuit }: Judged): Finding {
  const isOver = ratio.value - 2 * ratio.uncertainty > 1;
  // An LED fades sooner; a resistor, a capacitor, a transistor burns or bursts. What heat takes of a rating is an estimate.
  const ofRating = figure.value / (limit.derated?.of ?? limit.value);
  const isHard = ofRating > FAR_OVER && isOver && !limit.assumed && !isKind(partOf(circuit, ref), 'led');
  return {
    code: CODES[of],
    severity: isHard ? 'unsafe' : 'caution',
    ref,
    ...(limit.assumed && { assumed: true as const }),
    facts: { about: 'rating', of, figure, limit, ratio },
  };
}

/** Of temperatures, and of what a source's label says that it delivers: no part that is driven. */
function ofWarning({ ref, code, value, limit }: SolutionWarning, { circuit }: Judged): Finding[] {
  const part = partOf(circuit, ref);
  const isSource = part !== undefined && deviceOf(part.kind).source !== undefined;
  if (code === 'may-oscillate' || (!isSource && code !== 'over-rated-celsius')) return [];
  const ratio = value / limit;
  const of = WARNED[code];
  return [
    {
      code: CODES[of],
      severity: ratio > FAR_OVER && !isKind(part, 'led') ? 'unsafe' : 'caution',
      ref,
      facts: { about: 'rating', of, figure: exactly(value), limit: { value: limit, assumed: false }, ratio: exactly(ratio) },
    },
  ];
}

const WARNED: Readonly<Record<Exclude<SolutionWarning['code'], 'may-oscillate'>, RatingKind>> = {
  'over-rated-amps': 'amps',
  'over-rated-peak-amps': 'peak-amps',
  'over-rated-watts': 'watts',
  'over-rated-volts': 'volts',
  'over-rated-reverse-volts': 'reverse-volts',
  'over-rated-celsius': 'celsius',
};
