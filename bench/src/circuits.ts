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

/** A full capacitive dropper: surge resistor, dropper and its discharge resistor, bridge, electrolytic and bleeder, string. */
export function dropper(dropperFarads: number, storeFarads: number): Circuit {
  return circuitOf([
    { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50, ohms: 0.5 },
    { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 100 },
    { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: dropperFarads },
    { ref: 'R2', kind: 'resistor', pins: ['a', 'b'], ohms: 470e3 },
    { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
    { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: storeFarads },
    { ref: 'R3', kind: 'resistor', pins: ['p', 'm'], ohms: 220e3 },
    { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 24, points: [[0.06, 3.1]] },
  ]);
}

/** A strip of LEDs in parallel, each an LED of its own, with the resistance of both tracks between neighbours. */
export function strip(count: number): Circuit {
  const segments = Array.from({ length: count }, (_, index) => [
    { ref: `Ra${index}`, kind: 'resistor', pins: [`a${index}`, `a${index + 1}`], ohms: 0.001 },
    { ref: `Rb${index}`, kind: 'resistor', pins: [`b${index}`, `b${index + 1}`], ohms: 0.001 },
    { ref: `D${index}`, kind: 'led', pins: [`a${index + 1}`, `b${index + 1}`] },
  ]);
  return circuitOf([{ ref: 'V1', kind: 'dc', pins: ['a0', 'b0'], volts: 3.4 }, ...segments.flat()]);
}

function circuitOf(parts: unknown[]): Circuit {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}
