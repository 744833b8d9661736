import { type Circuit, partOf } from '../circuit/index.ts';
import { deviceOf, isKind } from '../device/index.ts';
import type { Fault } from './fault.ts';
import type { MarkSeen, Sign } from './observation.ts';

// How often a fault shows in a way that no circuit computes. No standard has such figures: they are rounded from what repair
// tables see, and each is far from certainty, so that no sign alone decides.

/** Of anything whatever. */
const RARELY = 0.03;

/** How likely a thing with this fault shows the sign. */
export function signProbability(circuit: Circuit, { fault, part }: Fault, sign: Sign): number {
  const { kind } = partOf(circuit, part) ?? {};
  const isSwitch = kind === 'switch';
  switch (sign) {
    case 'flickers':
      if (fault === 'joint') return 0.5;
      if (isSwitch) return 0.3;
      if (kind === 'capacitor' && fault === 'drift') return 0.5;
      return kind === 'led' ? 0.12 : 2 * RARELY;
    case 'tapped':
      if (fault === 'joint') return 0.6;
      if (isSwitch) return 0.4;
      return kind === 'led' && fault === 'open' ? 0.1 : RARELY;
    case 'warm':
      if (fault === 'joint') return 0.25;
      return kind === 'led' && fault === 'open' ? 0.2 : 2 * RARELY;
    case 'smells':
      if (kind === 'resistor' || kind === 'varistor') return 0.3;
      if (kind === 'converter' || kind === 'sink') return 0.25;
      return kind === 'capacitor' && fault !== 'open' ? 0.15 : RARELY;
    case 'hums':
      return kind === 'capacitor' || kind === 'inductor' || kind === 'converter' ? 0.15 : RARELY;
  }
}

/** Of a part that is well. */
const WELL_BUT_MARKED = 0.01;

/** How likely who looks at the part sees the mark, where this is its fault. */
export function markProbability(circuit: Circuit, { fault, part: ref }: Fault, mark: MarkSeen): number {
  const part = partOf(circuit, ref);
  const isElectric = fault !== 'joint';
  const isHandled = part !== undefined && (deviceOf(part.kind).source !== undefined || isKind(part, 'switch'));
  switch (mark) {
    case 'dark spot':
      return isKind(part, 'led') && isElectric ? 0.5 : WELL_BUT_MARKED;
    case 'burnt':
      if (isKind(part, 'resistor') || isKind(part, 'varistor') || isKind(part, 'fuse')) return isElectric ? 0.4 : 0.1;
      return isElectric ? 0.15 : isHandled ? 0.2 : 0.1;
    case 'bulged':
      return isKind(part, 'capacitor') && isElectric && fault !== 'open' ? 0.4 : WELL_BUT_MARKED;
    case 'loose':
      return isElectric ? 2 * WELL_BUT_MARKED : isHandled ? 0.4 : 0.3;
    case 'nothing':
      return 1 - lookProbability(circuit, { fault, part: ref });
  }
}

/** How likely looking at a part shows that it has this fault, whatever the mark. */
export function lookProbability(circuit: Circuit, { fault, part: ref }: Pick<Fault, 'fault' | 'part'>): number {
  const part = partOf(circuit, ref);
  if (fault === 'joint') return 0.35;
  if (isKind(part, 'led')) return 0.5;
  if (isKind(part, 'resistor') || isKind(part, 'varistor')) return 0.4;
  return isKind(part, 'capacitor') && fault !== 'open' ? 0.4 : 0.12;
}

/** How likely a part without a fault has a mark that looks like one. */
export function falseMarkProbability(mark: MarkSeen): number {
  return mark === 'nothing' ? 1 - WELL_BUT_MARKED : WELL_BUT_MARKED;
}
