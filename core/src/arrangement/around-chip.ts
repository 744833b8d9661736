import type { Circuit } from '../circuit/index.ts';
import type { Part, PartKind } from '../device/index.ts';
import { type AroundPart, aroundOf, type SemiconductorMark } from '../marking/index.ts';

/** One of the usual parts around a chip, and what of it is on the board. */
export interface AroundFound {
  readonly usual: AroundPart;
  /** The nets of its two ends, where they are known. */
  readonly between: readonly [string | undefined, string | undefined];
  /** The parts of its kind that lie there. */
  readonly refs: readonly string[];
}

export interface ChipSurroundings {
  readonly items: readonly AroundFound[];
  /** The nets by the names that the mark gives them: of its own pins, and of what lies behind a part around it. */
  readonly nets: ReadonlyMap<string, string>;
}

const KIND_OF_LETTER: Readonly<Record<AroundPart['letter'], PartKind>> = { R: 'resistor', C: 'capacitor', L: 'inductor', D: 'diode' };

/**
 * What stands around a chip of what its mark says usually does.
 *
 * @param pins the nets of its pins, by the names of the mark
 */
export function aroundChip(circuit: Circuit, mark: SemiconductorMark, pins: ReadonlyMap<string, string>): ChipSurroundings {
  const nets = new Map(pins);
  const usual = aroundOf(mark);
  // What lies behind a part is known by the part: behind the diode at the switch pin is the output.
  for (const { letter, from, to } of usual) {
    const [known, unknown] = nets.has(from) ? [from, to] : [to, from];
    const net = nets.get(known);
    // A capacitor or a resistor on a common net may be any.
    if (net === undefined || nets.has(unknown) || (letter !== 'L' && letter !== 'D')) continue;
    const beyond = new Set(partsOf(circuit, letter).flatMap((part) => otherEnd(part, net, known === from) ?? []));
    const [only] = beyond;
    if (beyond.size === 1 && only !== undefined && ![...pins.values()].includes(only)) nets.set(unknown, only);
  }
  const items = usual.map((item): AroundFound => {
    const [a, b] = [nets.get(item.from), nets.get(item.to)];
    const refs = a === undefined || b === undefined ? [] : partsOf(circuit, item.letter).filter((part) => otherEnd(part, a, true) === b);
    return { usual: item, between: [a, b], refs: refs.map(({ ref }) => ref) };
  });
  return { items, nets };
}

function partsOf(circuit: Circuit, letter: AroundPart['letter']): readonly Part[] {
  return circuit.parts.filter(({ kind }) => kind === KIND_OF_LETTER[letter]);
}

/** Where its other pin is, if one is on the net: of a diode in the way that its current goes. */
function otherEnd({ kind, pins }: Part, net: string, isFrom: boolean): string | undefined {
  const [first, last] = isFrom ? [pins[0], pins[1]] : [pins[1], pins[0]];
  if (first === net) return last;
  return kind !== 'diode' && last === net ? first : undefined;
}
