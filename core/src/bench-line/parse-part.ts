import {
  CHEMISTRIES,
  type Chemistry,
  cellSize,
  LED_BODY_NAMES,
  LED_COLOUR_NAMES,
  type LedBodyName,
  type LedColourName,
  type PartKind,
  partSchema,
} from '../device/index.ts';
import { partValue } from '../draw/index.ts';
import { bandColour, decodeMarking, decodeResistorBands } from '../marking/index.ts';
import type { Unit } from '../quantity/index.ts';
import { pinName } from '../specimen/index.ts';
import type { BenchContext } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';
import { figureOf } from './words.ts';

/** The kinds that the bench line can enter. */
type TypedKind = Extract<PartKind, 'resistor' | 'led' | 'dc' | 'battery' | 'switch' | 'fuse'>;

/** The kind that a ref's letter stands for, where the line does not say. */
const KIND_OF_LETTER: Readonly<Record<string, TypedKind>> = { R: 'resistor', D: 'led', V: 'dc', B: 'battery', S: 'switch', F: 'fuse' };

const KIND_WORDS = new Map<string, TypedKind>(
  Object.entries({
    resistor: 'resistor',
    led: 'led',
    dc: 'dc',
    supply: 'dc',
    battery: 'battery',
    cell: 'battery',
    cells: 'battery',
    switch: 'switch',
    fuse: 'fuse',
  } as const),
);

/** How each kind is written, for the message when a line is not yet whole. */
export const PART_EXAMPLES: Readonly<Record<TypedKind, string>> = {
  resistor: 'R1 red violet black gold',
  led: 'D1 led white 5mm',
  dc: 'V1 5v usb',
  battery: 'B1 3 aaa alkaline',
  switch: 'S1 switch',
  fuse: 'F1 fuse 500ma',
};

/**
 * A part: a ref that is free (or `correct` and one that is not), what it is, its value, and where its pins go
 * (`on A B`, nets or pins, in the kind's order).
 *
 * @returns undefined when the first word has not the shape of a ref
 */
export function parsePart(words: readonly string[], context: BenchContext): BenchOutcome | undefined {
  const correcting = words[0]?.toLowerCase() === 'correct';
  const [typedRef = '', ...rest] = correcting ? words.slice(1) : words;
  const match = /^([A-Za-z])(\d+)(?:-([A-Za-z])?(\d+))?$/.exec(typedRef);
  if (!match) return undefined;
  const letter = (match[1] as string).toUpperCase();
  const ref = typedRef.toUpperCase();
  const { specimen } = context;
  const present = specimen.tape.findLast(({ entry: line, struck }) => !struck && line.kind === 'part' && line.part.ref === ref)?.entry;
  const kind = rest.map((word) => KIND_WORDS.get(word.toLowerCase())).find((found) => found !== undefined) ?? KIND_OF_LETTER[letter];
  if (!kind) return unread(`${ref}: which kind of part? R resistor, D led, V supply, B battery, S switch, F fuse.`);
  if (rest.length === 0) return unread(`${ref}: go on, as “${PART_EXAMPLES[kind].replace(/^\w+/, ref)}”.`);
  const onAt = rest.findIndex((word) => word.toLowerCase() === 'on');
  const described = onAt === -1 ? rest : rest.slice(0, onAt);
  const terminals = onAt === -1 ? [] : rest.slice(onAt + 1);
  if (onAt !== -1 && terminals.length !== 2) return unread(`${ref}: “on” wants two nets or pins, as “on A B” or “on V1.+ D1.+”.`);
  if (onAt !== -1 && terminals[0] === terminals[1]) return unread(`${ref}: both its pins on ${terminals[0]} would be a short.`);
  const unknown = terminals.find((terminal) => terminal.includes('.') && !isPin(terminal, context));
  if (unknown !== undefined) return unread(`${unknown} is not a pin on the board.`);
  if (present && !correcting)
    return unread(`${ref} is on the board already. “correct ${ref} …” replaces it.`, `correct ${words.join(' ')}`);
  if (!present && correcting)
    return unread(
      `${ref} is not on the board, so there is nothing to correct.`,
      rest.length > 0 ? [typedRef, ...rest].join(' ') : undefined,
    );

  const kept = present?.kind === 'part' ? present.part.pins : undefined;
  const pins = terminals.length === 2 ? terminals : (kept ?? [pinName(ref, 0), pinName(ref, 1)]);
  const count = match[4] === undefined ? 1 : Number(match[4]) - Number(match[2]) + 1;
  const built = BUILDERS[kind](
    described.filter((word) => !KIND_WORDS.has(word.toLowerCase())),
    count,
  );
  if (typeof built === 'string') return unread(`${ref}: ${built}`);
  const parsed = partSchema.safeParse({ ref, kind, pins, ...built.fields });
  if (!parsed.success) return unread(`${ref}: ${parsed.error.issues[0]?.message ?? 'not valid'}.`);
  const where = onAt === -1 ? '' : `, on ${terminals.join(' and ')}`;
  const meaning = `${ref}, ${kindInWords(kind)} ${partValue(parsed.data)}${where}${built.why ? ` (${built.why})` : ''}`;
  return entry(meaning, { kind: 'part', part: parsed.data, ...(present && correcting && { corrects: present.id }) });
}

function isPin(terminal: string, { specimen }: BenchContext): boolean {
  const ref = terminal.split('.')[0]?.toUpperCase();
  return specimen.circuit.parts.some((part) => part.ref.toUpperCase() === ref);
}

function kindInWords(kind: TypedKind): string {
  return kind === 'led' ? 'LED' : kind === 'dc' ? 'supply' : kind;
}

interface Built {
  readonly fields: Readonly<Record<string, unknown>>;
  readonly why?: string;
}

type Builder = (words: readonly string[], count: number) => Built | string;

const BUILDERS: Readonly<Record<TypedKind, Builder>> = {
  resistor: buildResistor,
  led: buildLed,
  dc: buildDc,
  battery: buildBattery,
  switch: (words) => {
    const odd = words.find((word) => !/^(open|closed)$/i.test(word));
    if (odd !== undefined) return `a switch is open or closed, not “${odd}”.`;
    return { fields: { closed: !words.some((word) => word.toLowerCase() === 'open') } };
  },
  fuse: (words) => {
    const figures = figuresOf(words, { amps: 'amps', ohms: 'ohms' });
    if (typeof figures === 'string') return figures;
    const { amps, ohms } = figures;
    return { fields: { ...(amps !== undefined && { rated: { amps } }), ...(ohms !== undefined && { ohms }) } };
  },
};

function buildResistor(words: readonly string[]): Built | string {
  const bands = words.filter((word) => bandColour(word) !== undefined);
  const others = words.filter((word) => bandColour(word) === undefined && word.toLowerCase() !== 'mark');
  const marked = words.some((word) => word.toLowerCase() === 'mark');
  if (bands.length > 0) {
    const decoded = decodeResistorBands(bands.join(' '));
    const first = decoded?.[0];
    if (!first) return `${bands.join(' ')} is no legal row of bands (3 to 6 colours, as “red violet black gold”).`;
    const rated = ratingOf(others);
    if (typeof rated === 'string') return rated;
    const rest = (decoded ?? []).slice(1).map(({ text }) => text);
    return {
      fields: { ohms: first.value, tolerance: first.tolerance, marking: bands.join(' '), ...rated },
      why: rest.length > 0 ? `${first.why}; else ${rest.join(' or ')}` : first.why,
    };
  }
  if (marked) {
    const [code = '', ...rest] = others;
    const first = decodeMarking(code, 'resistor-code')[0];
    if (!first) return `“${code}” is no resistor code that I know (390, 4702, 4R7, 01C).`;
    const rated = ratingOf(rest);
    if (typeof rated === 'string') return rated;
    return {
      fields: { ohms: first.value, ...(first.tolerance && { tolerance: first.tolerance }), marking: code, ...rated },
      why: first.why,
    };
  }
  const [value = '', ...rest] = others;
  const parsed = figureOf(value);
  if (!parsed)
    return value === '' ? 'its ohms or colours, as “27r” or “red violet black gold”.' : `“${value}” is neither ohms nor a colour.`;
  if ('wrong' in parsed) return parsed.wrong;
  if (parsed.unit !== undefined && parsed.unit !== 'ohms') return `${value} is not a resistance.`;
  const rated = ratingOf(rest);
  if (typeof rated === 'string') return rated;
  return { fields: { ohms: parsed.value, ...rated } };
}

/** Watts and tolerance behind a resistor's value. */
function ratingOf(words: readonly string[]): Readonly<Record<string, unknown>> | string {
  const figures = figuresOf(words, { watts: 'watts', percent: 'percent' });
  if (typeof figures === 'string') return figures;
  const { watts, percent } = figures;
  return { ...(watts !== undefined && { rated: { watts } }), ...(percent !== undefined && { tolerance: percent / 100 }) };
}

function buildLed(words: readonly string[], count: number): Built | string {
  const fields: Record<string, unknown> = {};
  let arrangement: 'series' | 'parallel' | undefined;
  let copies = count;
  let volts: number | undefined;
  let amps: number | undefined;
  let rated = false;
  for (const word of words) {
    const lower = word.toLowerCase();
    if (lower === '@') continue;
    if (lower === 'series' || lower === 'parallel') arrangement = lower;
    else if (lower === 'rated') rated = true;
    else if ((LED_COLOUR_NAMES as readonly string[]).includes(lower)) fields.colour = lower as LedColourName;
    else if ((LED_BODY_NAMES as readonly string[]).includes(lower)) fields.body = lower as LedBodyName;
    else if (/^\d+x?$/.test(lower)) copies = Number.parseInt(lower, 10);
    else {
      const parsed = figureOf(word);
      if (!parsed) return `“${word}” is neither a colour, a body (5mm, 2835 …), series nor parallel.`;
      if ('wrong' in parsed) return parsed.wrong;
      if (parsed.unit === 'volts') volts = parsed.value;
      else if (parsed.unit === 'amps' && rated) fields.rated = { amps: parsed.value };
      else if (parsed.unit === 'amps') amps = parsed.value;
      else return `${word} says nothing of an LED; a point is “3.1v @ 20ma”, a rating “rated 20ma”.`;
    }
  }
  if (copies > 1 && arrangement === undefined) return `${copies} LEDs: in series or parallel?`;
  if (copies < 1) return 'that counts no LED.';
  if (arrangement && copies > 1) fields[arrangement] = copies;
  if (volts !== undefined && amps === undefined) return `${volts} V at which current? Write “${volts}v @ 20ma”.`;
  if (volts !== undefined && amps !== undefined) fields.points = [[amps, volts]];
  if (amps !== undefined && volts === undefined) return 'a current alone: “rated 20ma” for its rating, “3.1v @ 20ma” for a point.';
  return { fields };
}

function buildDc(words: readonly string[]): Built | string {
  const names = words.filter((word) => figureOf(word) === undefined);
  const figures = figuresOf(
    words.filter((word) => figureOf(word) !== undefined),
    { volts: 'volts', ohms: 'ohms' },
  );
  if (typeof figures === 'string') return figures;
  if (figures.volts === undefined) return 'its volts, as “5v”.';
  const note = names.map((name) => (name.toLowerCase() === 'usb' ? 'USB' : name)).join(' ');
  return { fields: { volts: figures.volts, ...(figures.ohms !== undefined && { ohms: figures.ohms }), ...(note !== '' && { note }) } };
}

function buildBattery(words: readonly string[]): Built | string {
  let chemistry: Chemistry | undefined;
  let series: number | undefined;
  const leftover: string[] = [];
  for (const word of words) {
    const lower = word.toLowerCase();
    const known = CHEMISTRIES.find((name) => name === lower || name.replace('-', '') === lower);
    if (known) chemistry = known;
    else if (lower === 'coin') chemistry = 'lithium-coin';
    else if (series === undefined && /^\d{1,2}x?$/.test(lower)) series = Number.parseInt(lower, 10);
    else if (lower !== 'x' && lower !== '×') leftover.push(word);
  }
  if (!chemistry) return `which cells? One of ${CHEMISTRIES.join(', ')}.`;
  const [typedSize, ...odd] = leftover;
  if (odd.length > 0) return `“${odd[0]}” says nothing of a battery.`;
  const size = cellSize(chemistry, typedSize);
  if (typedSize !== undefined && size === undefined) return `${chemistry} has no size “${typedSize}” here.`;
  return { fields: { chemistry, series: series ?? 1, ...(size !== undefined && { size }) } };
}

/** Figures by unit; a sentence where a word is none of them. */
function figuresOf<K extends string>(words: readonly string[], wanted: Readonly<Record<K, Unit>>): Partial<Record<K, number>> | string {
  const found: Partial<Record<K, number>> = {};
  for (const word of words) {
    const parsed = figureOf(word);
    if (!parsed) return `“${word}” says nothing here.`;
    if ('wrong' in parsed) return parsed.wrong;
    const key = (Object.keys(wanted) as K[]).find((candidate) => wanted[candidate] === parsed.unit);
    if (key === undefined) return `${word} says nothing here.`;
    found[key] = parsed.value;
  }
  return found;
}
