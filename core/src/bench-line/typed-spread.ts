import { deviceOf, type Part } from '../device/index.ts';
import { COVERAGE, type ParsedQuantity, parseQuantity } from '../quantity/index.ts';

/** What was typed of a part, parted into what it is and how far that may be off. */
export interface TypedSpread {
  readonly words: readonly string[];
  /** Half the width of 95 %, in percent or in the value's own unit. */
  readonly spread?: ParsedQuantity;
}

const SIGN = /^(?:±|\+-|\+\/-)(.*)$/;
const PERCENT = /^[\d.,]+%$/;

/**
 * `5%`, `±5%`, `+-0.1v`, also with a space behind the sign; the last one said counts.
 *
 * @param ownPercent a percentage without a sign says something else of this kind
 */
export function splitSpread(typed: readonly string[], ownPercent = false): TypedSpread | string {
  const words: string[] = [];
  let spread: ParsedQuantity | undefined;
  for (let index = 0; index < typed.length; index++) {
    const word = typed[index] as string;
    const sign = SIGN.exec(word);
    if (!sign && (ownPercent || !PERCENT.test(word))) {
      words.push(word);
      continue;
    }
    const figure = sign ? sign[1] || typed[++index] : word;
    const parsed = figure === undefined ? undefined : parseQuantity(figure);
    if (!parsed || !(parsed.value > 0)) return `“${word}”: how far it may be off, as “±5%” or “±0.1v”.`;
    spread = parsed;
  }
  return { words, ...(spread && { spread }) };
}

const FIELD_UNITS: readonly (readonly [RegExp, ParsedQuantity['unit']])[] = [
  [/volts/i, 'volts'],
  [/amps/i, 'amps'],
  [/ohms/i, 'ohms'],
  [/farads/i, 'farads'],
  [/henries/i, 'henries'],
];

/** The spread as the part's own field says it; a sentence where nothing of that unit is unsure in it. */
export function spreadFields(part: Part, { value, unit }: ParsedQuantity): Pick<Part, 'tolerance' | 'spread'> | string {
  const { toleranced, implied, learns, name } = deviceOf(part.kind);
  const main = toleranced?.(part).field;
  if (unit === 'percent' && main !== undefined) return { tolerance: value / 100 };
  const fields = [...(main === undefined ? [] : [main]), ...(learns?.(part) ?? []).map(({ field }) => field)];
  const field = fields.find((one) => FIELD_UNITS.some(([shape, of]) => of === unit && shape.test(one)));
  if (field === undefined)
    return `of a ${name} there is no ${unit} that ± could speak of${unit === 'percent' ? '; say it in volts, as “±0.1v”' : ''}.`;
  const nominal = { ...implied?.(part), ...(part as Readonly<Record<string, unknown>>) }[field];
  if (field !== main) return { spread: { ...part.spread, [field]: value / COVERAGE } };
  if (typeof nominal !== 'number' || nominal === 0) return 'say how far it may be off in percent, as “±5%”.';
  return { tolerance: value / Math.abs(nominal) };
}
