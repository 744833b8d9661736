import { alternatingSource, type Circuit, freshRef, partOf, partsOfKind } from '../../circuit/index.ts';
import { isKind, type PartOf } from '../../device/index.ts';
import { nearestPreferred, preferredBelow } from '../../quantity/index.ts';
import type { Finding } from '../../safety/index.ts';
import { newRefs } from '../moves/insert-resistor/definition.ts';
import { applyMoves, type CircuitMove, fittedBy, type MoveCode } from '../moves/registry.ts';
import type { ReworkWay } from './way.ts';

/** IEC 60335-1, 22.5: what a discharge ends at. */
const SAFE_VOLTS = 34;
/** A store inside a closed case is taken to be safe in ten seconds. */
const INSIDE_SECONDS = 10;
/** Farads and ohms both at their upper end, and the volts of mains too. */
const WORST = 1.1 * 1.05;
/** What a balancing resistor drops at its string's current, V: several times by what chips of a make differ. */
const BALANCE_VOLTS = 0.3;
/** A reservoir that leaves a string's current within a tenth falls by about so many volts in half a period. */
const SMOOTHED_VOLTS_SHARE = 0.03;
/** What a surge resistor is at most, ohm: more is a dropper. */
const SURGE_OHMS = 470;
/** A dropper's surge resistor where there is none: it opens as a fuse does. */
const FUSIBLE_OHMS = 10;

/** So many values further down a mended capacitor is tried, each less than this share of the one before. */
const [MOST_SMALLER, SMALLER] = [3, 0.99];

/**
 * What a way can be mended by: all that is more than a note, and where `every` way to do so is wanted also all but one of
 * those, and all with the notes, which most people leave.
 *
 * @param codes moves that may be made
 */
export function setsOfMends(
  way: ReworkWay,
  findings: readonly Finding[],
  codes: readonly MoveCode[],
  every: boolean,
): readonly (readonly CircuitMove[])[] {
  const serious = findings.filter(({ severity }) => severity !== 'note');
  const mends = mendsAfter(way, serious, codes);
  const sets = [mends];
  if (every && mends.length > 1) sets.push(...mends.map((_, index) => mends.filter((__, other) => other !== index)));
  if (every && serious.length < findings.length) sets.push(mendsAfter(way, findings, codes));
  return sets.map((set) => set.flat()).filter(({ length }) => length > 0);
}

/** What mends each of the findings after a way, as far as soldering does. */
function mendsAfter(way: ReworkWay, findings: readonly Finding[], codes: readonly MoveCode[]): readonly (readonly CircuitMove[])[] {
  const mends: (readonly CircuitMove[])[] = [];
  let circuit = way.circuit;
  for (const finding of findings) {
    const moves = mendOf(finding, circuit, [...way.moves, ...mends.flat()], codes);
    if (moves.length === 0) continue;
    mends.push(moves);
    circuit = applyMoves(circuit, moves);
  }
  return mends;
}

/** Moves with those that mend: one that says more of the same part takes the place of what was said of it. */
export function withMends(moves: readonly CircuitMove[], mends: readonly CircuitMove[]): readonly CircuitMove[] {
  const isSame = (a: CircuitMove, b: CircuitMove) => a.move === b.move && a.ref === b.ref;
  const kept = moves.map((move) => {
    const mend = mends.find((one) => isSame(one, move));
    return mend?.move === 'replace-resistor' && move.move === 'replace-resistor' && mend.fusible ? { ...move, fusible: true } : move;
  });
  return [...kept, ...mends.filter((mend) => !moves.some((move) => isSame(move, mend)))];
}

/** A new capacitor in the place of one that was measured may be a tenth more: the mends as they are, then with the next smaller ones. */
export function* withSmallerCapacitors(mends: readonly CircuitMove[]): Generator<readonly CircuitMove[]> {
  yield mends;
  let fitted = mends;
  for (let smaller = 0; smaller < MOST_SMALLER; smaller++) {
    const next = fitted.map((move) =>
      move.move === 'replace-capacitor' ? { ...move, farads: preferredBelow('E12', SMALLER * move.farads) } : move,
    );
    if (next.every((move, index) => move === fitted[index])) return;
    fitted = next;
    yield fitted;
  }
}

/** What mends a finding in the circuit as the moves left it: nothing where soldering does not. */
function mendOf(finding: Finding, circuit: Circuit, done: readonly CircuitMove[], codes: readonly MoveCode[]): readonly CircuitMove[] {
  return mends(finding, circuit, new Set(fittedBy(done))).filter(({ move }) => codes.includes(move));
}

function mends({ code, ref, facts }: Finding, circuit: Circuit, fitted: ReadonlySet<string>): readonly CircuitMove[] {
  const part = partOf(circuit, ref);
  switch (code) {
    case 'no-bleeder':
    case 'slow-bleeder':
      return facts.about === 'stored' && isKind(part, 'capacitor') ? [bleederFor(part, circuit, facts.volts, facts.limitSeconds)] : [];
    case 'no-fuse':
      return [fuseFor(circuit, ref)];
    case 'capacitor-class':
      if (!isKind(part, 'capacitor') || facts.about !== 'class' || fitted.has(ref)) return [];
      return [{ move: 'replace-capacitor', ref, farads: asSold(part.farads), rated: { class: facts.wanted } }];
    case 'over-volts':
      return isKind(part, 'capacitor') && !fitted.has(ref) ? [{ move: 'replace-capacitor', ref, farads: asSold(part.farads) }] : [];
    case 'no-rating':
      if (fitted.has(ref)) return [];
      if (isKind(part, 'capacitor')) return [{ move: 'replace-capacitor', ref, farads: asSold(part.farads) }];
      return isKind(part, 'resistor')
        ? [{ move: 'replace-resistor', ref, ohms: asSold(part.ohms), ...(part.fusible && { fusible: true }) }]
        : [];
    case 'over-watts':
      if (!isKind(part, 'resistor') || fitted.has(ref)) return [];
      return [{ move: 'replace-resistor', ref, ohms: asSold(part.ohms), ...(part.fusible && { fusible: true }) }];
    case 'unbalanced-strings':
      return balanceFor(circuit);
    case 'flicker':
      return smoothingFor(circuit, ref);
    default:
      return [];
  }
}

/** The same part that bears more, in the place of one that a way loads too much; undefined where none is to be had. */
export function strongerFor(circuit: Circuit, ref: string): CircuitMove | undefined {
  const part = partOf(circuit, ref);
  if (isKind(part, 'resistor') && part.ohms > 0)
    return { move: 'replace-resistor', ref, ohms: asSold(part.ohms), ...(part.fusible && { fusible: true }) };
  if (!isKind(part, 'capacitor')) return undefined;
  const kept = part.rated?.class === undefined ? {} : { rated: { class: part.rated.class } };
  return { move: 'replace-capacitor', ref, farads: asSold(part.farads), ...kept };
}

/** What was measured of a part is a little off the value that it is sold by. */
function asSold(value: number): number {
  return nearestPreferred('E24', value);
}

/** The largest value that discharges it in time: it dissipates least. */
function bleederFor(
  part: Pick<PartOf<'capacitor'>, 'ref' | 'farads' | 'tolerance'>,
  circuit: Circuit,
  volts: number,
  seconds: number,
): CircuitMove {
  const farads = part.farads * (1 + (part.tolerance ?? 0.1));
  const most = seconds / (farads * WORST * Math.log(Math.max(1.01 * SAFE_VOLTS, 1.1 * volts) / SAFE_VOLTS));
  return { move: 'add-bleeder', ref: freshRef(circuit, 'R'), across: part.ref, ohms: preferredBelow('E12', most) };
}

/** A surge resistor that the whole current passes becomes a fusible one; else a fuse in the live lead. */
function fuseFor(circuit: Circuit, supplyRef: string): CircuitMove {
  const supply = partOf(circuit, supplyRef);
  const pins = (supply?.pins ?? []) as readonly string[];
  const surge = partsOfKind(circuit, 'resistor').find((part) => part.ohms > 0 && part.ohms <= SURGE_OHMS && isAloneAt(circuit, part, pins));
  if (surge) return { move: 'replace-resistor', ref: surge.ref, ohms: Math.max(FUSIBLE_OHMS, asSold(surge.ohms)), fusible: true };
  const live = circuit.construction?.livePin;
  const pin = live === undefined ? 0 : Math.max(0, pins.indexOf(live));
  return { move: 'add-fuse', ref: freshRef(circuit, 'F'), at: { ref: supplyRef, pin } };
}

/** The only part on a pin of the source beside the source: the whole current passes it. */
function isAloneAt(circuit: Circuit, part: PartOf<'resistor'>, pins: readonly string[]): boolean {
  return pins.some(
    (net) => part.pins.includes(net) && circuit.parts.filter((other) => (other.pins as readonly string[]).includes(net)).length === 2,
  );
}

function balanceFor(circuit: Circuit): readonly CircuitMove[] {
  const leds = partsOfKind(circuit, 'led');
  const cathodes = new Set(leds.map(({ pins }) => pins[1]));
  const first = leds.filter(({ pins }) => !cathodes.has(pins[0]));
  if (first.length < 2) return [];
  const refs = newRefs(circuit, first.length);
  const amps = first[0]?.rated?.amps ?? 0.02;
  const ohms = preferredBelow('E12', BALANCE_VOLTS / amps);
  return first.map((led, index) => ({ move: 'add-balance', ref: refs[index] as string, at: { ref: led.ref, pin: 0 }, ohms }));
}

/** Across the string that flickers, behind a rectifier. */
function smoothingFor(circuit: Circuit, ledRef: string): readonly CircuitMove[] {
  const source = alternatingSource(circuit);
  const bridge = partsOfKind(circuit, 'bridge')[0];
  const led = partsOfKind(circuit, 'led').find(({ ref }) => ref === ledRef);
  if (!source || !bridge || !led) return [];
  const [, , plus, minus] = bridge.pins;
  const amps = led.rated?.amps ?? 0.02;
  const volts = Math.max(1, source.voltsRms);
  const farads = preferredBelow('E6', Math.max(1e-6, amps / (2 * source.hertz * SMOOTHED_VOLTS_SHARE * volts)));
  const ref = freshRef(circuit, 'C');
  const bleeder = bleederFor({ ref, farads, tolerance: 0.2 }, circuit, Math.SQRT2 * volts, INSIDE_SECONDS);
  return [{ move: 'add-smoothing', ref, plus, minus, farads }, ...(volts > SAFE_VOLTS ? [bleeder] : [])];
}
