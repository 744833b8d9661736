import { circuitOf, type LoosePart } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { type Audit, audit, type Finding, type FindingCode } from './index.ts';

export type Construction = NonNullable<Circuit['construction']>;
/** A circuit, and how it is built in. */
export interface Case {
  readonly parts: readonly LoosePart[];
  readonly construction?: Construction;
}

/** A mains lamp with everything that it needs. */
export const LAMP: readonly LoosePart[] = [
  { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
  { ref: 'F1', kind: 'fuse', pins: ['L', 'f'], rated: { amps: 0.5 } },
  { ref: 'R1', kind: 'resistor', pins: ['f', 'a'], ohms: 100, rated: { watts: 1 } },
  { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 0.33e-6, rated: { class: 'X2' } },
  { ref: 'R2', kind: 'resistor', pins: ['a', 'b'], ohms: 470e3, rated: { watts: 0.5, volts: 500 } },
  { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
  { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 10e-6, rated: { volts: 400 } },
  { ref: 'R3', kind: 'resistor', pins: ['p', 'm'], ohms: 220e3, rated: { watts: 0.5, volts: 500 } },
  { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 24, rated: { amps: 0.03 } },
];
export const BUILT = { case: 'plastic', insulation: 'double', livePin: 'L' } as const;
/** An LED and its resistor on a supply. */
export const CLIP: readonly LoosePart[] = [
  { ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 5 },
  { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 100, rated: { watts: 0.25 } },
  { ref: 'D1', kind: 'led', pins: ['a', '-'], rated: { amps: 0.03, peakAmps: 0.1, reverseVolts: 5, celsius: 100 } },
];
/** Two LEDs back to back on a bell transformer. */
const BELL: readonly LoosePart[] = [
  { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 12, hertz: 50 },
  { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 680, rated: { watts: 1 } },
  { ref: 'D1', kind: 'led', pins: ['a', 'N'], rated: { peakAmps: 0.1, reverseVolts: 5 } },
  { ref: 'D2', kind: 'led', pins: ['N', 'a'] },
];
const LITHIUM: readonly LoosePart[] = [
  { ref: 'B1', kind: 'battery', pins: ['+', '-'], chemistry: 'li-ion', size: '18650' },
  { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 47 },
  { ref: 'D1', kind: 'led', pins: ['a', '-'] },
];
const CELLS: readonly LoosePart[] = [
  { ref: 'B1', kind: 'battery', pins: ['+', 'x'], chemistry: 'alkaline', size: 'AA', series: 2 },
  { ref: 'B2', kind: 'battery', pins: ['x', '-'], chemistry: 'alkaline', size: 'AA' },
  { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 100 },
  { ref: 'D1', kind: 'led', pins: ['a', '-'] },
];
const MODULE: readonly LoosePart[] = [
  { ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 5 },
  {
    ref: 'K1',
    kind: 'converter',
    pins: ['+', '-', 'o', '-'],
    mode: 'buck',
    outVolts: 3.3,
    limitAmps: 0.1,
    efficiency: 0.85,
    minInVolts: 4,
    maxInVolts: 6,
  },
  { ref: 'R1', kind: 'resistor', pins: ['o', '-'], ohms: 1000 },
];
const SINKS: readonly LoosePart[] = [
  { ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 12 },
  { ref: 'D1', kind: 'led', pins: ['+', 'k'], series: 3 },
  { ref: 'U1', kind: 'sink', pins: ['k', '-'], amps: 0.02, dropoutVolts: 0.5 },
  { ref: 'U2', kind: 'sink', pins: ['k', '-'], amps: 0.02, dropoutVolts: 0.5 },
];

/** The same parts with some fields of one changed. */
export function but(parts: readonly LoosePart[], ref: string, fields: object): readonly LoosePart[] {
  return parts.map((part) => (part.ref === ref ? { ...part, ...fields } : part));
}

export function without(parts: readonly LoosePart[], ref: string): readonly LoosePart[] {
  return parts.filter((part) => part.ref !== ref);
}

const STRINGS: readonly LoosePart[] = [
  { ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 9 },
  { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 100 },
  { ref: 'D1', kind: 'led', pins: ['a', '-'] },
  { ref: 'R2', kind: 'resistor', pins: ['+', 'b'], ohms: 100 },
  { ref: 'D2', kind: 'led', pins: ['b', '-'] },
];

/** The lamp with a metal case that the far end of a capacitor can touch. */
const FILTERED: readonly LoosePart[] = [
  ...LAMP,
  { ref: 'C9', kind: 'capacitor', pins: ['a', 'CASE'], farads: 1e-9, rated: { class: 'Y2' } },
];
/** Rectified mains on a sink, and what its string opening does to the reservoir. */
const SINK_LAMP: readonly LoosePart[] = [
  { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
  { ref: 'F1', kind: 'fuse', pins: ['L', 'f'], rated: { amps: 0.5 } },
  { ref: 'R1', kind: 'resistor', pins: ['f', 'a'], ohms: 6800, rated: { watts: 10, volts: 500 } },
  { ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'] },
  { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 4.7e-6, rated: { volts: 400 } },
  { ref: 'R3', kind: 'resistor', pins: ['p', 'm'], ohms: 470e3, rated: { watts: 0.5, volts: 500 } },
  { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 24, rated: { amps: 0.06 } },
];
export const CHARGED: readonly LoosePart[] = [
  { ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 5 },
  { ref: 'R1', kind: 'resistor', pins: ['+', 'b'], ohms: 100, rated: { watts: 1 } },
  { ref: 'B1', kind: 'battery', pins: ['b', '-'], chemistry: 'nimh', size: 'AA', series: 2 },
  { ref: 'R2', kind: 'resistor', pins: ['+', 'a'], ohms: 220, rated: { watts: 0.25 } },
  { ref: 'D1', kind: 'led', pins: ['a', '-'] },
];

/** What only a specimen's tape can tell has its tests there. */
type OfSpecimen = 'touch-celsius' | 'supply-not-isolated';

/**
 * For every rule how it speaks (severity and part), one circuit that it speaks of, and one beside it, as near as can be,
 * that it does not; and where facts can be missing, one of which it cannot tell.
 */
export const TABLE: Readonly<
  Record<Exclude<FindingCode, OfSpecimen>, { readonly as: string; readonly fires: Case; readonly quiet: Case; readonly open?: Case }>
> = {
  'over-amps': { as: 'caution D1', fires: { parts: but(CLIP, 'D1', { rated: { amps: 0.01 } }) }, quiet: { parts: CLIP } },
  'over-peak-amps': { as: 'caution D1', fires: { parts: but(BELL, 'D1', { rated: { peakAmps: 0.01 } }) }, quiet: { parts: BELL } },
  'over-watts': { as: 'unsafe R1', fires: { parts: but(CLIP, 'R1', { rated: { watts: 0.015 } }) }, quiet: { parts: CLIP } },
  'over-volts': {
    as: 'caution C2',
    fires: { parts: but(LAMP, 'C2', { rated: { volts: 63 } }) },
    quiet: { parts: LAMP },
    open: { parts: [...SINKS, { ref: 'C1', kind: 'capacitor', pins: ['+', '-'], farads: 1e-6 }] },
  },
  'over-reverse-volts': { as: 'caution D1', fires: { parts: without(BELL, 'D2') }, quiet: { parts: BELL } },
  'over-celsius': {
    as: 'caution D1',
    fires: { parts: but(CLIP, 'D1', { kelvinPerWatt: 2000, rated: { celsius: 100 } }) },
    quiet: { parts: but(CLIP, 'D1', { kelvinPerWatt: 300, rated: { celsius: 100 } }) },
  },
  'no-rating': { as: 'caution C2', fires: { parts: but(LAMP, 'C2', { rated: undefined }) }, quiet: { parts: LAMP } },
  'no-bleeder': { as: 'unsafe C1', fires: { parts: without(LAMP, 'R2') }, quiet: { parts: LAMP } },
  'slow-bleeder': {
    as: 'caution C1',
    fires: { parts: but(LAMP, 'R2', { ohms: 4.7e6 }) },
    quiet: { parts: but(LAMP, 'R2', { ohms: 1e6 }) },
  },
  'no-fuse': { as: 'unsafe V1', fires: { parts: but(without(LAMP, 'F1'), 'R1', { pins: ['L', 'a'] }) }, quiet: { parts: LAMP } },
  'fuse-in-neutral': {
    as: 'unsafe F1',
    fires: { parts: LAMP, construction: { livePin: 'N' } },
    quiet: { parts: LAMP, construction: { livePin: 'L' } },
    open: { parts: LAMP },
  },
  'no-earth': {
    as: 'unsafe V1',
    fires: { parts: LAMP, construction: { case: 'metal', earthed: false } },
    quiet: { parts: LAMP, construction: { case: 'metal', earthed: false, insulation: 'double' } },
    open: { parts: LAMP, construction: { case: 'metal' } },
  },
  'capacitor-class': {
    as: 'unsafe C1',
    fires: { parts: but(LAMP, 'C1', { rated: { class: 'film' } }) },
    quiet: { parts: FILTERED, construction: { touchable: ['CASE'] } },
  },
  'unbalanced-strings': {
    as: 'caution D1',
    fires: { parts: [...CLIP, { ref: 'D2', kind: 'led', pins: ['a', '-'] }] },
    quiet: { parts: STRINGS },
  },
  'parallel-regulators': { as: 'note U1', fires: { parts: SINKS }, quiet: { parts: without(SINKS, 'U2') } },
  'no-current-limit': {
    as: 'caution D1',
    fires: { parts: but(without(LITHIUM, 'R1'), 'D1', { pins: ['+', '-'] }) },
    quiet: { parts: LITHIUM },
  },
  'unprotected-cells': {
    as: 'unsafe B1',
    fires: { parts: LITHIUM, construction: { cellsProtected: false } },
    quiet: { parts: LITHIUM, construction: { cellsProtected: true } },
    open: { parts: LITHIUM },
  },
  'mixed-cells': { as: 'caution B1', fires: { parts: but(CELLS, 'B2', { chemistry: 'nimh' }) }, quiet: { parts: CELLS } },
  'charging-cells': { as: 'unsafe B1', fires: { parts: but(CHARGED, 'B1', { chemistry: 'alkaline' }) }, quiet: { parts: CHARGED } },
  'shorted-supply': {
    as: 'unsafe B1',
    fires: { parts: [...CELLS, { ref: 'R9', kind: 'resistor', pins: ['+', '-'], ohms: 0.01 }] },
    quiet: { parts: CELLS },
  },
  'converter-volts': { as: 'unsafe K1', fires: { parts: but(MODULE, 'V1', { volts: 9 }) }, quiet: { parts: MODULE } },
  // Without its string the reservoir rises to the peak of mains, 325 V.
  'single-fault': { as: 'unsafe D1', fires: { parts: but(SINK_LAMP, 'C2', { rated: { volts: 100 } }) }, quiet: { parts: SINK_LAMP } },
  flicker: { as: 'note D1', fires: { parts: without(without(LAMP, 'C2'), 'R3') }, quiet: { parts: but(LAMP, 'C2', { farads: 220e-6 }) } },
  'single-insulation': {
    as: 'caution V1',
    fires: { parts: LAMP, construction: { case: 'plastic', insulation: 'basic' } },
    quiet: { parts: LAMP, construction: { case: 'plastic', insulation: 'double' } },
    open: { parts: LAMP, construction: { case: 'plastic' } },
  },
};

export function auditOf({ parts, construction }: Case): Audit {
  const audited = audit(circuitOf(parts, construction && { construction }));
  if (!audited.ok) throw new Error(audited.error.message);
  return audited.value;
}

export function findingsOf(of: Case): readonly Finding[] {
  return auditOf(of).findings;
}

export type Rule = keyof typeof TABLE;
