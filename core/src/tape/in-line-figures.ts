import type { InLineFigures } from '../in-line/index.ts';
import type { ReadingFigure } from './entry.ts';

const FIELD_OF_UNIT = { volts: 'volts', amps: 'amps', watts: 'watts', voltAmps: 'voltAmps', one: 'powerFactor' } as const;

/** The figures of one in-line reading by their names. */
export function inLineFigures(figures: readonly ReadingFigure[]): InLineFigures {
  return Object.fromEntries(
    figures.flatMap(({ unit, value, uncertainty }) =>
      Object.hasOwn(FIELD_OF_UNIT, unit) ? [[FIELD_OF_UNIT[unit as keyof typeof FIELD_OF_UNIT], { value, uncertainty }]] : [],
    ),
  );
}
