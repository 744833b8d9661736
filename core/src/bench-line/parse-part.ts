import {
  CHEMISTRIES,
  deviceOf,
  PART_KINDS,
  type PartKind,
  partSchema,
  partValue,
  type TypedGrammar,
  type TypedPart,
} from '../device/index.ts';
import { findMarks, sayMistaken } from '../marking/index.ts';
import { readFigure } from '../quantity/index.ts';
import { netOf, pinName, terminalName } from '../tape/index.ts';
import { type BenchContext, lastingName, noSuchPin } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';
import { parseChip } from './parse-chip.ts';
import { splitSpread, spreadFields } from './typed-spread.ts';

/** Kinds that can be typed, with their grammars. */
const TYPED: readonly (readonly [PartKind, TypedGrammar])[] = PART_KINDS.flatMap((kind) => {
  const { typed } = deviceOf(kind);
  return typed ? [[kind, typed] as const] : [];
});

/** The kind that a ref's letter stands for, where the line does not say. */
const KIND_OF_LETTER = new Map(TYPED.flatMap(([kind, { letter }]) => (letter === undefined ? [] : [[letter, kind] as const])));
const KIND_OF_BOARD_LETTERS = new Map(
  TYPED.flatMap(([kind, { boardLetters = [] }]) => boardLetters.map((letters) => [letters, kind] as const)),
);
const KIND_WORDS = new Map(TYPED.flatMap(([kind, { words }]) => words.map((word) => [word, kind] as const)));
/** Words that name the kind and say more of it besides. */
const TELLING_WORDS = new Set(TYPED.flatMap(([, { telling = [] }]) => telling));

function kindOfLetters(letters: string): PartKind | undefined {
  return KIND_OF_LETTER.get(letters) ?? KIND_OF_BOARD_LETTERS.get(letters);
}

const withoutDashes = (word: string) => word.toLowerCase().replaceAll('-', '');
const CHEMISTRY_WORDS = new Set(CHEMISTRIES.map(withoutDashes));

/** What a source is whose line does not name its kind: hertz are of mains, and what cells are made of is of cells. */
function sourceKind(words: readonly string[]): PartKind | undefined {
  if (words.some((word) => /\dhz$/i.test(word))) return 'ac';
  return words.some((word) => CHEMISTRY_WORDS.has(withoutDashes(word))) ? 'battery' : undefined;
}

/** How each kind is written, for help and for the message when a line is not yet whole. */
export const PART_EXAMPLES: ReadonlyMap<PartKind, string> = new Map(TYPED.map(([kind, { example }]) => [kind, example]));

/**
 * A part: a ref that is free (or `correct` and one that is not), what it is, its value, and where its pins go
 * (`on A B`, nets or pins, in the kind's order). One that was named before and is joined to nothing yet may be placed
 * the same way, with or without its value.
 *
 * @returns undefined when the first word has not the shape of a ref
 */
export function parsePart(words: readonly string[], context: BenchContext): BenchOutcome | undefined {
  const saysCorrect = words[0]?.toLowerCase() === 'correct';
  const [typedRef = '', ...rest] = saysCorrect ? words.slice(1) : words;
  const match = /^([A-Za-z]{1,4})(\d+)(?:-([A-Za-z]{1,4})?(\d+))?$/.exec(typedRef);
  if (!match) return undefined;
  const letter = (match[1] as string).toUpperCase();
  const ref = typedRef.toUpperCase();
  const { specimen } = context;
  const present = specimen.tape.findLast(({ entry: line, struck }) => !struck && line.kind === 'part' && line.part.ref === ref)?.entry;
  const onAt = rest.findIndex((word) => word.toLowerCase() === 'on');
  const correcting = saysCorrect || (onAt !== -1 && present?.kind === 'part' && isJoinedToNothing(ref, specimen));
  const said = rest.map((word) => KIND_WORDS.get(word.toLowerCase())).find((found) => found !== undefined);
  // A correction that does not say the kind is of the same: mains is not made a battery by its volts alone.
  const same = correcting && present?.kind === 'part' ? present.part.kind : undefined;
  const kind = said ?? same ?? kindOfMark(rest, context) ?? (letter === 'V' ? sourceKind(rest) : undefined) ?? kindOfLetters(letter);
  // GU10 is the cap of a lamp, and no part of a kind that is not known.
  if (!kind && letter.length > 1) return undefined;
  if (!kind)
    return unread(
      `${ref}: which kind of part? ${[...KIND_OF_LETTER].map(([own, of]) => `${own} ${deviceOf(of).name}`).join(', ')}; or say it, as “bridge”, “diode”, “ac”.`,
    );
  const chip =
    !present || correcting
      ? parseChip(ref, rest, context, { kindOf: (word) => KIND_WORDS.get(word), ...(present && { replaces: present.id }) })
      : undefined;
  if (chip) return chip;
  const unknownChip = said === undefined && same === undefined ? sayUnknownChip(ref, kind, rest, context) : undefined;
  if (unknownChip !== undefined) return unread(unknownChip);
  if (rest.length === 0) return unread(`${ref}: go on, as “${PART_EXAMPLES.get(kind)?.replace(/^\w+/, ref)}”.`);
  const { pins: pinNames, typed, name } = deviceOf(kind);
  const terminals = onAt === -1 ? [] : rest.slice(onAt + 1, onAt + 1 + pinNames.length);
  // What it is stands before its place or behind it.
  const described = onAt === -1 ? rest : [...rest.slice(0, onAt), ...rest.slice(onAt + 1 + pinNames.length)];
  if (onAt !== -1 && terminals.length !== pinNames.length) {
    const example = pinNames.length === 2 ? 'as “on A B” or “on V1.+ D1.+”' : `in this order: ${pinNames.join(', ')}`;
    return unread(`${ref}: “on” wants ${COUNTS[pinNames.length] ?? pinNames.length} nets or pins, ${example}.`);
  }
  if (onAt !== -1 && new Set(terminals).size === 1) return unread(`${ref}: both its pins on ${terminals[0]} would be a short.`);
  const unknown = terminals.find((terminal) => terminalName(specimen.circuit.parts, terminal) === undefined);
  if (unknown !== undefined) return unread(noSuchPin(unknown, context));
  const fresh = newNameOnOurLetter(terminals, context);
  if (fresh === undefined && isShort(terminals, context)) return unread(`${ref}: both its pins would be on one net: a short.`);
  if (present && !correcting)
    return unread(`${ref} is on the board already. “correct ${ref} …” replaces it.`, `correct ${words.join(' ')}`);
  if (!present && correcting)
    return unread(
      `${ref} is not on the board, so there is nothing to correct.`,
      rest.length > 0 ? [typedRef, ...rest].join(' ') : undefined,
    );

  const placed = specimen.placed.find((entry) => entry.ref === ref);
  const kept = present?.kind === 'part' ? present.part.pins : undefined;
  const pins =
    terminals.length > 0
      ? terminals.map((terminal) => (terminal === fresh ? terminal : lastingName(terminal, specimen)))
      : (kept ?? pinNames.map((_, index) => pinName(ref, index)));
  if (described.length === 0 && present?.kind === 'part' && present.part.kind === kind) {
    const value = [name, partValue(present.part)].filter(Boolean).join(' ');
    const draft = { kind: 'part', part: partSchema.parse({ ...present.part, pins }), corrects: present.id } as const;
    return entry(`${ref}, ${value}, on ${saidPlaces(terminals, context, fresh)}`, draft);
  }
  const count = match[4] === undefined ? 1 : Number(match[4]) - Number(match[2]) + 1;
  const telling = described.filter((word) => !KIND_WORDS.has(word.toLowerCase()) || TELLING_WORDS.has(word.toLowerCase()));
  const parted = splitSpread(telling, typed?.ownPercent);
  if (typeof parted === 'string') return unread(`${ref}: ${parted}`);
  const looked = markedWords(kind, parted.words, context);
  const { built, marking = looked.marking } = readWords(typed, looked.words, count) ?? { built: `a ${name} cannot be typed here yet.` };
  if (typeof built === 'string') {
    const seen = terminals.length === 0 || present || placed ? undefined : seenOnly(ref, kind, pins, telling, looked.why);
    return seen ?? unread(`${ref}: ${looked.why === undefined ? built : `${looked.why}; ${built}`}`);
  }
  const parsed = partSchema.safeParse({
    ref,
    kind,
    pins,
    ...(marking !== undefined && { marking }),
    ...built.fields,
  });
  if (!parsed.success) return unread(`${ref}: ${parsed.error.issues[0]?.message ?? 'not valid'}.`);
  const unsure = parted.spread && spreadFields(parsed.data, parted.spread);
  if (typeof unsure === 'string') return unread(`${ref}: ${unsure}`);
  const spread = unsure && partSchema.safeParse({ ...parsed.data, ...unsure });
  if (spread?.success === false) return unread(`${ref}: so far off it would say nothing of it.`);
  const part = spread?.data ?? parsed.data;
  const where = onAt === -1 ? '' : `, on ${saidPlaces(terminals, context, fresh)}`;
  const meaning = `${ref}, ${[deviceOf(kind).name, partValue(parsed.data)].filter(Boolean).join(' ')}${where}${marking !== undefined && looked.marking === undefined ? `, marked ${marking}` : ''}${(looked.why ?? built.why) ? ` (${looked.why ?? built.why})` : ''}`;
  const corrects = present && correcting ? present.id : terminals.length > 0 ? placed?.id : undefined;
  return entry(meaning, { kind: 'part', part, ...(corrects !== undefined && { corrects }) });
}

function isJoinedToNothing(ref: string, { nets }: BenchContext['specimen']): boolean {
  const own = nets.filter(({ pins }) => pins.some((pin) => pin.startsWith(`${ref}.`)));
  return own.every(({ pins, pads, given }) => pins.length === 1 && pads.length === 0 && !given);
}

/** Letters and figures as printed on a chip. */
const MARK_SHAPE = /^(?=.*[A-Z])[A-Z0-9-]{2,10}$/;

/** What a kind makes of its words; a word that it cannot read and that looks like a mark is the mark on it, as `Q1 nmos K2N`. */
function readWords(
  typed: TypedGrammar | undefined,
  words: readonly string[],
  count: number,
): { readonly built: TypedPart | string; readonly marking?: string } | undefined {
  if (!typed) return undefined;
  const built = typed.read(words, count);
  if (typeof built !== 'string' || !typed.lookedUp) return { built };
  for (const [index, marking] of words.entries()) {
    if (!MARK_SHAPE.test(marking) || readFigure(marking)) continue;
    const rest = typed.read(words.toSpliced(index, 1), count);
    if (typeof rest !== 'string') return { built: rest, marking };
  }
  return { built };
}

/** `R7 on 4 9`, `U2 on 1 2 mark K7B sot23-5`: it is there, and what it is comes later. */
function seenOnly(
  ref: string,
  kind: PartKind,
  pins: readonly string[],
  words: readonly string[],
  why: string | undefined,
): BenchOutcome | undefined {
  const [first, marking, body, ...odd] = words;
  if (odd.length > 0 || (first !== undefined && first.toLowerCase() !== 'mark') || (first !== undefined && marking === undefined))
    return undefined;
  const marked =
    marking === undefined ? '' : `, marked ${marking}${body === undefined ? '' : ` in ${body}`}${why === undefined ? '' : ` (${why})`}`;
  return entry(`${ref}, ${deviceOf(kind).name} on ${pins.join(' and ')}${marked}; its value is not known yet`, {
    kind: 'place',
    ref,
    partKind: kind,
    pins: [...pins],
    ...(marking !== undefined && { marking }),
    ...(body !== undefined && { package: body }),
  });
}

interface Marked {
  /** What the builder reads: the table's words for a mark that it knows. */
  readonly words: readonly string[];
  readonly marking?: string;
  readonly why?: string;
}

/** `mark K7B sot23-5` of a semiconductor, looked up in the table as typed and as it may have been misread. */
function markedWords(kind: PartKind, words: readonly string[], { marks }: BenchContext): Marked {
  const [first, typed, body, ...rest] = words;
  if (!deviceOf(kind).typed?.lookedUp || first?.toLowerCase() !== 'mark' || typed === undefined) return { words };
  const [found, ...others] = findMarks(typed, marks, body);
  if (!found) return { words };
  const also = others.length === 0 ? '' : `; else ${others.map((other) => other.mark.what).join(' or ')}`;
  const why = `${found.mark.mark}: ${found.mark.what}, ${sayMistaken(found)}${also}`;
  const enters = found.mark.enters?.split(' ').filter((word) => !KIND_WORDS.has(word) || TELLING_WORDS.has(word));
  const fits = found.mark.enters !== undefined && KIND_WORDS.get(found.mark.enters.split(' ')[0] ?? '') === kind;
  return fits && enters ? { words: [...enters, ...rest], marking: found.mark.mark, why } : { words, why };
}

const COUNTS: Readonly<Record<number, string>> = { 2: 'two', 3: 'three', 4: 'four' };

/** What a mark in the table is, where the line says nothing else: a step-up chip is no sink, though both have a U. */
function kindOfMark(words: readonly string[], { marks }: BenchContext): PartKind | undefined {
  const at = words.findIndex((word) => word.toLowerCase() === 'mark');
  const [found] = at === -1 ? [] : findMarks(words[at + 1] ?? '', marks, words[at + 2]);
  const kind = KIND_WORDS.get(found?.mark.enters?.split(' ')[0] ?? '');
  return kind !== undefined && deviceOf(kind).typed?.lookedUp ? kind : undefined;
}

/** Of a chip with more pins than the kind has that its letter stands for, and whose mark no table knows: what can be entered. */
function sayUnknownChip(ref: string, kind: PartKind, words: readonly string[], { marks }: BenchContext): string | undefined {
  const [markAt, onAt] = ['mark', 'on'].map((wanted) => words.findIndex((word) => word.toLowerCase() === wanted)) as [number, number];
  const mark = markAt === -1 ? undefined : words[markAt + 1];
  const pins = words.slice(onAt + 1, markAt > onAt ? markAt : undefined).length;
  if (kind !== 'sink' || mark === undefined || onAt === -1 || pins <= 2 || findMarks(mark, marks).length > 0) return undefined;
  return `${ref}: nothing is known of a chip marked ${mark}. Enter the mark with what its pins are in the table of marks; or enter what it does, as “${ref} sink 20ma on A B”, or of pins that it switches “V9 pulse 3v 100hz 25% on A B”.`;
}

/** Whether all terminals are on one net that is there. */
function isShort(terminals: readonly string[], { specimen }: BenchContext): boolean {
  const nets = terminals.map((terminal) => netOf(specimen.nets, terminalName(specimen.circuit.parts, terminal) ?? terminal));
  return nets.length > 0 && nets[0] !== undefined && new Set(nets).size === 1;
}

/**
 * A letter that the drawing gave, typed for the other end of the same net. Nobody means a short by that: who names nets in
 * the order of the alphabet means a new one, and the drawing takes another letter for its own.
 */
function newNameOnOurLetter(terminals: readonly string[], context: BenchContext): string | undefined {
  if (!isShort(terminals, context)) return undefined;
  const ours = context.specimen.nets.filter(({ given }) => !given).map(({ name }) => name);
  const typed = terminals.filter((terminal) => ours.includes(terminal) && !terminal.includes('.'));
  return typed.length === 1 && terminals.length === 2 ? typed[0] : undefined;
}

/** Where a part goes; of a letter that is ours it says which net that is. */
function saidPlaces(terminals: readonly string[], { specimen }: BenchContext, fresh: string | undefined): string {
  return terminals
    .map((terminal) => {
      if (terminal === fresh) return `${terminal}, a new net (the one that the drawing called ${terminal} gets another letter)`;
      const net = terminal.includes('.') ? undefined : specimen.nets.find(({ name }) => name === terminal);
      return net && !net.given ? `${terminal}, the net of ${net.pins.slice(0, 2).join(' and ')},` : terminal;
    })
    .join(' and ');
}
