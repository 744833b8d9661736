import { z } from 'zod';
import { type Circuit, partOf, partsOfKind, withReplacement } from '../../../circuit/index.ts';
import { isKind, partSchema, ratedSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';
import { NEW_TOLERANCE } from '../new-parts.ts';
import { resistorGroups } from '../replace-resistor/definition.ts';
import { fittedWords, valueWords } from '../words.ts';

const schema = z.strictObject({
  move: z.literal('replace-with-sink'),
  ref: refSchema,
  amps: z.number().positive(),
  dropoutVolts: z.number().positive(),
  rated: ratedSchema.optional(),
  /** Its in and out are the other way round than the part's pins. */
  reversed: z.boolean().optional(),
});

/** What a two-legged regulator of a fixed current needs over it, V: class figure, 1 to 2 in makers' sheets. */
const USUAL_DROPOUT_VOLTS = 1.4;
const [LEAST_AMPS, MOST_AMPS] = [0.001, 1];
/** Of its amps it lets less through where too few volts are left for it: it regulates nothing then. */
const REGULATING_SHARE = 0.95;

/** A regulated current in the place of a resistor. */
export const replaceWithSink: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, amps, dropoutVolts, rated, reversed = false }) => {
    const part = partOf(circuit, ref);
    if (!isKind(part, 'resistor')) return circuit;
    const pins = reversed ? [part.pins[1], part.pins[0]] : part.pins;
    return withReplacement(
      circuit,
      ref,
      partSchema.parse({ kind: 'sink', ref, pins, amps, dropoutVolts, tolerance: NEW_TOLERANCE.sink, ...(rated && { rated }) }),
    );
  },
  words: ({ ref, amps }) => ({ before: `a regulated ${valueWords(amps, 'amps')} for `, ref }),
  effort: () => ({ parts: 1, joints: 2, reversible: true }),
  // At its peak: behind a rectifier that nothing smooths it regulates for a part of each half wave.
  works: ({ ref, amps }, { parts }) => (parts[ref]?.amps.max ?? 0) >= REGULATING_SHARE * amps,
  fitted: ({ ref }) => [ref],
  steps: ({ ref, amps, dropoutVolts, rated }) => [
    { name: 'Lift', text: `${ref}, both joints. Keep it: the way back.` },
    {
      name: 'Fit',
      text: `A regulator of ${fittedWords(amps, 'amps', rated)} in the place of ${ref}, the right way round; it needs ${valueWords(dropoutVolts, 'volts')} over it, and copper for its heat.`,
    },
  ],
  places: (circuit) =>
    resistorGroups(circuit)
      .filter((refs) => refs.every((ref) => isInLine(circuit, partOf(circuit, ref)?.pins ?? [])))
      .flatMap((refs) =>
        [false, true].map((reversed) => ({
          is: 'value' as const,
          unit: 'amps' as const,
          from: LEAST_AMPS,
          to: MOST_AMPS,
          moves: (amps: number) =>
            refs.map((ref) => ({
              move: 'replace-with-sink' as const,
              ref,
              amps,
              dropoutVolts: USUAL_DROPOUT_VOLTS,
              ...(reversed && { reversed }),
            })),
        })),
      ),
};

/** In series with LEDs: one end on a net of theirs. With both it lies across them, and a regulator there would take their current. */
function isInLine(circuit: Circuit, pins: readonly string[]): boolean {
  const nets = new Set(partsOfKind(circuit, 'led').flatMap((led) => led.pins));
  return pins.filter((net) => nets.has(net)).length === 1;
}
