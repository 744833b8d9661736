import { formatEngineering, THIN_SPACE } from '../quantity/index.ts';
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
  const low = asPrinted(field, value);
  return upTo === undefined ? low.text : `${low.figure}–${asPrinted(field, upTo).text}`;
}

/** As a box prints it: no noughts behind the point. */
function asPrinted(field: ClaimField, value: number): { readonly figure: string; readonly text: string } {
  const { figure, unit } = formatEngineering(value, CLAIM_DEFINITIONS[field].unit, 4);
  const short = figure.includes('.') ? figure.replace(/\.?0+$/, '') : figure;
  return { figure: short, text: unit === '' || unit === '°' ? `${short}${unit}` : `${short}${THIN_SPACE}${unit}` };
}
