import { type Circuit, partOfKind } from '../circuit/index.ts';
import type { Solution } from '../solve/index.ts';

/** What a source behind a resistance and an inductance can give, and what is taken of it. */
export interface GeneratorPower {
  readonly ref: string;
  /** Of its winding at its frequency: together, Ω. */
  readonly ohms: number;
  readonly reactanceOhms: number;
  /** Watts into a resistance across it, from a tenth to ten times the best one. */
  readonly curve: readonly { readonly loadOhms: number; readonly watts: number; readonly volts: number }[];
  /** The resistance that takes the most, as large as its impedance. */
  readonly best: { readonly loadOhms: number; readonly watts: number };
  /** What the gadget takes, and the resistance that would draw the same current. */
  readonly now: { readonly watts: number; readonly loadOhms: number };
}

const POINTS = 41;

/**
 * Best power by a matched load (Jacobi's law): of resistive loads, one as large as the impedance of the winding.
 *
 * @returns undefined for a source whose resistance is not known
 */
export function generatorPower(circuit: Circuit, solution: Solution, ref: string): GeneratorPower | undefined {
  const source = partOfKind(circuit, ref, 'ac');
  const supply = solution.supplies[ref];
  if (!source || !supply || !source.ohms) return undefined;
  const { voltsRms, hertz, ohms, henries = 0 } = source;
  const reactanceOhms = 2 * Math.PI * hertz * henries;
  const impedance = Math.hypot(ohms, reactanceOhms);
  const at = (loadOhms: number) => {
    const amps = voltsRms / Math.hypot(ohms + loadOhms, reactanceOhms);
    return { loadOhms, watts: amps ** 2 * loadOhms, volts: amps * loadOhms };
  };
  return {
    ref,
    ohms,
    reactanceOhms,
    curve: Array.from({ length: POINTS }, (_, index) => at(impedance * 10 ** ((2 * index) / (POINTS - 1) - 1))),
    best: at(impedance),
    now: { watts: supply.watts, loadOhms: supply.voltsRms / supply.ampsRms },
  };
}
