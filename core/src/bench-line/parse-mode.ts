import { type Circuit, partOf } from '../circuit/index.ts';
import { deviceOf, isKind, type Part, type VaryingUnit } from '../device/index.ts';
import { readFigure } from '../quantity/index.ts';
import { type EntryOf, modeNameSchema, sayMode } from '../tape/index.ts';
import type { BenchContext } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';

type Sets = EntryOf<'mode'>['sets'];

const EXAMPLES = '“mode low V2 10%”, “mode low S1 open”, “mode low U1 60ma”, “mode low 40% 500hz”, or its name and what it does in words';

/**
 * `mode low V2 10% R3 47r`: a state that the gadget can be switched to, and what is otherwise in it than as traced. A share
 * and hertz without a part say that its LEDs are chopped; words alone, or nothing, that only readings tell what it does.
 */
export function parseMode(words: readonly string[], { specimen: { circuit } }: BenchContext): BenchOutcome {
  const [name, ...rest] = words;
  if (name === undefined) return unread(`mode: its name first, as ${EXAMPLES}.`);
  if (partOf(circuit, name.toUpperCase()))
    return unread(`mode: its name first, as “mode low ${words.join(' ')}”.`, `mode low ${words.join(' ')}`);
  const named = modeNameSchema.safeParse(name);
  if (!named.success) return unread(`mode ${name}: ${named.error.issues[0]?.message}.`);
  const said = `mode ${name}`;
  if (rest.length === 0) return entry(`${said}: only readings in it tell what it does`, { kind: 'mode', name, sets: [] });
  const [first = '', second] = rest;
  if (first.endsWith('%') && rest.length <= 2) return chopped(circuit, name, first, second);
  const [head, ...groups] = byPart(rest, (word) => partOf(circuit, word.toUpperCase()));
  if (groups.length === 0) {
    const text = rest.join(' ');
    if (/^[a-z]\d+$/i.test(first)) return unread(`${said}: ${first} is not on the board.`);
    if (readFigure(first)) return unread(`${said}: ${first} of which part? As ${EXAMPLES}.`);
    return entry(`${said}: ${text}; only readings in it tell what it does`, { kind: 'mode', name, text, sets: [] });
  }
  if (head && head.words.length > 0) return unread(`${said}: “${head.words.join(' ')}” is no part on the board.`);
  const sets: Sets = [];
  for (const { part, words: values } of groups) {
    if (!part) continue;
    const fields = fieldsOf(part, values);
    if (typeof fields === 'string') return unread(`${said}: ${fields}`);
    sets.push({ ref: part.ref, fields });
  }
  return entry(`${said}: ${sayMode(circuit, { sets })}`, { kind: 'mode', name, sets });
}

function chopped(circuit: Circuit, name: string, share: string, hertz: string | undefined): BenchOutcome {
  const duty = shareOf(share);
  if (duty === undefined || duty >= 1) return unread(`mode ${name}: ${share}: a share of the time above 0 and below 100 %.`);
  const rate = hertz === undefined ? undefined : readFigure(hertz);
  if (!rate || 'wrong' in rate || rate.unit !== 'hertz')
    return unread(
      `mode ${name}: ${share} of the time, how many times a second? As “mode ${name} ${share} 500hz”; stripes in a phone’s picture or an oscilloscope tell.`,
    );
  const mode = { sets: [], chopped: { duty, hertz: rate.value } };
  return entry(`mode ${name}: ${sayMode(circuit, mode)}`, { kind: 'mode', name, ...mode });
}

function shareOf(word: string): number | undefined {
  const value = Number(word.slice(0, -1).replace(',', '.')) / 100;
  return word.endsWith('%') && value > 0 && value <= 1 ? value : undefined;
}

/** The words behind each part, and before the first. */
function byPart(words: readonly string[], partAt: (word: string) => Part | undefined): { part?: Part; words: string[] }[] {
  const groups: { part?: Part; words: string[] }[] = [{ words: [] }];
  for (const word of words) {
    const part = partAt(word);
    if (part) groups.push({ part, words: [] });
    else groups.at(-1)?.words.push(word);
  }
  return groups;
}

/** What a part is set to, or what is wrong. */
function fieldsOf(part: Part, words: readonly string[]): Sets[number]['fields'] | string {
  const { variesBy = {}, name } = deviceOf(part.kind);
  const units = Object.keys(variesBy) as VaryingUnit[];
  const isSwitch = isKind(part, 'switch');
  const takes = isSwitch ? 'open or closed' : units.map((unit) => (unit === 'percent' ? '%' : unit)).join(', ');
  if (!isSwitch && units.length === 0) return `${part.ref} is a ${name}, and no mode changes it.`;
  if (words.length === 0) return `${part.ref} is what in it? It takes ${takes}.`;
  const fields: Record<string, number | boolean> = {};
  for (const word of words) {
    if (isSwitch && /^(open|off|closed|on)$/i.test(word)) {
      fields.closed = /^(closed|on)$/i.test(word);
      continue;
    }
    const share = shareOf(word);
    const figure = share === undefined ? readFigure(word) : { value: share, unit: 'percent' };
    const field = figure && 'unit' in figure ? variesBy[figure.unit as VaryingUnit] : undefined;
    if (!figure || 'wrong' in figure || field === undefined || !(figure.value > 0)) return `${part.ref} ${word}: it takes ${takes}.`;
    fields[field] = figure.value;
  }
  return fields;
}
