import { warmingsIn } from '../appraisal/index.ts';
import type { Runtime } from '../energy/index.ts';
import { csvText } from '../logged/index.ts';
import type { Specimen } from '../tape/index.ts';

/** A running time as CSV: SI, but hours and shares of the first light. */
export function runtimeCsv({ points }: Runtime): string {
  const figures = points.map(({ hours, charge, cellVolts, packAmps, chipAmps, light }) =>
    [hours, charge, cellVolts, packAmps, chipAmps, light].map((value) => value.toPrecision(6)),
  );
  return csvText([['hours', 'charge (share)', 'a cell (V)', 'pack (A)', 'a chip (A)', 'light (share of the first)'], ...figures]);
}

/** Every soak of a specimen as CSV, a reading a row, in the order of reworks and places; undefined where there is none. */
export function soaksCsv(specimen: Specimen): string | undefined {
  const rows = Array.from({ length: specimen.reworks.length + 1 }, (_, rework) =>
    warmingsIn(specimen, rework).flatMap(({ place, points }) =>
      points.map(({ seconds, celsius, uncertainty }) => [
        String(rework),
        place,
        String(seconds),
        String(celsius),
        uncertainty.toPrecision(2),
      ]),
    ),
  ).flat();
  if (rows.length === 0) return undefined;
  return csvText([['after reworks', 'place', 'time (s)', 'temperature (°C)', 'standard uncertainty (K)'], ...rows]);
}
