import { z } from 'zod';
import { netSchema, partSchema } from '../device/index.ts';

/** Facts about the gadget that a netlist cannot show. */
export const constructionSchema = z.strictObject({
  case: z.enum(['metal', 'plastic', 'glass']).optional(),
  earthed: z.boolean().optional(),
  livePin: netSchema.optional(),
  /** Between live parts and what can be touched: one layer, or two or as good as two. */
  insulation: z.enum(['basic', 'double']).optional(),
  /** Nets that can be touched from outside. */
  touchable: z.array(netSchema).max(100).optional(),
  /** Its pins can be touched when it is pulled out; left out: so it is, on mains. */
  plug: z.boolean().optional(),
  cellsProtected: z.boolean().optional(),
});

/** A circuit document, `*.circuit.json`. */
export const circuitSchema = z.strictObject({
  format: z.literal('mindful-probe.circuit'),
  version: z.literal(1),
  name: z.string().max(200).optional(),
  ground: netSchema.optional(),
  celsius: z.number().min(-100).max(500).optional(),
  construction: constructionSchema.optional(),
  parts: z.array(partSchema).max(5000),
});
export type Circuit = z.infer<typeof circuitSchema>;

/** An empty circuit to add parts to. */
export function emptyCircuit(name: string): Circuit {
  return { format: 'mindful-probe.circuit', version: 1, name, parts: [] };
}
