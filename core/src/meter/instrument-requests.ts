import { z } from 'zod';
import type { Unit } from '../quantity/index.ts';
import { type InstrumentKind, instrumentKindSchema, quantitySchema } from './instruments.ts';

/** An instrument on the bench's list. */
export const instrumentSchema = z.strictObject({
  /** `192.168.1.20:5025` */
  address: z.string().trim().min(1).max(300),
  /** Left out, it is taken from the identity. */
  kind: instrumentKindSchema.optional(),
  /** The meter that its readings stand on, by name; left out: the usual one of its kind. */
  meter: z.string().trim().min(1).max(60).optional(),
});
export type ListedInstrument = z.infer<typeof instrumentSchema>;

/** What goes to a stand-in between quotes, on one line. */
const spoken = z
  .string()
  .min(1)
  .max(120)
  .regex(/^[^"\p{Cc}]+$/u, 'without quotes and line ends');

/** What a hand does on a real bench; only stand-ins need to be told. */
const handSchema = z.strictObject({
  /** One of the stand-ins' gadgets. */
  gadget: spoken,
  /** A ref or place, or two pins or nets. */
  heldTo: z.union([z.tuple([spoken]), z.tuple([spoken, spoken])]).optional(),
  /** A surface, by name. */
  surface: spoken.optional(),
  metres: z.number().positive().max(20).optional(),
  powered: z.boolean(),
});
export type Hand = z.infer<typeof handSchema>;

/** Where a bench supply is set for one part by itself: what a hand may touch, and no more current than a small LED bears. */
const aloneSchema = z.strictObject({ volts: z.number().positive().max(30), limitAmps: z.number().positive().max(0.02) });
export type LitAlone = z.infer<typeof aloneSchema>;

export const measureRequestSchema = z.strictObject({
  quantity: quantitySchema,
  hand: handSchema.optional(),
  alone: aloneSchema.optional(),
});
export type MeasureRequest = z.infer<typeof measureRequestSchema>;

/** The page that a series or an output belongs to: it ends with it. */
const pageIdSchema = z.string().min(8).max(64);

export const seriesRequestSchema = measureRequestSchema.extend({
  page: pageIdSchema,
  everySeconds: z.number().min(0.5).max(3600),
});
export type SeriesRequest = z.infer<typeof seriesRequestSchema>;

export const supplyRequestSchema = z.strictObject({
  page: pageIdSchema,
  /** Whose limits hold. */
  specimenId: z.string().min(1).max(64),
  gadget: spoken.optional(),
  on: z.boolean(),
  volts: z.number().min(0).max(1000),
  limitAmps: z.number().positive().max(1000),
});
export type SupplyRequest = z.infer<typeof supplyRequestSchema>;

/** What an instrument answered. */
export interface Measured {
  readonly figures: readonly { readonly unit: Unit; readonly value: number }[];
  readonly waveform?: { readonly seconds: readonly number[]; readonly volts: readonly number[] };
}

/** A value of a running series. */
export interface SeriesValue {
  /** From 1. */
  readonly number: number;
  /** Since the series began. */
  readonly seconds: number;
  readonly measured: Measured;
}

/** An instrument as the bench sees it now. */
export interface InstrumentNow {
  /** Its address. */
  readonly id: string;
  readonly kind: InstrumentKind | undefined;
  readonly meter: string | undefined;
  readonly identity: string | undefined;
  /** It ships with the application, and looks at a gadget of these. */
  readonly gadgets: readonly string[] | undefined;
  readonly line: { readonly kind: 'connecting' | 'ready' } | { readonly kind: 'away'; readonly why: string; readonly retryAt: number };
  readonly last: { readonly at: string; readonly measured: Measured } | undefined;
  readonly series:
    | { readonly page: string; readonly everySeconds: number; readonly count: number; readonly problem: string | undefined }
    | undefined;
  readonly output: { readonly page: string; readonly volts: number; readonly amps: number; readonly limited: boolean } | undefined;
}
