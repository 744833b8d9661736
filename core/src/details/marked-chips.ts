import { type AroundFound, aroundChip } from '../arrangement/index.ts';
import { isKind, type Part } from '../device/index.ts';
import { GENERIC_MARKS, namesOf, type SemiconductorMark, setByOf } from '../marking/index.ts';
import { netOf, type Specimen } from '../tape/index.ts';

/** One of the usual parts around a chip, and what would enter it where it is not there. */
export interface UsualAround extends AroundFound {
  readonly line?: string;
}

/** A chip of which the table of marks says how it is joined. */
export interface MarkedChip {
  readonly ref: string;
  readonly mark: SemiconductorMark;
  /** From 1 on, with the net of each that was found. */
  readonly pins: readonly { readonly name: string; readonly net?: string }[];
  /** What sets its current: so many volts over these in parallel, ohm. */
  readonly setBy?: { readonly volts: number; readonly refs: readonly string[]; readonly ohms: number };
  readonly around: readonly UsualAround[];
  /** What enters it, where it is placed and what it needs is there by now. */
  readonly line?: string;
}

/** The chips whose marks say what stands around them, with what of it was found. */
export function markedChips(specimen: Specimen, ownMarks: readonly SemiconductorMark[]): readonly MarkedChip[] {
  const marks = [...ownMarks, ...GENERIC_MARKS];
  const { circuit, placed } = specimen;
  const chips = [
    ...circuit.parts.map((part) => ({ ref: part.ref, marking: part.marking, on: chipPinsOf(part), isPlaced: false })),
    ...placed.map(({ ref, marking, chipPins = [] }) => ({ ref, marking, on: chipPins, isPlaced: true })),
  ];
  const free = freeRefs(specimen);
  return chips.flatMap(({ ref, marking, on, isPlaced }): MarkedChip[] => {
    const mark = marks.find((one) => one.mark === marking && one.joins !== undefined);
    if (!mark || on.length === 0) return [];
    const nets = new Map(on.map((pin) => [pin.name, netOf(specimen.nets, pin.on)?.name ?? pin.on] as const));
    const { items } = aroundChip(circuit, mark, nets);
    const sense = senseOf(circuit.parts, mark, nets);
    const isReady = isPlaced && (mark.setBy === undefined || sense !== undefined);
    return [
      {
        ref,
        mark,
        pins: namesOf(mark.pins).map((name) => ({ name, ...(nets.has(name) && { net: nets.get(name) as string }) })),
        ...(sense && mark.referenceVolts !== undefined && { setBy: { volts: mark.referenceVolts, ...sense } }),
        around: items.map((item) => (item.refs.length > 0 ? item : { ...item, line: lineOf(item, free(item.usual.letter)) })),
        ...(isReady && { line: `${ref} mark ${mark.mark}` }),
      },
    ];
  });
}

function chipPinsOf(part: Part): readonly { readonly name: string; readonly on: string }[] {
  return 'chipPins' in part ? (part.chipPins ?? []) : [];
}

function senseOf(parts: readonly Part[], mark: SemiconductorMark, nets: ReadonlyMap<string, string>) {
  const between = setByOf(mark)?.map((name) => nets.get(name));
  const found = parts
    .filter((part) => between?.every((net) => part.pins.some((pin) => pin === net)))
    .filter((part) => isKind(part, 'resistor'));
  if (found.length === 0) return undefined;
  return { refs: found.map(({ ref }) => ref), ohms: 1 / found.reduce((siemens, { ohms }) => siemens + 1 / ohms, 0) };
}

/** A net that is not known goes by the name that the mark gives it. */
function lineOf({ usual: { letter, words, from, to }, between }: AroundFound, ref: string): string {
  const what = letter === 'D' && !words.includes('schottky') ? `diode ${words}`.trim() : words;
  return [ref, what, 'on', between[0] ?? from, between[1] ?? to].filter(Boolean).join(' ');
}

/** By letter, the next number that nothing on the board has; each asked for once. */
function freeRefs({ circuit, placed }: Specimen): (letter: string) => string {
  const taken = new Set([...circuit.parts, ...placed].map(({ ref }) => ref));
  return (letter) => {
    let number = 1;
    while (taken.has(`${letter}${number}`)) number++;
    taken.add(`${letter}${number}`);
    return `${letter}${number}`;
  };
}
