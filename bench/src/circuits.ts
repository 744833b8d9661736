import { type Circuit, parseCircuit } from '@mindful-probe/core';

/** The barn lantern of the demo with its 24 LEDs as parts of their own. */
export function barnLantern(): Circuit {
  return circuitOf([
    { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'D', series: 4 },
    { ref: 'S1', kind: 'switch', pins: ['p', 'b'] },
    { ref: 'R1', kind: 'resistor', pins: ['b', 'c'], ohms: 8.2 },
    ...Array.from({ length: 24 }, (_, index) => ({ ref: `D${index + 1}`, kind: 'led', pins: ['c', 'm'] })),
  ]);
}

/** 18 separate LEDs in six strings of three with a resistor each, on 12 V. */
export function sixStrings(): Circuit {
  const strings = Array.from({ length: 6 }, (_, string) => [
    { ref: `R${string + 1}`, kind: 'resistor', pins: ['p', `s${string}.0`], ohms: 150 },
    ...Array.from({ length: 3 }, (_unused, chip) => ({
      ref: `D${string * 3 + chip + 1}`,
      kind: 'led',
      pins: [`s${string}.${chip}`, chip === 2 ? 'm' : `s${string}.${chip + 1}`],
    })),
  ]);
  return circuitOf([{ ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 12 }, ...strings.flat()]);
}

function circuitOf(parts: unknown[]): Circuit {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}
