import type { Circuit } from '../../circuit/index.ts';
import { figureOf, sensitivityTable, solveSensitivities } from '../../solve/index.ts';

/** Of what no sensitivity tells, as of a part that is not there yet. */
export const UNTOLD_STRENGTH = 0.02;
/** So weak that no value of it does anything. */
export const LEAST_STRENGTH = 1e-5;

/** How much of the chip current follows each part's value: relative over relative, by its size. */
export function strengthsIn(circuit: Circuit, ledRef: string): ReadonlyMap<string, number> {
  const parameters = circuit.parts.flatMap(({ ref, kind }) =>
    kind === 'resistor' ? [{ ref, field: 'ohms' }] : kind === 'capacitor' ? [{ ref, field: 'farads' }] : [],
  );
  const solved = solveSensitivities(circuit, parameters);
  if (!solved.ok) return new Map(parameters.map(({ ref }) => [ref, UNTOLD_STRENGTH]));
  const rows = sensitivityTable(solved.value, circuit, (figures) => figureOf(figures, { of: 'chip', ref: ledRef, quantity: 'amps' }));
  // Sensitivity is asked of the state as it is: what is off there tells nothing of what it would do.
  return new Map(rows.map(({ ref, relative }) => [ref, relative === null ? UNTOLD_STRENGTH : Math.abs(relative)]));
}
