import { deviceOf, type PartKind, partSchema, partValue } from '../device/index.ts';
import { pinName, terminalName } from '../tape/index.ts';
import { readChipLine } from './chip-line.ts';
import { type BenchContext, lastingName, noSuchPin } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';
import { splitSpread, spreadFields } from './typed-spread.ts';

interface ChipOptions {
  /** The kind that a word names. */
  readonly kindOf: (word: string) => PartKind | undefined;
  /** The entry that it corrects. */
  readonly replaces?: string;
}

/**
 * `U1 mark LK20 sot-89 on 4 9 2`: the nets of a chip's pins from 1 on. What its mark says of them gives the pins of its
 * kind, and what lies between two of them its current; until that is entered it is placed only, and afterwards
 * `U1 mark LK20` is enough.
 *
 * @returns undefined where the table does not say how the chip is joined
 */
export function parseChip(
  ref: string,
  rest: readonly string[],
  context: BenchContext,
  { kindOf, replaces }: ChipOptions,
): BenchOutcome | undefined {
  const chip = readChipLine(ref, rest, context, kindOf);
  if (!chip) return undefined;
  if (typeof chip === 'string') return unread(`${ref}: ${chip}`);
  const { kind, mark, why, chipPins, words, missing, body, terminals } = chip;
  const { specimen } = context;
  const { pins: pinNames, typed, name } = deviceOf(kind);
  if (terminals.length !== pinNames.length)
    return unread(
      `${ref}: the table joins ${mark.mark} by ${terminals.length} of its pins, and a ${name} has ${pinNames.length}: ${pinNames.join(', ')}.`,
    );
  const unknown = chipPins.find(({ on }) => terminalName(specimen.circuit.parts, on) === undefined);
  if (unknown) return unread(noSuchPin(unknown.on, context));
  const placed = specimen.placed.find((one) => one.ref === ref);
  // A pin that was not found yet is a net of its own.
  const pins = terminals.map((terminal, index) => (terminal === undefined ? pinName(ref, index) : lastingName(terminal, specimen)));
  if (new Set(pins).size === 1) return unread(`${ref}: all its pins on ${pins[0]} would be a short.`);
  const common = { marking: mark.mark, ...(chipPins.length > 0 && { chipPins: [...chipPins] }) };
  if (missing !== undefined) {
    if (placed || replaces !== undefined) return unread(`${ref}: ${why}; ${missing}.`);
    return entry(`${ref}, ${why}; ${missing}`, {
      kind: 'place',
      ref,
      partKind: kind,
      pins,
      ...common,
      ...(body !== undefined && { package: body }),
    });
  }
  const parted = splitSpread(words, typed?.ownPercent);
  if (typeof parted === 'string') return unread(`${ref}: ${parted}`);
  const built = typed?.read(parted.words, 1) ?? `a ${name} cannot be typed here yet.`;
  if (typeof built === 'string') return unread(`${ref}: ${why}; ${built}`);
  const parsed = partSchema.safeParse({ ref, kind, pins, ...common, ...built.fields });
  if (!parsed.success) return unread(`${ref}: ${parsed.error.issues[0]?.message ?? 'not valid'}.`);
  const unsure = parted.spread && spreadFields(parsed.data, parted.spread);
  if (typeof unsure === 'string') return unread(`${ref}: ${unsure}`);
  const part = unsure ? partSchema.parse({ ...parsed.data, ...unsure }) : parsed.data;
  const corrects = replaces ?? placed?.id;
  return entry(`${ref}, ${[name, partValue(part)].filter(Boolean).join(' ')} (${why})`, {
    kind: 'part',
    part,
    ...(corrects !== undefined && { corrects }),
  });
}
