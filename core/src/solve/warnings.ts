import { type Circuit, celsiusOf } from '../circuit/index.ts';
import { deviceOf, type RatingKind } from '../device/index.ts';
import { formatEngineering, type Unit } from '../quantity/index.ts';
import { figureOf, type SolvedFigures } from './figure.ts';
import { ratedFigure } from './ratings.ts';
import type { SolutionWarning, WarningCode } from './solution.ts';

const CODES: Readonly<Record<RatingKind, { readonly code: WarningCode; readonly unit: Unit }>> = {
  'chip-amps': { code: 'over-rated-amps', unit: 'amps' },
  'chip-peak-amps': { code: 'over-rated-peak-amps', unit: 'amps' },
  'chip-watts': { code: 'over-rated-watts', unit: 'watts' },
  'chip-reverse-volts': { code: 'over-rated-reverse-volts', unit: 'volts' },
  'chip-celsius': { code: 'over-rated-celsius', unit: 'celsius' },
  watts: { code: 'over-rated-watts', unit: 'watts' },
  volts: { code: 'over-rated-volts', unit: 'volts' },
  amps: { code: 'over-rated-amps', unit: 'amps' },
  'peak-amps': { code: 'over-rated-peak-amps', unit: 'amps' },
  'reverse-volts': { code: 'over-rated-reverse-volts', unit: 'volts' },
  celsius: { code: 'over-rated-celsius', unit: 'celsius' },
};

/** It rests at the point that is given, and would go on oscillating were it once made to. */
export function mayOscillateWarning({ parts }: Circuit, seconds: number): SolutionWarning {
  const ref = parts.find(({ kind }) => kind === 'bjt' || kind === 'mosfet')?.ref ?? '';
  const hertz = 1 / seconds;
  return {
    ref,
    code: 'may-oscillate',
    text: `${ref}: it may also oscillate, at ${formatEngineering(hertz, 'hertz').text}.`,
    value: hertz,
    limit: 0,
  };
}

/** Where a part is driven over what its maker says it takes. An LED's ratings are those of one chip. */
export function warningsOf(circuit: Circuit, solved: SolvedFigures): readonly SolutionWarning[] {
  return circuit.parts.flatMap((part) => {
    if (!part.rated) return [];
    const { ratings, source } = deviceOf(part.kind);
    return (ratings?.(part) ?? []).flatMap(({ of, limit }): SolutionWarning[] => {
      const figure = ratedFigure(part.ref, of);
      // A source's watts are counted up where it delivers.
      const value = figure ? (source && of === 'watts' ? -1 : 1) * figureOf(solved, figure) : celsiusOf(circuit, part);
      if (limit.assumed || !(value > limit.value)) return [];
      const { code, unit } = CODES[of];
      const say = (amount: number) => formatEngineering(amount, unit).text;
      return [{ ref: part.ref, code, text: `${part.ref}: ${say(value)}, rated ${say(limit.value)}.`, value, limit: limit.value }];
    });
  });
}
