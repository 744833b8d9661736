import { partsOfKind } from '../../circuit/index.ts';
import type { PartOf } from '../../device/index.ts';
import type { Solution } from '../../solve/index.ts';
import { type Answers, answersOf, CLEAR, type SafetyRule, speaks } from '../rule.ts';

/** Converters on too many volts, and those whose output has volts that they cannot make. */
export const convertersRule: SafetyRule = ({ circuit, solution }) =>
  answersOf(partsOfKind(circuit, 'converter').map((part) => overItsVolts(part, solution) ?? wrongWayRound(part, solution) ?? CLEAR));

type Converter = PartOf<'converter'>;

function overItsVolts({ ref, maxInVolts, rangeAssumed }: Converter, solution: Solution): Answers | undefined {
  const volts = solution.parts[ref]?.volts.max ?? 0;
  if (volts <= maxInVolts) return undefined;
  return speaks({
    code: 'converter-volts',
    severity: rangeAssumed ? 'caution' : 'unsafe',
    ref,
    ...(rangeAssumed && { assumed: true as const }),
    facts: { about: 'converter', volts, most: maxInVolts },
  });
}

/** Of its input: an averaged converter is solved with no loss in volts, and this much more is no rounding. */
const MORE_THAN_INPUT = 0.01;
/** What the diode of one that steps up drops, V: with more than that over its output, its coil conducts all the time. */
const DIODE_VOLTS = 0.3;

/** One that runs, with more volts at its output than it gets though it steps down, or fewer though it steps up. */
function wrongWayRound({ ref, mode, pins }: Converter, { parts, nets }: Solution): Answers | undefined {
  const [inVolts, inAmps] = [parts[ref]?.volts.avg ?? 0, parts[ref]?.amps.avg ?? 0];
  if (mode === 'boost-buck' || inAmps <= 0) return undefined;
  const outVolts = (nets[pins[2]]?.volts.avg ?? 0) - (nets[pins[3]]?.volts.avg ?? 0);
  const isWrong = mode === 'buck' ? outVolts > (1 + MORE_THAN_INPUT) * inVolts : outVolts < inVolts - DIODE_VOLTS;
  if (!isWrong) return undefined;
  const does = mode === 'buck' ? 'step down' : 'step up';
  return speaks({ code: 'converter-volts', severity: 'caution', ref, facts: { about: 'conversion', does, inVolts, outVolts } });
}
