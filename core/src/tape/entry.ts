import { z } from 'zod';
import { ARRANGEMENT_CODES } from '../arrangement/index.ts';
import { GATE_CODES } from '../caution/index.ts';
import { CLAIM_FIELDS, CLAIM_SOURCES, CLAIM_TEXT_FIELDS } from '../claim/index.ts';
import { chipField, netSchema, PART_KINDS, type PartKind, partSchema, refSchema } from '../device/index.ts';
import { observationSchema } from '../diagnosis/index.ts';
import { meterSchema } from '../meter/index.ts';
import { moveSchema, olderMoveSchema, wantedSchema } from '../rework/index.ts';
import { LAYOUT, WORDING, WRITE_UP_SECTIONS } from './write-up-entries.ts';

/** Bench states: no source and stores discharged; no source but a store holds volts; powered. */
export const BENCH_STATES = ['dead', 'charged', 'live'] as const;
export type BenchState = (typeof BENCH_STATES)[number];

/** The nine stages, in the order the work is done. */
export const STAGES = ['claim', 'first-light', 'opening', 'trace', 'readings', 'drive', 'rework', 'proof', 'write-up'] as const;
export type Stage = (typeof STAGES)[number];

/** A pin (`R1.2`) or a net (`A`). */
const terminalSchema = z.string().min(1).max(60);

/** What the states are called that a gadget is switched through: one word. */
export const modeNameSchema = z
  .string()
  .min(1)
  .max(24)
  .regex(/^[\p{L}\p{N}][\p{L}\p{N}-]*$/u, 'a mode is named in one word of letters and figures, at most 24');

/** `one` is a power factor, `percent` flicker. */
export const READING_UNITS = ['volts', 'amps', 'ohms', 'watts', 'voltAmps', 'one', 'celsius', 'lux', 'percent', 'farads'] as const;

const readingFigureSchema = z.strictObject({
  unit: z.enum(READING_UNITS),
  value: z.number(),
  /** One standard uncertainty, in the unit. */
  uncertainty: z.number().positive(),
  doubtful: z.boolean().optional(),
  /** From the lowest to the highest moment of the period, where it is not what a meter shows. */
  statistic: z.literal('ripple').optional(),
  /** Of the meter, between its probes, while it read volts. */
  inputOhms: z.number().positive().optional(),
  /** Of the meter's shunt while it read amps. */
  burdenOhms: z.number().positive().optional(),
});
export type ReadingFigure = z.infer<typeof readingFigureSchema>;

/** Where a reading was taken. `in` is at the gadget's own supply terminals. */
const placeSchema = z.discriminatedUnion('at', [
  z.strictObject({ at: z.literal('part'), ref: refSchema }),
  z.strictObject({ at: z.literal('in') }),
  /** The source by itself, before its lead and without the gadget on it or with. */
  z.strictObject({ at: z.literal('source') }),
  /** Over the filament lamp that first power goes through. */
  z.strictObject({ at: z.literal('series-lamp') }),
  z.strictObject({ at: z.literal('nets'), plus: netSchema, minus: netSchema.optional() }),
  z.strictObject({ at: z.literal('surface'), name: z.string().min(1).max(40) }),
  z.strictObject({
    at: z.literal('light'),
    metres: z.number().positive().optional(),
    /** Off the axis of the beam; left out, on it. */
    degrees: z.number().positive().max(180).optional(),
  }),
]);
export type Place = z.infer<typeof placeSchema>;

const conditionSchema = z.strictObject({
  state: z.enum(BENCH_STATES).optional(),
  cold: z.boolean().optional(),
  dim: z.boolean().optional(),
  afterSeconds: z.number().positive().optional(),
  /** Of an LED lit alone: the bench supply's current, with its standard uncertainty (A). */
  supplied: z.strictObject({ amps: z.number().positive(), uncertainty: z.number().min(0) }).optional(),
  /** Of one chip of the part, not of the whole row. */
  chip: z.boolean().optional(),
  /** Which rework the circuit had: 0 is as found. Left out: as many as the tape had by then. */
  rework: z.int().min(0).optional(),
  /** What the gadget was switched to; left out, as it was traced. */
  mode: modeNameSchema.optional(),
  /** Taken against a refusal of the bench state: somebody knew better, and said so. */
  forced: z.boolean().optional(),
});

const idSchema = z
  .string()
  .min(8)
  .max(64)
  .regex(/^[A-Za-z0-9_-]+$/);

const base = {
  /** Made by whoever writes the entry, so that sending it twice lands it once. */
  id: idSchema,
  at: z.iso.datetime({ offset: true }),
  /** The bench line as typed. */
  typed: z.string().max(2000).optional(),
  /** The entry that this one stands in place of; that one is struck. */
  corrects: idSchema.optional(),
};

/** What holds a thing together. */
export const HELD_BY = ['screw', 'clip', 'glue', 'crimp', 'thread', 'press fit', 'foam tape', 'solder'] as const;

/** How the thing is built, asked once; `look-…` answers what a claim left to be looked for. */
export const FACT_NAMES = [
  'case',
  'earth',
  'insulation',
  'fuse-lead',
  'cells-protected',
  'supply-isolation',
  'heat-path',
  'case-size',
  'fins',
  'look-seal',
  'look-padding',
  'look-cell-protection',
  'look-fuse',
  'look-surge-part',
  'look-temperature-part',
  'look-double-insulation',
  'look-dimmer-part',
] as const;
export type FactName = (typeof FACT_NAMES)[number];

/** What a person notices without a meter. */
export const SENSES = ['flicker', 'sound', 'smell', 'touch', 'polarity', 'beam', 'colour'] as const;
export type Sense = (typeof SENSES)[number];

/** What runs by itself for a time: the first three with the power on. */
export const RUN_KINDS = ['soak', 'burn-in', 'runtime', 'charge', 'glue', 'heat', 'rest'] as const;
export type RunKind = (typeof RUN_KINDS)[number];

/** Thirty days and two years: nobody waits longer at a bench, or for a look. */
const [LONGEST_RUN_MINUTES, LONGEST_LOOK_MINUTES] = [43_200, 1_052_640];

/** What money or time went into. `new` is what the same, or what takes its place, costs new. */
export const COST_KINDS = ['bought', 'new', 'parts', 'tools', 'work'] as const;
export type CostKind = (typeof COST_KINDS)[number];

export const BOARD_SIDES = ['front', 'back'] as const;
export type BoardSide = (typeof BOARD_SIDES)[number];

/** What a pad may be called: short, and without the dot that a pin has. */
export const padNameSchema = z
  .string()
  .min(1)
  .max(20)
  .regex(/^[\p{L}\p{N}+-]+$/u, 'a pad is named with letters and figures, at most 20');

const boardNameSchema = z.string().trim().min(1).max(40);
/** As a share of the picture as it was taken: across, down. */
const pointSchema = z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]);

const PAYLOADS = {
  name: { name: z.string().trim().min(1).max(120) },
  claim: {
    field: z.enum(CLAIM_FIELDS),
    value: z.number().positive(),
    /** The end of a range. */
    upTo: z.number().positive().optional(),
    source: z.enum(CLAIM_SOURCES),
  },
  /** What is said in words only; a listing may be pasted whole. */
  'claim-text': { field: z.enum(CLAIM_TEXT_FIELDS), text: z.string().trim().min(1).max(50_000), source: z.enum(CLAIM_SOURCES) },
  /** One thing that was seen to be true before something that can hurt. */
  confirm: { gate: z.enum(GATE_CODES), item: z.string().min(1).max(40) },
  /** Something about how the thing is built, or an answer to what was to be looked for. */
  fact: { name: z.enum(FACT_NAMES), value: z.string().trim().min(1).max(200) },
  /** Seen, heard, smelt or felt; the words are the observer's. */
  sense: { of: z.enum(SENSES), text: z.string().trim().min(1).max(200) },
  /** What was seen of a thing that does not work, or tried with it; all of one entry at once. */
  observed: { things: z.array(observationSchema).min(1).max(400) },
  /** What it is taken for while nothing is traced: the usual circuit of its kind. */
  suppose: { arrangement: z.enum(ARRANGEMENT_CODES), leds: z.int().min(1).max(400) },
  /** What is to become of a thing that does not work. */
  decision: { choice: z.enum(['repair', 'leave', 'discard']), reason: z.string().trim().min(1).max(500).optional() },
  step: {
    text: z.string().trim().min(1).max(2000),
    heldBy: z.enum(HELD_BY).optional(),
    /** Tool, screw head and size, heat, force. */
    tool: z.string().trim().min(1).max(120).optional(),
    risk: z.string().trim().min(1).max(200).optional(),
    reversible: z.boolean().optional(),
    /** What comes loose and where it is kept. */
    keeps: z.string().trim().min(1).max(200).optional(),
  },
  /** The steps in this order; those not named keep theirs behind. */
  'step-order': { steps: z.array(idSchema).min(2).max(500) },
  picture: {
    /** SHA-256 of the stored bytes, hex: where they are found. */
    hash: z.string().regex(/^[0-9a-f]{64}$/),
    mediaType: z.enum(['image/jpeg', 'image/png', 'image/webp']),
    width: z.int().positive().max(50_000),
    height: z.int().positive().max(50_000),
    stage: z.enum(STAGES),
    name: z.string().max(200).optional(),
    /** The opening step, the claim or the ticked step of a work order that it shows. */
    of: idSchema.optional(),
  },
  /** A note stuck into a picture; x and y are shares of its width and height. */
  pin: { picture: idSchema, x: z.number().min(0).max(1), y: z.number().min(0).max(1), text: z.string().trim().min(1).max(300) },
  /** The photos of one board, by their entries; those not named stay. */
  board: { board: boardNameSchema, front: idSchema.optional(), back: idSchema.optional() },
  /** How a photo of a board is looked at; the last word on a side counts. */
  'board-view': {
    board: boardNameSchema,
    side: z.enum(BOARD_SIDES),
    /** Clockwise, degrees. */
    turn: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]),
    /** Turned over left to right, as a back is to lie over its front. */
    mirrored: z.boolean(),
    /** What of the photo is the board: left, top, right, bottom as shares. */
    crop: z.tuple([z.number().min(0).max(1), z.number().min(0).max(1), z.number().min(0).max(1), z.number().min(0).max(1)]).optional(),
    brightness: z.number().min(0.2).max(3),
    contrast: z.number().min(0.2).max(3),
  },
  /** The same points seen on both photos; the last word counts. */
  align: { board: boardNameSchema, pairs: z.array(z.strictObject({ front: pointSchema, back: pointSchema })).max(40) },
  /** A place to touch; said again it has one more place (a via seen on both sides), or a new one. */
  pad: {
    pad: padNameSchema,
    board: boardNameSchema.optional(),
    side: z.enum(BOARD_SIDES).optional(),
    point: pointSchema.optional(),
    /** Pads of one word lie on copper that is seen to be one. */
    copper: z.string().trim().min(1).max(40).optional(),
  },
  'pad-name': { from: padNameSchema, to: padNameSchema },
  /** One probe held on a pad, the other over the rest: what is in `over` and not in `beeps` did not beep. */
  sweep: {
    hold: padNameSchema,
    over: z.array(padNameSchema).min(1).max(2000),
    beeps: z.array(z.strictObject({ pad: padNameSchema, ohms: z.number().min(0).max(1e9).optional() })).max(2000),
    forced: z.boolean().optional(),
  },
  /** At how few ohms the meter in use beeps, and what its leads show. */
  beeper: { beepOhms: z.number().positive().max(1e6), leadOhms: z.number().min(0).max(1e3) },
  /** Pins that nothing is known of yet are nets of their own, named like the pin: `R1.2`. */
  part: { part: partSchema },
  /** A part that is seen on its pads or nets, before its value is known. */
  place: {
    ref: refSchema,
    partKind: z.enum(PART_KINDS as [PartKind, ...PartKind[]]),
    pins: z.array(terminalSchema).min(2).max(8),
    marking: z.string().min(1).max(40).optional(),
    package: z.string().min(1).max(40).optional(),
    ...chipField,
  },
  /** A state that the gadget can be switched to, and what is otherwise in it than as traced; the last word on a name counts. */
  mode: {
    name: modeNameSchema,
    text: z.string().trim().min(1).max(200).optional(),
    sets: z.array(z.strictObject({ ref: refSchema, fields: z.record(z.string().max(40), z.union([z.number(), z.boolean()])) })).max(20),
    /** Its LEDs are switched on and off: for this share of the time they are on, so many times a second. */
    chopped: z.strictObject({ duty: z.number().gt(0).lt(1), hertz: z.number().positive().max(1e7) }).optional(),
  },
  /** Where the LEDs of a part are to be seen on its board, in the order of the current, and how wide the board is to its height. */
  seats: { ref: refSchema, points: z.array(pointSchema).min(1).max(2000), aspect: z.number().positive().max(100) },
  join: { terminals: z.array(terminalSchema).min(2).max(400) },
  reading: {
    place: placeSchema,
    figures: z.array(readingFigureSchema).min(1).max(6),
    condition: conditionSchema,
    /** By name, the meter that it stood on. */
    meter: z.string().max(60).optional(),
    /** It shows the root mean square that a sine of this average would have. */
    averaging: z.boolean().optional(),
  },
  /** From here on readings of its role stand on this meter, as it is specified now. */
  meter: { meter: meterSchema },
  state: { state: z.enum(BENCH_STATES) },
  /** What a rework is to reach. Tapes of before 2026-12 say the chip current of an LED in its place. */
  goal: { wanted: wantedSchema.optional(), ref: refSchema.optional(), chipAmps: z.number().positive().optional() },
  rework: {
    title: z.string().min(1).max(200),
    changes: z
      .array(z.union([moveSchema, olderMoveSchema]))
      .min(1)
      .max(200),
    /** The state that it starts from, counted as reworks: 0 is as found. Left out: the one that the thing is in. */
    from: z.int().min(0).optional(),
  },
  /** A way of one's own, to stand beside those that are found. */
  way: { moves: z.array(moveSchema).min(1).max(50) },
  /** A step of a work order that is done. */
  tick: { rework: idSchema, step: z.string().min(1).max(60) },
  /** Something begins that runs by itself: from the time of this entry. */
  run: {
    of: z.enum(RUN_KINDS),
    minutes: z.number().positive().max(LONGEST_RUN_MINUTES),
    /** Where its temperature is watched, as `Tcase` names it. */
    place: z.string().min(1).max(40).optional(),
    limitCelsius: z.number().min(-50).max(500).optional(),
  },
  /** A run or a look is over: by its time, stopped before, or not done at all. */
  ended: { of: idSchema, outcome: z.enum(['done', 'stopped', 'left']), reason: z.string().trim().min(1).max(500).optional() },
  /** To be looked at again, so long after this entry. */
  look: { text: z.string().trim().min(1).max(300), afterMinutes: z.number().positive().max(LONGEST_LOOK_MINUTES) },
  /** Something that is due waits until then; it is named as the rounds name it. */
  'put-off': { task: z.string().min(1).max(80), until: z.iso.datetime({ offset: true }) },
  proof: { verdict: z.enum(['keep', 'back']), text: z.string().max(2000).optional() },
  /** Money, in whichever currency the user counts, and time. */
  cost: {
    of: z.enum(COST_KINDS),
    amount: z.number().min(0).max(1e6).optional(),
    minutes: z.number().positive().max(LONGEST_RUN_MINUTES).optional(),
    text: z.string().trim().min(1).max(200).optional(),
  },
  /** Parts that go into the drawer: refs, LED packages and ranges of them. */
  keep: { refs: z.array(z.string().trim().min(1).max(50)).min(1).max(200), where: z.string().trim().min(1).max(80).optional() },
  note: { text: z.string().trim().min(1).max(4000) },
  /** The user's own words in a section of the write-up; empty takes them out. */
  remark: { stage: z.enum(WRITE_UP_SECTIONS), text: z.string().max(20000) },
  wording: WORDING,
  layout: LAYOUT,
  strike: { entry: idSchema, reason: z.string().max(500).optional() },
} as const;

export type EntryKind = keyof typeof PAYLOADS;

function entryOf<K extends EntryKind>(kind: K) {
  return z.strictObject({ ...base, kind: z.literal(kind), ...PAYLOADS[kind] });
}

/** One entry of a tape. Append-only: nothing is ever edited or removed. */
export const entrySchema = z.discriminatedUnion('kind', [
  entryOf('name'),
  entryOf('claim'),
  entryOf('claim-text'),
  entryOf('confirm'),
  entryOf('fact'),
  entryOf('sense'),
  entryOf('observed'),
  entryOf('suppose'),
  entryOf('decision'),
  entryOf('step'),
  entryOf('step-order'),
  entryOf('picture'),
  entryOf('pin'),
  entryOf('board'),
  entryOf('board-view'),
  entryOf('align'),
  entryOf('pad'),
  entryOf('pad-name'),
  entryOf('sweep'),
  entryOf('beeper'),
  entryOf('part'),
  entryOf('place'),
  entryOf('mode'),
  entryOf('seats'),
  entryOf('join'),
  entryOf('reading'),
  entryOf('meter'),
  entryOf('state'),
  entryOf('goal'),
  entryOf('rework'),
  entryOf('tick'),
  entryOf('way'),
  entryOf('run'),
  entryOf('ended'),
  entryOf('look'),
  entryOf('put-off'),
  entryOf('proof'),
  entryOf('cost'),
  entryOf('keep'),
  entryOf('note'),
  entryOf('remark'),
  entryOf('wording'),
  entryOf('layout'),
  entryOf('strike'),
]);
export type Entry = z.infer<typeof entrySchema>;
export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>;

/** An entry before it has an id and a time. */
export type EntryDraft = Entry extends infer E ? (E extends Entry ? Omit<E, 'id' | 'at'> : never) : never;

/** Gives a draft its identity. The clock and the id come from outside: core has neither. */
export function completeDraft(draft: EntryDraft, id: string, at: string): Entry {
  return { ...draft, id, at } as Entry;
}
