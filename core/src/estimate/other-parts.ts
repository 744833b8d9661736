import { type Circuit, partsOfKind, withFields, withReplacement } from '../circuit/index.ts';
import {
  CHEMISTRIES,
  cellSize,
  deviceOf,
  LED_BODIES,
  LED_COLOURS,
  type LedBodyName,
  type LedColourName,
  ledClassOf,
} from '../device/index.ts';
import type { PartAs, Suspect } from './disagreement.ts';
import type { Fit } from './fit-once.ts';
import type { EstimateReading } from './readings.ts';
import { fallOf, tryFit } from './trial-fit.ts';

const OPEN_OHMS = 1e9;

/** Parts that would be others than were entered: of another body, colour, chemistry or number. */
export function otherParts(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): readonly Suspect[] {
  return [darkChips, wrongBodies, wrongGreens, wrongCells].flatMap((suspectsOf) => suspectsOf(circuit, readings, fit));
}

/** An LED whose curve is its body's, in every other body that carries another current. */
function wrongBodies(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return partsOfKind(circuit, 'led').flatMap((part): Suspect[] => {
    if (part.model || part.points || part.seriesOhms !== undefined) return [];
    const own = ledClassOf(part.colour, part.body).atAmps;
    return REPRESENTATIVE_BODIES.filter((body) => LED_BODIES[body].ratedAmps !== own).map((body): Suspect => {
      const mends = fallOf(fit, tryFit(withFields(circuit, part.ref, { body }), readings, fit));
      return {
        cause: 'part',
        ref: part.ref,
        value: LED_BODIES[body].ratedAmps,
        as: { code: 'body', body, entered: part.body },
        mends,
        unlikely: 1,
      };
    });
  });
}

/** One for each usual current. */
const REPRESENTATIVE_BODIES = ['5mm', '2835', '5730', '3535'] as const satisfies readonly LedBodyName[];

/** What looks green is of one of two materials, a volt apart. */
const OTHER_GREEN: Readonly<Partial<Record<LedColourName, LedColourName>>> = { green: 'yellow-green', 'yellow-green': 'green' };

function wrongGreens(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return partsOfKind(circuit, 'led').flatMap((part): Suspect[] => {
    const { ref, colour: entered, model, points, voltsShift } = part;
    const colour = entered && OTHER_GREEN[entered];
    if (!entered || !colour || model || points || voltsShift !== undefined) return [];
    const mends = fallOf(fit, tryFit(withFields(circuit, ref, { colour }), readings, fit));
    const as: PartAs = { code: 'colour', colour, entered, volts: LED_COLOURS[entered].volts };
    return [{ cause: 'part', ref, value: LED_COLOURS[colour].volts, as, mends, unlikely: 1 }];
  });
}

/** Cells of another number or chemistry than was entered. */
const OTHER_CELLS = 2;

function wrongCells(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return partsOfKind(circuit, 'battery').flatMap((part): Suspect[] => {
    const { ref, chemistry, size, series = 1 } = part;
    if (!chemistry || part.openVolts !== undefined) return [];
    const others = [
      ...[series - 1, series + 1].filter((cells) => cells > 0).map((cells) => ({ chemistry, cells })),
      ...CHEMISTRIES.filter((other) => other !== chemistry && (size === undefined || cellSize(other, size))).map((other) => ({
        chemistry: other,
        cells: series,
      })),
    ];
    return others.map((other): Suspect => {
      const changed = withFields(circuit, ref, { chemistry: other.chemistry, series: other.cells });
      const as: PartAs = { code: 'other-cells', ...other, entered: { chemistry, cells: series } };
      return { cause: 'part', ref, value: other.cells, as, mends: fallOf(fit, tryFit(changed, readings, fit)), unlikely: OTHER_CELLS };
    });
  });
}

/** A chip that is open among those in parallel, or a shorted one in a row. */
function darkChips(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return circuit.parts.flatMap((part): Suspect[] => {
    const { chips, fails } = deviceOf(part.kind);
    if (!chips) return [];
    const { ref } = part;
    const { parallel, series } = chips(part);
    const without = (changed: Circuit, value: number, as: PartAs): Suspect => {
      return { cause: 'part', ref, value, as, mends: fallOf(fit, tryFit(changed, readings, fit)), unlikely: 1 };
    };
    const dark: Suspect[] = [];
    if (parallel > 1) {
      const fewer = withFields(circuit, ref, { parallel: parallel - 1 });
      dark.push(without(fewer, parallel - 1, { code: 'lit-in-parallel', of: parallel }));
    }
    if (series > 1) {
      const fewer = withFields(circuit, ref, { series: series - 1 });
      dark.push(without(fewer, series - 1, { code: 'lit-in-series', of: series }));
    }
    if (parallel === 1 && fails.some(({ how }) => how === 'open')) {
      const open = withReplacement(circuit, ref, { ref, kind: 'resistor', pins: part.pins as [string, string], ohms: OPEN_OHMS });
      dark.push(without(open, 0, { code: 'open' }));
    }
    return dark;
  });
}
