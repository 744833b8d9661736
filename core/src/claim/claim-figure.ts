import { formatEngineering } from '../quantity/index.ts';
import { CLAIM_DEFINITIONS, type ClaimField, type ClaimSource, type ClaimTextField } from './fields.ts';

/** A claim in figures, as the rules want it. */
export interface ClaimFigure {
  readonly id: string;
  readonly field: ClaimField;
  readonly value: number;
  /** The end of a range: “100–240 V”. */
  readonly upTo?: number | undefined;
  readonly source: ClaimSource;
}

/** A claim in words. */
export interface ClaimWords {
  readonly id: string;
  readonly field: ClaimTextField;
  readonly text: string;
  readonly source: ClaimSource;
}

/** The figure as people read it: `230 V`, `100–240 V`, `2700 K`. */
export function sayClaim({ field, value, upTo }: Pick<ClaimFigure, 'field' | 'value' | 'upTo'>): string {
  const { unit } = CLAIM_DEFINITIONS[field];
  const digits = unit === 'kelvin' ? 4 : 3;
  const { text, figure } = formatEngineering(value, unit, digits);
  return upTo === undefined ? text : `${figure}–${formatEngineering(upTo, unit, digits).text}`;
}
