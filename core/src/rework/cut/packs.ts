import { type Circuit, fail, partsOfKind, type Result, succeed } from '../../circuit/index.ts';
import { type Chemistry, type Part, partSchema } from '../../device/index.ts';
import { isChipLit } from '../../drive/index.ts';
import { atCharge, dischargeRuntime } from '../../energy/index.ts';
import { figureIn, type Solution, type SolveWarmed } from '../../solve/index.ts';
import { type CutPin, freedBy, netAt } from '../moves/cut-free/definition.ts';
import { applyMoves, type CircuitMove } from '../moves/registry.ts';

/** Where a board is cut free of its supply. */
export interface Cut {
  /** The supply that it is cut off from. */
  readonly ref: string;
  readonly plus: CutPin;
  readonly minus: CutPin;
}

/** Cells that could feed what is cut free. */
export interface PackChoice {
  readonly move: CircuitMove;
  /** Chip current of the hardest driven LED, as a share of what it had: on full and on nearly empty cells. */
  readonly fresh: number;
  readonly flat: number;
  /** Until half its first light; undefined where that cannot be known. */
  readonly hours?: number;
}

/** What the part that is cut free had, and what could give it that. */
export interface CutNeeds {
  readonly parts: readonly string[];
  readonly ledRef: string;
  /** Between the two nets, on average. */
  readonly volts: number;
  /** Through all of it: on average, and at most, as if all its parts had their most at once. */
  readonly amps: { readonly avg: number; readonly max: number };
  readonly chipAmps: number;
  /** The best first. */
  readonly packs: readonly PackChoice[];
}

/** Packs that a holder is sold for, or a port that everybody has. */
const PACKS: readonly { readonly chemistry: Chemistry; readonly size: string; readonly most: number }[] = [
  { chemistry: 'alkaline', size: 'AA', most: 8 },
  { chemistry: 'nimh', size: 'AA', most: 8 },
  { chemistry: 'li-ion', size: '18650', most: 4 },
];
const PORT_VOLTS = 5;
/** Of the charge, where cells are called nearly empty. */
const FLAT = 0.1;
/** More than this share of the current it had is another drive; less when nearly empty is no light. */
const [MOST_SHARE, LEAST_FLAT_SHARE] = [1.3, 0.1];
const SHOWN = 6;

/** @returns an error where nothing is cut free there, or it has no light now */
export function cutNeeds(circuit: Circuit, solution: Solution, cut: Cut, solve: SolveWarmed): Result<CutNeeds> {
  const [plus, minus] = [netAt(circuit, cut.plus), netAt(circuit, cut.minus)];
  const freed = plus === undefined || minus === undefined ? [] : freedBy(circuit, plus, minus);
  if (plus === undefined || minus === undefined || freed.length === 0)
    return fail(
      'no-parts',
      'Between these two nets no LED is free of its supply: the cut goes through both wires that lead to them.',
      'parts',
    );
  const leds = partsOfKind({ ...circuit, parts: [...freed] }, 'led');
  const chip = (of: Solution, ref: string) => figureIn(of, { of: 'chip', ref, quantity: 'amps' });
  const [hardest] = leds.map(({ ref }) => ({ ref, amps: chip(solution, ref) })).toSorted((a, b) => b.amps - a.amps);
  if (!hardest || !isChipLit(hardest.amps))
    return fail('no-parts', 'It has no light as it is: what it needs follows from a circuit that is whole.', 'parts');
  const into = freed.filter(({ pins }) => (pins as readonly string[]).includes(plus)).map(({ ref }) => solution.parts[ref]?.amps);
  const sum = (pick: 'avg' | 'max') => into.reduce((total, amps) => total + Math.abs(amps?.[pick] ?? 0), 0);
  const shareOf = (changed: Circuit) => {
    const solved = solve(changed);
    return solved.ok ? chip(solved.value.solution, hardest.ref) / hardest.amps : Number.NaN;
  };
  const packs = candidates().flatMap((part): PackChoice[] => {
    const move: CircuitMove = { move: 'cut-free', ...cut, part };
    const changed = applyMoves(circuit, [move]);
    const [fresh, flat] = [shareOf(changed), shareOf(atCharge(changed, FLAT))];
    if (!(fresh <= MOST_SHARE) || !(flat >= LEAST_FLAT_SHARE)) return [];
    const runtime = dischargeRuntime(changed, hardest.ref);
    return [{ move, fresh, flat, ...(runtime.ok && { hours: runtime.value.hours }) }];
  });
  const off = ({ fresh, flat }: PackChoice) => Math.abs(Math.log((fresh + flat) / 2));
  return succeed({
    parts: freed.map(({ ref }) => ref),
    ledRef: hardest.ref,
    volts: figureIn(solution, { of: 'nets', plus, minus }),
    amps: { avg: sum('avg'), max: sum('max') },
    chipAmps: hardest.amps,
    packs: packs.toSorted((a, b) => off(a) - off(b)).slice(0, SHOWN),
  });
}

function candidates(): readonly Part[] {
  const at = { ref: 'B1', pins: ['plus', 'minus'] } as const;
  return [
    ...PACKS.flatMap(({ chemistry, size, most }) =>
      Array.from({ length: most }, (_, index) => partSchema.parse({ ...at, kind: 'battery', chemistry, size, series: index + 1 })),
    ),
    partSchema.parse({ ...at, kind: 'dc', volts: PORT_VOLTS, note: 'USB' }),
  ];
}
