import { z } from 'zod';
import type { Circuit } from '../../circuit/index.ts';
import { formatEngineering } from '../../quantity/index.ts';
import { insertResistor } from './insert-resistor/definition.ts';
import type { MoveDefinition, Proposal, WorkStep } from './move.ts';
import { replaceResistor } from './replace-resistor/definition.ts';

/** Every kind of change, by the word that a change says. A new one is a folder beside this file, and a line here. */
const MOVES = { 'replace-resistor': replaceResistor, 'insert-resistor': insertResistor } as const;

/** One thing done to a circuit at the bench. */
export const circuitChangeSchema = z.discriminatedUnion('change', [replaceResistor.schema, insertResistor.schema]);
export type CircuitChange = z.infer<typeof circuitChangeSchema>;

type AnyMove = MoveDefinition<z.ZodType<CircuitChange>>;

function moveOf({ change }: CircuitChange): AnyMove {
  return MOVES[change] as unknown as AnyMove;
}

/** The circuit after the changes, in order. A change of a part that is not there leaves the circuit as it is. */
export function applyChanges(circuit: Circuit, changes: readonly CircuitChange[]): Circuit {
  return changes.reduce((changed, change) => moveOf(change).apply(changed, change), circuit);
}

/** Every place where a kind of change could be tried. */
export function proposalsFor(circuit: Circuit): readonly Proposal<CircuitChange>[] {
  return Object.values(MOVES).flatMap((move) => (move as unknown as AnyMove).proposals(circuit));
}

/** Over the expected supply current by this share, something is wrong: off again. */
const ABORT_FACTOR = 1.35;

/** The safe order of doing the changes on a low-voltage gadget, with when to abort at first power. */
export function workOrder(changes: readonly CircuitChange[], expectedSupplyAmps: number): readonly WorkStep[] {
  return [
    { name: 'Make safe', text: 'Unplug it or take the cells out; volts across the supply pads read below 0.1 V.' },
    ...changes.flatMap((change) => moveOf(change).steps(change)),
    {
      name: 'First power',
      text: `From a limited supply. Off again above ${formatEngineering(expectedSupplyAmps * ABORT_FACTOR, 'amps', 2).text}.`,
    },
  ];
}
