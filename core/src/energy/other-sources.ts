import { type Circuit, partsOfKind, seriesPackOf, withFields, withReplacement } from '../circuit/index.ts';
import {
  type BatteryPart,
  CELLS,
  CHEMISTRIES,
  type Chemistry,
  cellSize,
  deviceOf,
  isKind,
  type Part,
  ratedChipAmps,
} from '../device/index.ts';
import { figureIn, type Solution, type SolveOptions, solve } from '../solve/index.ts';
import { dischargeRuntime } from './runtime.ts';

/** What changes of a source; words for it are made from this alone. */
export type SourceChange =
  | { readonly is: 'as-found' }
  | { readonly is: 'charge'; readonly left: number }
  | { readonly is: 'chemistry'; readonly chemistry: Chemistry }
  | { readonly is: 'rewired'; readonly series: number; readonly parallel: number }
  | { readonly is: 'volts'; readonly volts: number }
  | { readonly is: 'speed'; readonly times: number }
  | { readonly is: 'diodes'; readonly type: 'silicon' | 'schottky' };

/** What the gadget does on another source, or on this one in another state. */
export interface OtherSource {
  readonly change: SourceChange;
  /** At the terminals of the source, of cells in a row at their ends: rms where it alternates, else averages. */
  readonly volts: number;
  readonly amps: number;
  /** Of the hardest driven LED, averages. */
  readonly led: { readonly ref: string; readonly chipAmps: number; readonly ofRated: number };
  /** On one set of cells, to the end that comes first; of other cells, where it lights and draws a steady current. */
  readonly hours?: number;
}

/** Charges that tell how a set of cells goes down: fresh, half-way, nearly empty. */
const CHARGES = [1, 0.5, 0.1];
/** Of its rating: what has less is dark. */
const DARK = 0.005;
/** Of a turned generator, of its speed as read. */
const SPEEDS = [0.5, 0.75, 1, 1.5, 2];
/** Of a supply that is not regulated: a tenth less, as read, a lead battery at rest (12.7 V for 12) and while it charges (14.4 V). */
const SHARES = [0.9, 1, 12.7 / 12, 14.4 / 12];

/**
 * A circuit on other sources: cells at other charges, of other chemistries of the same size and wired otherwise; a supply
 * with other volts; a generator at other speeds and behind other diodes.
 *
 * @param ref of the source
 * @returns what can be solved, the source as found first
 */
export function otherSources(circuit: Circuit, ref: string, options: SolveOptions = {}): readonly OtherSource[] {
  const part = circuit.parts.find((one) => one.ref === ref);
  if (!part) return [];
  return changesOf(circuit, part).flatMap(([change, changed]) => {
    const solved = solve(changed, options);
    const led = solved.ok ? hardestIn(changed, solved.value) : undefined;
    const supply = solved.ok ? solved.value.supplies[ref] : undefined;
    if (!led || !supply || !solved.ok) return [];
    const inRow = seriesPackOf(changed, ref)?.refs ?? [ref];
    const isWhole = change.is === 'chemistry' || change.is === 'rewired';
    const isSteady = solved.value.regime === 'dc' && led.ofRated > DARK;
    const runtime = isKind(part, 'battery') && isWhole && isSteady ? dischargeRuntime(changed, led.ref, options) : undefined;
    const amps = isKind(part, 'ac') ? supply.ampsRms : -(solved.value.parts[ref]?.amps.avg ?? 0);
    const volts = inRow.reduce((sum, one) => sum + (solved.value.supplies[one]?.voltsRms ?? 0), 0);
    return [{ change, volts, amps, led, ...(runtime?.ok && { hours: runtime.value.hours }) }];
  });
}

/** With fresh or full cells of the same kind, whatever those in it are now; undefined where no cell of a known kind feeds it. */
export function withFreshCells(circuit: Circuit, ref: string): Circuit | undefined {
  const part = circuit.parts.find((one) => one.ref === ref);
  const row = isKind(part, 'battery') ? rowOf(circuit, part).filter(({ chemistry }) => chemistry !== undefined) : [];
  return row.length === 0 ? undefined : row.reduce((fresh, cell) => withReplacement(fresh, cell.ref, atCharge(cell, 1)), circuit);
}

/** At rest as its kind is at that charge, with the ohms that were measured of it. */
function atCharge(cell: BatteryPart, left: number): Part {
  return { ...cell, openVolts: undefined, charge: left } as Part;
}

function changesOf(circuit: Circuit, part: Part): readonly (readonly [SourceChange, Circuit])[] {
  const asFound = [{ is: 'as-found' }, circuit] as const;
  if (isKind(part, 'battery')) return [asFound, ...cellChanges(circuit, part)];
  const { source } = deviceOf(part.kind);
  if (isKind(part, 'ac')) return [asFound, ...speedChanges(circuit, part), ...diodeChanges(circuit)];
  if (!isKind(part, 'dc') || !source) return [asFound];
  return [
    asFound,
    ...SHARES.filter((share) => share !== 1).map(
      (share) =>
        [{ is: 'volts', volts: part.volts * share }, withReplacement(circuit, part.ref, source.scaled?.(part, share) ?? part)] as const,
    ),
  ];
}

/** All cells of a row are in the same holder: each gets older, or another in its place, with the others. */
function cellChanges(circuit: Circuit, part: BatteryPart): readonly (readonly [SourceChange, Circuit])[] {
  const row = rowOf(circuit, part);
  const inAll = (change: (cell: BatteryPart) => Part) =>
    row.reduce((changed, cell) => withReplacement(changed, cell.ref, change(cell)), circuit);
  const charges = row.some(({ chemistry }) => chemistry)
    ? CHARGES.map((left) => [{ is: 'charge', left }, inAll((cell) => (cell.chemistry ? atCharge(cell, left) : cell))] as const)
    : [];
  const sizes = row.map(({ chemistry, size }) => chemistry && (cellSize(chemistry, size) ?? CELLS[chemistry].usualSize));
  const others = CHEMISTRIES.filter(
    (one) =>
      row.some(({ chemistry }) => chemistry !== one) && sizes.every((known) => known !== undefined && cellSize(one, known) !== undefined),
  ).map((one) => [{ is: 'chemistry', chemistry: one }, inAll((cell) => bareCell(cell, { chemistry: one, charge: 1 }))] as const);
  return [...charges, ...others, ...rewired(circuit, row, part)];
}

/** What was measured of one cell says nothing of another. */
function bareCell(cell: BatteryPart, fields: Partial<BatteryPart>): Part {
  const { openVolts: _, cellOhms: __, ampHours: ___, ...bare } = cell;
  return { ...bare, ...fields } as Part;
}

/** All in parallel that are in series: of one kind, as cells that differ would charge each other. */
function rewired(circuit: Circuit, row: readonly BatteryPart[], first: BatteryPart): readonly (readonly [SourceChange, Circuit])[] {
  const count = row.reduce((sum, { series = 1 }) => sum + series, 0);
  const areAlike = row.every(
    ({ chemistry, size, charge, parallel = 1 }) =>
      chemistry === first.chemistry && size === first.size && charge === first.charge && parallel === 1,
  );
  const pack = seriesPackOf(circuit, first.ref);
  if (count < 2 || !areAlike || !pack) return [];
  const inRow = new Set(row.map(({ ref }) => ref));
  const parts = circuit.parts
    .filter(({ ref }) => ref === first.ref || !inRow.has(ref))
    .map((part) => (part.ref === first.ref ? ({ ...first, series: 1, parallel: count, pins: [pack.plus, pack.minus] } as Part) : part));
  return [
    [
      { is: 'rewired', series: 1, parallel: count },
      { ...circuit, parts },
    ],
  ];
}

/** The cells in a row with one, from the plus end on; it alone where it stands alone. */
function rowOf(circuit: Circuit, part: BatteryPart): readonly BatteryPart[] {
  const cells = (seriesPackOf(circuit, part.ref)?.refs ?? []).map((ref) => circuit.parts.find((one) => one.ref === ref));
  const row = cells.filter((one): one is BatteryPart => isKind(one, 'battery'));
  return row.length > 0 ? row : [part];
}

/** Volts and frequency follow the speed; the winding stays. */
function speedChanges(
  circuit: Circuit,
  { ref, voltsRms, hertz }: Extract<Part, { kind: 'ac' }>,
): readonly (readonly [SourceChange, Circuit])[] {
  return SPEEDS.filter((times) => times !== 1).map(
    (times) => [{ is: 'speed', times }, withFields(circuit, ref, { voltsRms: times * voltsRms, hertz: times * hertz })] as const,
  );
}

function diodeChanges(circuit: Circuit): readonly (readonly [SourceChange, Circuit])[] {
  const rectifiers = [...partsOfKind(circuit, 'bridge'), ...partsOfKind(circuit, 'diode')].filter(({ model }) => model === undefined);
  if (rectifiers.length === 0) return [];
  return (['silicon', 'schottky'] as const)
    .filter((type) => rectifiers.some((one) => (one.type ?? 'silicon') !== type))
    .map((type) => [{ is: 'diodes', type }, rectifiers.reduce((changed, { ref }) => withFields(changed, ref, { type }), circuit)] as const);
}

function hardestIn(circuit: Circuit, solution: Solution): OtherSource['led'] | undefined {
  const driven = partsOfKind(circuit, 'led').map((led) => {
    const chipAmps = figureIn(solution, { of: 'chip', ref: led.ref, quantity: 'amps' });
    return { ref: led.ref, chipAmps, ofRated: chipAmps / ratedChipAmps(led).value };
  });
  return driven.sort((a, b) => b.ofRated - a.ofRated)[0];
}
