import { ARRANGEMENT_NAMES, differenceOf, explainArrangement, recognise, sayMissing } from '../../arrangement/index.ts';
import { deviceOf, partValue } from '../../device/index.ts';
import { sentence, table, type WriteUpBlock } from '../block.ts';
import type { WriteUpFacts } from '../facts.ts';

/** What arrangement it is and what is unlike the usual one, the parts, and the drawing. */
export function writeCircuit({ specimen, foundJudged, found }: WriteUpFacts): readonly WriteUpBlock[] {
  const { circuit } = specimen;
  if (circuit.parts.length === 0) return [];
  const arrangements = foundJudged?.arrangements ?? recognise(circuit, found?.solution);
  const said = arrangements.flatMap((arrangement): WriteUpBlock[] => {
    const words = explainArrangement(arrangement)
      .map((phrase) => ('words' in phrase ? phrase.words : phrase.refs.join(', ')))
      .join('');
    const { missing, unusual } = differenceOf(arrangement, arrangements, circuit);
    const unlike = [
      ...missing.map((role) => sayMissing(role, arrangement.code)),
      ...(unusual.length > 0 ? [`${unusual.join(', ')} ${unusual.length === 1 ? 'is' : 'are'} not usual in it`] : []),
    ];
    const name = ARRANGEMENT_NAMES[arrangement.code];
    return [
      sentence(`circuit.${arrangement.code}`, `Arrangement: ${name}. ${words}`),
      ...(unlike.length > 0 ? [sentence(`circuit.${arrangement.code}.unlike`, `Unlike the usual one: ${unlike.join('; ')}.`)] : []),
    ];
  });
  return [
    ...said,
    { kind: 'figure', figure: 'circuit', caption: `Circuit of ${specimen.name} as found` },
    ...table(
      'circuit.parts',
      ['Part', 'What', 'Marked', 'Nets'],
      circuit.parts.map((part) => [
        part.ref,
        `${deviceOf(part.kind).name} ${partValue(part)}`.trim(),
        part.marking ?? '',
        part.pins.join(', '),
      ]),
    ),
  ];
}
