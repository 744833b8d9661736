import { COST_KINDS, type CostKind } from '../tape/index.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';
import { minutesOf } from './parse-run.ts';

const AMOUNT = /^\d+(?:[.,]\d{1,2})?$/;
const KIND_WORDS: Readonly<Record<string, CostKind>> = { part: 'parts', tool: 'tools', anew: 'new', time: 'work', labour: 'work' };
const EXAMPLES = '“cost 14.90 bought”, “cost 3.40 parts two resistors”, “cost 16 new”, “cost 50min work”';

/** `cost 14.90 bought`, `cost 3.40 parts two resistors`, `cost 50min work`: money without a currency, and time. */
export function parseCost(words: readonly string[]): BenchOutcome {
  let amount: number | undefined;
  let minutes: number | undefined;
  let of: CostKind | undefined;
  const text: string[] = [];
  for (let index = 0; index < words.length; index++) {
    const word = words[index] as string;
    const lower = word.toLowerCase();
    const kind = COST_KINDS.find((one) => one === lower) ?? KIND_WORDS[lower];
    const [length, used] = minutes === undefined ? minutesOf(word, words[index + 1]) : [undefined, 0];
    if (length !== undefined) {
      minutes = length;
      index += used - 1;
    } else if (amount === undefined && AMOUNT.test(word)) amount = Number(word.replace(',', '.'));
    else if (of === undefined && kind !== undefined) of = kind;
    else text.push(word);
  }
  if (amount === undefined && minutes === undefined) return unread(`cost: how much, or how long? As ${EXAMPLES}.`);
  const what = of ?? (amount === undefined ? 'work' : undefined);
  if (what === undefined) return unread(`cost ${words.join(' ')}: of what? bought, new, parts, tools or work, as ${EXAMPLES}.`);
  const said = [amount?.toFixed(2), minutes !== undefined && `${Math.round(minutes)} min`].filter(Boolean).join(', ');
  return entry(`${what}: ${said}${text.length > 0 ? `, ${text.join(' ')}` : ''}`, {
    kind: 'cost',
    of: what,
    ...(amount !== undefined && { amount }),
    ...(minutes !== undefined && { minutes }),
    ...(text.length > 0 && { text: text.join(' ') }),
  });
}
