import { aroundChip } from '../arrangement/index.ts';
import { deviceOf, type PartKind } from '../device/index.ts';
import { type AroundPart, findMarks, namesOf, type SemiconductorMark, sayMistaken, setByOf } from '../marking/index.ts';
import { formatEngineering, readFigure } from '../quantity/index.ts';
import { netOf, terminalName } from '../tape/index.ts';
import { type BenchContext, lastingName } from './context.ts';

/** Where the pins of a chip are, by the names of its mark. */
type ChipPins = readonly { readonly name: string; readonly on: string }[];

/** A chip of which the table says how it is joined. */
interface ChipLine {
  readonly kind: PartKind;
  readonly mark: SemiconductorMark;
  readonly body?: string;
  /** How the mark was found, and where its pins are. */
  readonly why: string;
  readonly chipPins: ChipPins;
  /** The pins of its kind; undefined where one is not known yet. */
  readonly terminals: readonly (string | undefined)[];
  /** What its kind reads, as if it had been typed. */
  readonly words: readonly string[];
  /** What is to be entered first. */
  readonly missing?: string;
}

const PART_NAMES: Readonly<Record<AroundPart['letter'], string>> = { R: 'resistor', C: 'capacitor', L: 'coil', D: 'diode' };
/** What senses is named one by one. */
const RESISTOR = /^R\d{1,4}$/i;
/** Typed in place of the net of a pin that was not found yet. */
const NOT_FOUND = '?';

/**
 * A line of a chip of which the table says how it is joined; of one that is placed already also without its pins.
 *
 * @returns undefined where no mark is named or the table does not say; what is wrong, in words
 */
export function readChipLine(
  ref: string,
  rest: readonly string[],
  context: BenchContext,
  kindOf: (word: string) => PartKind | undefined,
): ChipLine | string | undefined {
  const at = rest.findIndex((word) => word.toLowerCase() === 'mark');
  const typed = rest[at + 1];
  if (at === -1 || typed === undefined) return undefined;
  const [found] = findMarks(typed, context.marks, bodyAt(rest, at + 2));
  const kind = kindOf(found?.mark.enters?.split(' ')[0] ?? '');
  const [elsewhere] = found ? [] : findMarks(typed, context.marks);
  if (elsewhere?.mark.joins !== undefined)
    return `${elsewhere.mark.mark} is known in ${elsewhere.mark.package}, as ${elsewhere.mark.what}, and not in ${bodyAt(rest, at + 2)}: leave the body out to take it for that, or add this one to the table of marks.`;
  if (!found || found.mark.joins === undefined || !kind) return undefined;
  const { mark } = found;
  const body = bodyAt(rest, at + 2);
  const names = namesOf(mark.pins);
  const on = rest.findIndex((word) => word.toLowerCase() === 'on');
  const places = on === -1 ? placedPins(ref, names, context) : placesAt(rest, on + 1);
  if (places.length !== names.length)
    return `${mark.mark} has ${names.length} pins, from 1 on: ${names.join(', ')}; “on” names ${places.length}. A pin not found yet is “${NOT_FOUND}”.`;

  const { specimen } = context;
  const chipPins = names.flatMap((name, index) => (places[index] === NOT_FOUND ? [] : [{ name, on: places[index] as string }]));
  const nets = new Map(chipPins.map(({ name, on: place }) => [name, netNameOf(place, context)] as const));
  const { items, nets: known } = aroundChip(specimen.circuit, mark, nets);
  const terminals = namesOf(mark.joins).map((name) => chipPins.find((pin) => pin.name === name)?.on ?? known.get(name));
  const more = rest.filter(
    (_, index) =>
      index !== at &&
      index !== at + 1 &&
      !(body !== undefined && index === at + 2) &&
      !(on !== -1 && index >= on && index <= on + names.length),
  );
  const refs = more.filter((word) => RESISTOR.test(word)).map((word) => word.toUpperCase());
  const said = more.filter((word) => !RESISTOR.test(word));
  const sense = refs.length > 0 ? refs : setByRefs(mark, nets, context);
  const isSaid = said.some((word) => unitOf(word) === 'amps');
  const reference = mark.referenceVolts;
  const sets = isSaid || reference === undefined || mark.setBy === undefined ? [] : ['ref', `${reference}v`, ...sense];
  const notFound = on === -1 && chipPins.length === 0 ? undefined : namesOf(mark.joins).find((name) => !known.has(name));
  const behind = items.find(
    ({ usual }) => notFound !== undefined && !names.includes(notFound) && (usual.from === notFound || usual.to === notFound),
  );
  const missing = behind
    ? `what is ${notFound} is not known yet: the ${PART_NAMES[behind.usual.letter]} between ${behind.usual.from} and ${behind.usual.to} first`
    : notFound !== undefined
      ? `where its ${notFound} is comes first`
      : sets.length > 0 && sense.length === 0
        ? `its current is ${formatEngineering(reference ?? Number.NaN, 'volts').text} over what lies between ${setByOf(mark)?.join(' and ')}: enter that resistor first, or say the current`
        : undefined;
  return {
    kind,
    mark,
    ...(body !== undefined && { body }),
    why: `${mark.mark}: ${mark.what}, ${sayMistaken(found)}; ${names.map((name, index) => `pin ${index + 1} ${name} on ${places[index]}`).join(', ')}`,
    chipPins: chipPins.map(({ name, on: place }) => ({ name, on: lastingName(place, specimen) })),
    terminals,
    words: [
      ...(mark.enters ?? '').split(' ').slice(deviceOf(kind).typed?.telling?.includes((mark.enters ?? '').split(' ')[0] ?? '') ? 0 : 1),
      ...sets,
      ...said,
    ],
    ...(missing !== undefined && { missing }),
  };
}

/** A body behind the mark: a word that is neither a figure, nor a resistor, nor the places. */
function bodyAt(rest: readonly string[], at: number): string | undefined {
  const word = rest[at];
  return word === undefined || word.toLowerCase() === 'on' || RESISTOR.test(word) || unitOf(word) !== undefined ? undefined : word;
}

function unitOf(word: string): string | undefined {
  const figure = readFigure(word);
  return figure && 'unit' in figure ? figure.unit : undefined;
}

/** The nets or pins behind `on`, as far as they go. */
function placesAt(rest: readonly string[], from: number): readonly string[] {
  const end = rest.findIndex(
    (word, index) => index >= from && (word.toLowerCase() === 'mark' || RESISTOR.test(word) || unitOf(word) === 'amps'),
  );
  return rest.slice(from, end === -1 ? undefined : end);
}

/** Where its pins were found to be before. */
function placedPins(ref: string, names: readonly string[], { specimen }: BenchContext): readonly string[] {
  const part = specimen.circuit.parts.find((one) => one.ref === ref);
  const pins = specimen.placed.find((entry) => entry.ref === ref)?.chipPins ?? (part && 'chipPins' in part ? part.chipPins : undefined);
  return names.map((name) => pins?.find((pin) => pin.name === name)?.on ?? NOT_FOUND);
}

function netNameOf(place: string, { specimen }: BenchContext): string {
  return netOf(specimen.nets, terminalName(specimen.circuit.parts, place) ?? place)?.name ?? place;
}

/** The resistors between the two pins that set the current. */
function setByRefs(mark: SemiconductorMark, nets: ReadonlyMap<string, string>, { specimen }: BenchContext): readonly string[] {
  const between = setByOf(mark)?.map((name) => nets.get(name));
  if (!between) return [];
  return specimen.circuit.parts
    .filter(({ kind, pins }) => kind === 'resistor' && between.every((net) => pins.some((pin) => pin === net)))
    .map(({ ref }) => ref);
}
