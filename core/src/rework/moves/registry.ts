import { z } from 'zod';
import type { Circuit } from '../../circuit/index.ts';
import type { Solution } from '../../solve/index.ts';
import { addBalance } from './add-balance/definition.ts';
import { addBleeder } from './add-bleeder/definition.ts';
import { addFuse } from './add-fuse/definition.ts';
import { addSmoothing } from './add-smoothing/definition.ts';
import { cutFree } from './cut-free/definition.ts';
import { insertResistor } from './insert-resistor/definition.ts';
import { linkOut } from './link-out/definition.ts';
import type { Effort, MoveDefinition, MovePlace, MoveWords, PlaceContext, WorkStep } from './move.ts';
import { withOnResistanceKept } from './on-resistance.ts';
import { parallelCapacitor } from './parallel-capacitor/definition.ts';
import { parallelResistor } from './parallel-resistor/definition.ts';
import { removePart } from './remove-part/definition.ts';
import { replaceCapacitor } from './replace-capacitor/definition.ts';
import { replaceCells } from './replace-cells/definition.ts';
import { replaceLed } from './replace-led/definition.ts';
import { replaceResistor } from './replace-resistor/definition.ts';
import { replaceSupply } from './replace-supply/definition.ts';
import { replaceWithSink } from './replace-with-sink/definition.ts';
import { splitResistor } from './split-resistor/definition.ts';

/** Every kind of change, by the word that a move says. A new one is a folder beside this file, and a line here. */
const MOVES = {
  'replace-resistor': replaceResistor,
  'insert-resistor': insertResistor,
  'parallel-resistor': parallelResistor,
  'remove-part': removePart,
  'split-resistor': splitResistor,
  'replace-capacitor': replaceCapacitor,
  'parallel-capacitor': parallelCapacitor,
  'link-out': linkOut,
  'replace-led': replaceLed,
  'replace-cells': replaceCells,
  'replace-with-sink': replaceWithSink,
  'add-bleeder': addBleeder,
  'add-fuse': addFuse,
  'add-balance': addBalance,
  'add-smoothing': addSmoothing,
  'replace-supply': replaceSupply,
  'cut-free': cutFree,
} as const;

/** One thing done to a circuit at the bench. */
export const moveSchema = z.discriminatedUnion('move', [
  replaceResistor.schema,
  insertResistor.schema,
  parallelResistor.schema,
  removePart.schema,
  splitResistor.schema,
  replaceCapacitor.schema,
  parallelCapacitor.schema,
  linkOut.schema,
  replaceLed.schema,
  replaceCells.schema,
  replaceWithSink.schema,
  addBleeder.schema,
  addFuse.schema,
  addBalance.schema,
  addSmoothing.schema,
  replaceSupply.schema,
  cutFree.schema,
]);
export type CircuitMove = z.infer<typeof moveSchema>;
export type MoveCode = CircuitMove['move'];

/** The moves that a goal may name: another supply is part of the goal itself, and where to cut is the user's own word. */
export const MOVE_CODES = Object.keys(MOVES).filter((code) => code !== 'replace-supply' && code !== 'cut-free') as [
  MoveCode,
  ...MoveCode[],
];

/** A move that a tape of before 2026-12 has. */
export const olderMoveSchema = z.discriminatedUnion('change', [
  replaceResistor.schema.omit({ move: true, tolerance: true, fusible: true }).extend({ change: z.literal('replace-resistor') }),
  insertResistor.schema.omit({ move: true, tolerance: true }).extend({ change: z.literal('insert-resistor') }),
]);

/** A move as it is written now. */
export function presentMove(move: CircuitMove | z.infer<typeof olderMoveSchema>): CircuitMove {
  if ('move' in move) return move;
  const { change, ...rest } = move;
  return { move: change, ...rest } as CircuitMove;
}

type AnyMove = MoveDefinition<z.ZodType<CircuitMove>>;

function moveOf({ move }: Pick<CircuitMove, 'move'>): AnyMove {
  return MOVES[move] as unknown as AnyMove;
}

/** The circuit after the moves, in order. A move of a part that is not there leaves the circuit as it is. */
export function applyMoves(circuit: Circuit, moves: readonly CircuitMove[]): Circuit {
  return withOnResistanceKept(
    circuit,
    moves.reduce((changed, move) => moveOf(move).apply(changed, move), circuit),
  );
}

/** Every place where one of these kinds of change could be tried. */
export function placesFor(circuit: Circuit, codes: readonly MoveCode[], context: PlaceContext): readonly MovePlace<CircuitMove>[] {
  return codes.flatMap((move) => moveOf({ move }).places?.(circuit, context) ?? []);
}

/** Whether all that is new does what it is fitted for, by the solution after the moves. */
export function allWork(moves: readonly CircuitMove[], solution: Solution): boolean {
  return moves.every((move) => moveOf(move).works?.(move, solution) ?? true);
}

/** Refs of what is new after the moves. */
export function fittedBy(moves: readonly CircuitMove[]): readonly string[] {
  return moves.flatMap((move) => moveOf(move).fitted(move));
}

/** Parts, joints and whether it can be undone, of all moves together. */
export function effortOf(circuit: Circuit, moves: readonly CircuitMove[]): Effort {
  return moves
    .map((move) => moveOf(move).effort(move, circuit))
    .reduce(
      (sum, one) => ({ parts: sum.parts + one.parts, joints: sum.joints + one.joints, reversible: sum.reversible && one.reversible }),
      { parts: 0, joints: 0, reversible: true },
    );
}

/** What is done for the moves at the bench, lifted before fitted before insulated. */
export function stepsOf(circuit: Circuit, moves: readonly CircuitMove[]): readonly WorkStep[] {
  const steps = moves.flatMap((move) => moveOf(move).steps(move, circuit));
  const ORDER: readonly WorkStep['name'][] = ['Lift', 'Fit', 'Insulate'];
  return ORDER.flatMap((name) => steps.filter((step) => step.name === name));
}

/** The moves in a line: "33 Ω for R1", "82 Ω for R1, R2, R3", "390 nF X2 for C1, 1 MΩ to discharge C1". */
export function sayMoves(circuit: Circuit, moves: readonly CircuitMove[]): string {
  const said: { readonly words: MoveWords; readonly refs: string[] }[] = [];
  for (const move of moves) {
    const words = moveOf(move).words(move, circuit);
    const alike = said.find((one) => one.words.before === words.before && one.words.after === words.after && words.ref !== '');
    if (alike) alike.refs.push(words.ref);
    else said.push({ words, refs: [words.ref] });
  }
  return said.map(({ words: { before, after = '' }, refs }) => `${before}${refs.join(', ')}${after}`).join(', ');
}
