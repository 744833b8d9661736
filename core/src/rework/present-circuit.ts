import type { Circuit } from '../circuit/index.ts';
import { applyMoves, type CircuitMove } from './moves/registry.ts';

interface Reworked {
  readonly circuit: Circuit;
  /** Each with the state that it starts from: so many reworks, 0 is as found. */
  readonly reworks: readonly { readonly moves: readonly CircuitMove[]; readonly from: number }[];
  /** The state that the thing is in. */
  readonly state: number;
}

/** The circuit in the state that the thing is in, with its values as entered: what a way begins from. */
export function presentCircuit({ circuit, reworks, state }: Reworked): Circuit {
  const chain: (readonly CircuitMove[])[] = [];
  for (let rework = state; rework > 0; rework = reworks[rework - 1]?.from ?? 0) chain.unshift(reworks[rework - 1]?.moves ?? []);
  return chain.reduce((changed, moves) => applyMoves(changed, moves), circuit);
}
