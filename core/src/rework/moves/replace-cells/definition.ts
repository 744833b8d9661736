import { z } from 'zod';
import { partOf, partsOfKind, withReplacement } from '../../../circuit/index.ts';
import { CELLS, CHEMISTRIES, cellSize, chemistryName, isKind, type Part, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';

const schema = z.strictObject({
  move: z.literal('replace-cells'),
  ref: refSchema,
  chemistry: z.enum(CHEMISTRIES),
  size: z.string().min(1).max(20).optional(),
  series: z.int().positive().max(100).optional(),
  parallel: z.int().positive().max(100).optional(),
});

/** Other cells in the same holder, or wired otherwise. */
export const replaceCells: MoveDefinition<typeof schema> = {
  schema,
  // What was measured of one cell says nothing of another.
  apply: (circuit, { ref, chemistry, size, series, parallel }) => {
    const part = partOf(circuit, ref);
    if (!isKind(part, 'battery')) return circuit;
    const { openVolts: _, cellOhms: __, ampHours: ___, spread: ____, tolerance: _____, marking: ______, ...rest } = part;
    return withReplacement(circuit, ref, {
      ...rest,
      chemistry,
      charge: 1,
      ...(size !== undefined && { size }),
      ...(series !== undefined && { series }),
      ...(parallel !== undefined && { parallel }),
    } as Part);
  },
  words: ({ ref, chemistry, size, series = 1, parallel = 1 }) => ({
    before: `${series * parallel > 1 ? `${series * parallel} ` : ''}${chemistryName(chemistry)}${size === undefined ? '' : ` ${size}`}${parallel > 1 ? `, ${series} in series by ${parallel}` : ''} for `,
    ref,
  }),
  effort: () => ({ parts: 0, joints: 0, reversible: true }),
  fitted: ({ ref }) => [ref],
  steps: ({ ref, chemistry }) => [
    { name: 'Lift', text: `All cells of ${ref} out, together.` },
    { name: 'Fit', text: `Fresh ${chemistryName(chemistry)} cells, all alike, after First power on a limited supply.` },
  ],
  places: (circuit, { supplyRef }) => {
    const pack = partsOfKind(circuit, 'battery').find(({ ref }) => ref === supplyRef);
    if (!pack) return [];
    const { ref, chemistry, series = 1, parallel = 1 } = pack;
    const size = (chemistry && cellSize(chemistry, pack.size)) ?? (chemistry ? CELLS[chemistry].usualSize : pack.size);
    const others = CHEMISTRIES.filter((one) => one !== chemistry && size !== undefined && cellSize(one, size) !== undefined);
    const rewired =
      chemistry && parallel === 1 && series > 1 ? [{ move: 'replace-cells' as const, ref, chemistry, series: 1, parallel: series }] : [];
    return [
      {
        is: 'options',
        options: [
          ...others.map((one) => [
            { move: 'replace-cells' as const, ref, chemistry: one, ...(size !== undefined && { size }), series, parallel },
          ]),
          ...rewired.map((one) => [one]),
        ],
      },
    ];
  },
};
