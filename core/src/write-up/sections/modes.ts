import type { ModeFigures } from '../../details/index.ts';
import { formatSignificant } from '../../quantity/index.ts';
import { say, sayUncertain, table, type WriteUpBlock } from '../block.ts';

/** The modes as a table; nothing where it has one. */
export function writeModes(modes: readonly ModeFigures[]): readonly WriteUpBlock[] {
  const hasCells = modes.some(({ hours }) => hours !== undefined);
  const rows = modes.map(({ name, says, hardest, supplyWatts, light, hours, measured }) => [
    name ?? 'as traced',
    says,
    hardest
      ? `${sayUncertain(hardest.average, 'amps')}, peak ${say(hardest.peakAmps, 'amps')}${measured ? '' : ', not read'}`
      : 'not known',
    hardest ? `${hardest.ofRated.value.toFixed(2)}×` : '',
    supplyWatts ? sayUncertain(supplyWatts, 'watts') : '',
    light === undefined ? '' : `${formatSignificant(100 * light, 2)} %`,
    ...(hasCells ? [hours === undefined ? '' : say(hours, 'hours')] : []),
  ]);
  return table(
    'modes',
    [
      'Mode',
      'What is otherwise',
      'A chip of the hardest driven LED',
      'Multiple',
      'From its supply',
      'Light',
      ...(hasCells ? ['On its cells'] : []),
    ],
    rows,
  );
}
