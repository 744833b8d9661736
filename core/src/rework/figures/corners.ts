import { type Circuit, partOf, withFields, withReplacement } from '../../circuit/index.ts';
import { deviceOf, isKind, type Part } from '../../device/index.ts';
import { atCharge } from '../../energy/index.ts';
import { formatSignificant } from '../../quantity/index.ts';

/** Where a supply may lie, relative: mains by EN 50160, a USB port by its specification, and other low volts as that. */
const SUPPLY_SPREAD = { ac: 0.1, dc: 0.05 } as const;

/** A tolerance from here on is no statement of a supply. */
const SAYS_NOTHING = 0.5;

/** A circuit with its supply as low or as high as it may be. */
export interface Corner {
  readonly label: string;
  readonly circuit: Circuit;
}

/** The circuit on fresh and on flat cells, or at the upper and lower limit of its supply. */
export function supplyCorners(circuit: Circuit, supplyRef: string): { readonly low: Corner; readonly high: Corner } {
  const supply = partOf(circuit, supplyRef);
  if (isKind(supply, 'battery') && supply.chemistry) {
    return { high: { label: 'fresh', circuit: atCharge(circuit, 1) }, low: { label: 'flat', circuit: atCharge(circuit, 0) } };
  }
  const source = supply && deviceOf(supply.kind).source;
  if (!supply || !source?.scaled) return { high: { label: 'as is', circuit }, low: { label: 'as is', circuit } };
  const usual = isKind(supply, 'ac') ? SUPPLY_SPREAD.ac : SUPPLY_SPREAD.dc;
  // One that is said to be less steady is: a lead battery while it is charged. A wider one says only that nothing was known before it was read.
  const said = supply.tolerance !== undefined && supply.tolerance < SAYS_NOTHING ? supply.tolerance : 0;
  const spread = Math.max(usual, said);
  const at = (share: number): Corner => {
    const scaled = source.scaled?.(supply, 1 + share) ?? supply;
    return { label: `${formatSignificant(source.volts(scaled))} V`, circuit: withReplacement(circuit, supply.ref, scaled) };
  };
  return { high: at(spread), low: at(-spread) };
}

/** Kinds whose value sets a current: a fuse's ohms or a cell's volts do not. */
const TOLERANCED: ReadonlySet<string> = new Set(['resistor', 'capacitor', 'sink']);

/** New parts as far off as their tolerances allow, those of one kind all the same way. */
export function toleranceCorners(corner: Corner, fitted: readonly string[]): readonly Corner[] {
  const parts = fitted.flatMap((ref) => partOf(corner.circuit, ref) ?? []).filter(({ kind }) => TOLERANCED.has(kind));
  const kinds = [...new Set(parts.map(({ kind }) => kind))];
  return kinds.reduce<readonly Corner[]>(
    (corners, kind) =>
      corners.flatMap((one) =>
        [1, -1].map((sign) => {
          const alike = parts.filter((part) => part.kind === kind);
          return {
            label: `${one.label}, ${offWords(alike, sign)}`,
            circuit: alike.reduce((changed, part) => withOff(changed, part, sign), one.circuit),
          };
        }),
      ),
    [corner],
  );
}

function toleranceOf(part: Part): number {
  const toleranced = deviceOf(part.kind).toleranced?.(part);
  return toleranced ? (part.tolerance ?? toleranced.usual) : 0;
}

function withOff(circuit: Circuit, part: Part, sign: number): Circuit {
  const field = deviceOf(part.kind).toleranced?.(part).field ?? '';
  const value = (part as unknown as Readonly<Record<string, unknown>>)[field];
  return typeof value === 'number' ? withFields(circuit, part.ref, { [field]: value * (1 + sign * toleranceOf(part)) }) : circuit;
}

function offWords(parts: readonly Part[], sign: number): string {
  const percent = Math.round(100 * Math.max(...parts.map(toleranceOf)));
  return `${parts.map(({ ref }) => ref).join(', ')} ${sign > 0 ? '+' : '−'}${percent} %`;
}
