import { type Circuit, freshRef, partOf, partsOfKind, suppliesOf } from '../circuit/index.ts';
import { deviceOf, isKind, type Part, type PartKind, partSchema } from '../device/index.ts';
import { readFigure } from '../quantity/index.ts';
import { applyMoves, type CircuitMove, type Cut, freedBy, moveSchema, presentCircuit, sayMoves } from '../rework/index.ts';
import type { BenchContext } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';

const EXAMPLES =
  '“way C1 330n X2”, “way R1 82r”, “way R1 +33r”, “way R1 across 100r”, “way R2 off”, “way link D7”, “way cells 3 aa nimh”, “way bleed C1 1M”, “way fuse 250ma”, “way cut P G 3 aa alkaline”';

/** A way of one's own: what is changed where. Several with a comma between them. */
export function parseWay(words: readonly string[], { specimen }: BenchContext): BenchOutcome {
  if (words.length === 0) return unread(`way: what is changed, as ${EXAMPLES}.`);
  const parts = words
    .join(' ')
    .split(',')
    .map((part) => part.trim().split(/\s+/).filter(Boolean));
  const moves: CircuitMove[] = [];
  let circuit = presentCircuit(specimen);
  for (const part of parts) {
    const move = readMove(part, circuit);
    if (typeof move === 'string') return unread(move);
    const checked = moveSchema.safeParse(move);
    if (!checked.success) return unread(`way: ${checked.error.issues[0]?.path.join(' ')} ${checked.error.issues[0]?.message}.`);
    moves.push(checked.data);
    circuit = applyMoves(circuit, [checked.data]);
  }
  return entry(`own way: ${sayMoves(presentCircuit(specimen), moves)}`, { kind: 'way', moves });
}

/** One change, or what is missing or wrong. */
function readMove(words: readonly string[], circuit: Circuit): CircuitMove | string {
  const [first = '', ...rest] = words;
  switch (first.toLowerCase()) {
    case 'link':
      return readLink(rest, circuit);
    case 'cut':
      return readCut(rest, circuit);
    case 'cells':
      return readCells(rest, circuit);
    case 'bleed':
      return readBleeder(rest, circuit);
    case 'fuse':
      return readFuse(rest, circuit);
    default:
      return readPartMove(first, rest, circuit);
  }
}

function readLink([typedRef = '', count]: readonly string[], circuit: Circuit): CircuitMove | string {
  const part = found(typedRef, circuit);
  if (!isKind(part, 'led')) return `way link: an LED of the board, as “way link D7”; ${typedRef || 'nothing'} is none.`;
  if (count === undefined) return { move: 'link-out', ref: part.ref };
  const chips = Number(count);
  const { series = 1 } = part;
  if (!Number.isInteger(chips) || chips < 1 || chips >= series)
    return `way link ${part.ref}: of its ${series} chips in series 1 to ${series - 1} can be linked out.`;
  return { move: 'link-out', ref: part.ref, chips };
}

function readCells(words: readonly string[], circuit: Circuit): CircuitMove | string {
  const pack = partsOfKind(circuit, 'battery')[0];
  if (!pack) return 'way cells: it does not run on cells.';
  const read = deviceOf('battery').typed?.read(words, 1);
  if (read === undefined || typeof read === 'string') return `way cells: ${read ?? 'which'}`;
  const { chemistry, size, series, parallel } = read.fields as Partial<Extract<CircuitMove, { move: 'replace-cells' }>>;
  if (chemistry === undefined) return 'way cells: of which chemistry, as “way cells 3 aa nimh”.';
  return {
    move: 'replace-cells',
    ref: pack.ref,
    chemistry,
    ...(size !== undefined && { size }),
    ...(series !== undefined && { series }),
    ...(parallel !== undefined && { parallel }),
  };
}

/** `P G 3 aa alkaline`: the board with the LEDs cut free at two nets, and what feeds it from then on. */
function readCut([plus = '', minus = '', ...supply]: readonly string[], circuit: Circuit): CircuitMove | string {
  const cut = cutAt(circuit, plus, minus);
  if (typeof cut === 'string') return `way cut: ${cut}`;
  const part = readSupply(supply.join(' '), { ref: cut.ref, pins: [plus, minus] as Part['pins'] });
  return typeof part === 'string' ? `way cut: ${part}` : { move: 'cut-free', ...cut, part };
}

/** Where a board is cut free between two nets, each by its name or a pin on it; or what is wrong. */
export function cutAt(circuit: Circuit, plus: string, minus: string): Cut | string {
  const [supply] = suppliesOf(circuit);
  if (!supply) return 'nothing feeds this circuit yet.';
  const netOfWord = (word: string): string | undefined => {
    const [, ref = '', pin = ''] = /^(.+)\.(\d+)$/.exec(word) ?? [];
    const pins: readonly string[] = found(ref, circuit)?.pins ?? [];
    return pins[Number(pin) - 1] ?? circuit.parts.flatMap((part) => part.pins as readonly string[]).find((net) => net === word);
  };
  const [from, to] = [netOfWord(plus), netOfWord(minus)];
  if (from === undefined || to === undefined || from === to) return 'between which two nets, plus first, as “way cut P G 3 aa alkaline”?';
  const freed = freedBy(circuit, from, to);
  const pinOn = (net: string) => {
    const part = freed.find(({ pins }) => (pins as readonly string[]).includes(net));
    return part && { ref: part.ref, pin: (part.pins as readonly string[]).indexOf(net) };
  };
  const [first, second] = [pinOn(from), pinOn(to)];
  if (!first || !second)
    return `between ${plus} and ${minus} no LED is free of ${supply.ref}: the cut goes through both wires that lead to them.`;
  return { ref: supply.ref, plus: first, minus: second };
}

function readBleeder([typedRef = '', value = '']: readonly string[], circuit: Circuit): CircuitMove | string {
  const part = found(typedRef, circuit);
  if (!isKind(part, 'capacitor')) return `way bleed: a capacitor of the board, as “way bleed C1 1M”; ${typedRef || 'nothing'} is none.`;
  const ohms = ohmsOf(value);
  return ohms === undefined
    ? `way bleed ${part.ref}: how many ohms, as “1M”.`
    : { move: 'add-bleeder', ref: freshRef(circuit, 'R'), across: part.ref, ohms };
}

function readFuse([value = '']: readonly string[], circuit: Circuit): CircuitMove | string {
  const supply = suppliesOf(circuit)[0];
  if (!supply) return 'way fuse: nothing feeds this circuit yet.';
  const parsed = readFigure(value);
  const amps = parsed && !('wrong' in parsed) && parsed.unit === 'amps' ? parsed.value : undefined;
  if (amps === undefined) return 'way fuse: of how many amps, as “way fuse 250ma”.';
  const live = circuit.construction?.livePin;
  const pin = live === undefined ? 0 : Math.max(0, (supply.pins as readonly string[]).indexOf(live));
  return { move: 'add-fuse', ref: freshRef(circuit, 'F'), at: { ref: supply.ref, pin }, rated: { amps } };
}

function readPartMove(typedRef: string, rest: readonly string[], circuit: Circuit): CircuitMove | string {
  const part = found(typedRef, circuit);
  if (!part) return `way: ${typedRef} is not on the board. As ${EXAMPLES}.`;
  const { ref } = part;
  const [word = '', second = ''] = rest;
  if (/^(off|lifted|out)$/i.test(word)) return { move: 'remove-part', ref };
  const added = /^\+(.+)$/.exec(word);
  if (added) {
    const ohms = ohmsOf(added[1] as string);
    return ohms === undefined
      ? `way ${ref}: how many ohms in series with it, as “+33r”.`
      : { move: 'insert-resistor', ref: freshRef(circuit, 'R'), at: { ref, pin: 0 }, ohms };
  }
  if (word.toLowerCase() === 'across') {
    if (isKind(part, 'resistor')) {
      const ohms = ohmsOf(second);
      return ohms === undefined
        ? `way ${ref}: how many ohms across it, as “across 100r”.`
        : { move: 'parallel-resistor', ref: freshRef(circuit, 'R'), across: ref, ohms };
    }
    const read = isKind(part, 'capacitor') ? fieldsOf('capacitor', rest.slice(1)) : `${ref} is no resistor and no capacitor.`;
    return typeof read === 'string'
      ? `way ${ref}: ${read}`
      : capacitorMove('parallel-capacitor', read, { ref: freshRef(circuit, 'C'), across: ref });
  }
  if (word === '') return `way ${ref}: and what in its place? As ${EXAMPLES}.`;
  if (isKind(part, 'resistor')) return resistorMove(ref, rest);
  if (isKind(part, 'capacitor')) {
    const read = fieldsOf('capacitor', rest);
    return typeof read === 'string' ? `way ${ref}: ${read}` : capacitorMove('replace-capacitor', read, { ref });
  }
  if (isKind(part, 'led')) {
    const read = fieldsOf('led', rest);
    return typeof read === 'string' ? `way ${ref}: ${read}` : ({ move: 'replace-led', ref, led: withoutMarking(read) } as CircuitMove);
  }
  if (deviceOf(part.kind).source) {
    const supply = readSupply(rest.join(' '), part);
    return typeof supply === 'string' ? `way ${ref}: ${supply}` : { move: 'replace-supply', ref, part: supply };
  }
  return `way ${ref}: what could be changed of a ${deviceOf(part.kind).name} is not known here.`;
}

function resistorMove(ref: string, words: readonly string[]): CircuitMove | string {
  const fusible = words.some((word) => word.toLowerCase() === 'fusible');
  const read = fieldsOf(
    'resistor',
    words.filter((word) => word.toLowerCase() !== 'fusible'),
  );
  if (typeof read === 'string') return `way ${ref}: ${read}`;
  const { ohms, rated, tolerance } = read as { ohms?: number; rated?: Part['rated']; tolerance?: number };
  if (ohms === undefined || !(ohms > 0)) return `way ${ref}: how many ohms, as “82r”.`;
  return {
    move: 'replace-resistor',
    ref,
    ohms,
    ...(rated && { rated }),
    ...(tolerance !== undefined && { tolerance }),
    ...(fusible && { fusible }),
  };
}

function capacitorMove(
  move: 'replace-capacitor' | 'parallel-capacitor',
  read: Readonly<Record<string, unknown>>,
  at: { readonly ref: string; readonly across?: string },
): CircuitMove {
  const { farads, rated, tolerance } = read as { farads: number; rated?: Part['rated']; tolerance?: number };
  return { move, ...at, farads, ...(rated && { rated }), ...(tolerance !== undefined && { tolerance }) } as CircuitMove;
}

/** Words by the grammar of a kind: its fields, or what is wrong. */
function fieldsOf(kind: PartKind, words: readonly string[]): Readonly<Record<string, unknown>> | string {
  const { typed } = deviceOf(kind);
  const isTold = (word: string) => typed?.words.includes(word.toLowerCase()) && !typed.telling?.includes(word.toLowerCase());
  const read = typed?.read(
    words.filter((word) => !isTold(word)),
    1,
  );
  return read === undefined ? 'it cannot be typed.' : typeof read === 'string' ? read : read.fields;
}

function withoutMarking({ marking: _, ...fields }: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
  return fields;
}

/** “11.4-14.4v”: where a supply may lie. */
const VOLTS_RANGE = /^([\d.,]+)(?:-|–)([\d.,]+)v$/i;

/** A range of volts as its middle and how far either end is off it; undefined where it is none. */
function readRange(text: string): { readonly volts: number; readonly tolerance: number } | undefined {
  const [low = Number.NaN, high = Number.NaN] = (
    VOLTS_RANGE.exec(
      text
        .trim()
        .replace(/\s+(?:to|-|–)\s+/i, '-')
        .replace(/\s+/g, ''),
    ) ?? []
  )
    .slice(1)
    .map((word) => Number(word.replace(',', '.')));
  return low > 0 && high > low ? { volts: (low + high) / 2, tolerance: (high - low) / (high + low) } : undefined;
}

/** A supply in words: “230v 50hz”, “5v”, “11.4-14.4v”, “3 aa nimh”. On the pins of the one that it takes the place of. */
export function readSupply(text: string, { ref, pins }: Pick<Part, 'ref' | 'pins'>): Part | string {
  const words = text.trim().split(/\s+/).filter(Boolean);
  if (words.length === 0) return 'which supply, as “230v 50hz”, “5v” or “3 aa nimh”.';
  const range = readRange(text);
  if (range) return partSchema.parse({ kind: 'dc', ref, pins, ...range });
  const kind = words.some((word) => /\dhz$/i.test(word)) ? 'ac' : words.every((word) => !/^[\d.,]+v$/i.test(word)) ? 'battery' : 'dc';
  const read = fieldsOf(kind, words);
  if (typeof read === 'string') return `“${text.trim()}”: ${read}`;
  const parsed = partSchema.safeParse({ ...read, kind, ref, pins });
  if (!parsed.success) return `“${text}” is no supply: ${parsed.error.issues[0]?.message ?? 'not valid'}.`;
  return deviceOf(kind).source?.volts(parsed.data) === 0 ? `“${text}” is no supply: it gives no volts.` : parsed.data;
}

function ohmsOf(word: string): number | undefined {
  const parsed = readFigure(word);
  if (parsed && !('wrong' in parsed) && (parsed.unit === 'ohms' || parsed.unit === undefined) && parsed.value > 0) return parsed.value;
  const read = deviceOf('resistor').typed?.read([word], 1);
  const ohms = read !== undefined && typeof read !== 'string' ? read.fields.ohms : undefined;
  return typeof ohms === 'number' && ohms > 0 ? ohms : undefined;
}

function found(typedRef: string, circuit: Circuit): Part | undefined {
  const ref = circuit.parts.find((part) => part.ref.toLowerCase() === typedRef.toLowerCase())?.ref;
  return ref === undefined ? undefined : partOf(circuit, ref);
}
