import { type Circuit, celsiusOf, withFields } from '../circuit/index.ts';
import type { LedPart } from '../device/index.ts';
import type { Solution } from './solution.ts';

/** Hotter than any junction lives is a rating's matter; the law of volts ends there. */
const HOTTEST_CELSIUS = 400;

/** Whether any LED's junction warms with its own heat. */
export function hasWarmingJunctions(circuit: Circuit): boolean {
  return circuit.parts.some((part) => part.kind === 'led' && part.kelvinPerWatt);
}

/** Kelvin per watt of a chip's electrical power: heat = electrical − light. */
export function kelvinPerElectricalWatt(part: LedPart): number {
  return (part.kelvinPerWatt ?? 0) * (1 - (part.lightShare ?? 0));
}

/** The circuit with each junction as warm as the solution has it: ambient plus kelvinPerWatt × heat of a chip. */
export function withWarmedJunctions(circuit: Circuit, solution: Solution): Circuit {
  return circuit.parts.reduce((result, part) => {
    if (part.kind !== 'led' || !part.kelvinPerWatt) return result;
    const ambient = celsiusOf(circuit, part);
    const watts = Math.max(0, solution.leds[part.ref]?.chip.watts ?? 0);
    return withFields(result, part.ref, { celsius: Math.min(ambient + kelvinPerElectricalWatt(part) * watts, HOTTEST_CELSIUS) });
  }, circuit);
}
