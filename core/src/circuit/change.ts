import { z } from 'zod';
import { ratedSchema, refSchema } from '../device/index.ts';
import { withFields, withSeriesResistor } from './edit-circuit.ts';
import type { Circuit } from './schema.ts';

/** One thing done to a circuit at the bench. */
export const circuitChangeSchema = z.discriminatedUnion('change', [
  /** Another resistor in the same place. */
  z.strictObject({ change: z.literal('replace-resistor'), ref: refSchema, ohms: z.number().positive(), rated: ratedSchema.optional() }),
  /** A new resistor between a pin of a part and the net it was on. */
  z.strictObject({
    change: z.literal('insert-resistor'),
    ref: refSchema,
    at: z.strictObject({ ref: refSchema, pin: z.int().min(0) }),
    ohms: z.number().positive(),
    rated: ratedSchema.optional(),
  }),
]);
export type CircuitChange = z.infer<typeof circuitChangeSchema>;

/** A new part's tolerance: what a drawer of today holds. */
const NEW_PART_TOLERANCE = 0.05;

/** The circuit after the changes, in order. A change of a part that is not there leaves the circuit as it is. */
export function applyChanges(circuit: Circuit, changes: readonly CircuitChange[]): Circuit {
  return changes.reduce(applyChange, circuit);
}

function applyChange(circuit: Circuit, change: CircuitChange): Circuit {
  const rated = change.rated && { rated: change.rated };
  switch (change.change) {
    case 'replace-resistor':
      return withFields(circuit, change.ref, { ohms: change.ohms, tolerance: NEW_PART_TOLERANCE, marking: undefined, ...rated });
    case 'insert-resistor': {
      const inserted = withSeriesResistor(circuit, change.at.ref, change.at.pin, { ref: change.ref, ohms: change.ohms, ...rated });
      return withFields(inserted, change.ref, { tolerance: NEW_PART_TOLERANCE });
    }
  }
}
