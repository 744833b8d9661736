import { partsOfKind } from '../../circuit/index.ts';
import { deviceOf, isKind, type Part, type PartOf } from '../../device/index.ts';
import type { FindingFacts } from '../finding.ts';
import { answersOf, CLEAR, type Judged, type SafetyRule, speaks } from '../rule.ts';
import type { SupplyPath } from '../supply-path.ts';

type ClassPlace = Extract<FindingFacts, { about: 'class' }>['place'];

const X_OR_Y = /^[XY][1-4]?$/;
const Y = /^Y[1-4]?$/;
/** Volts this share of the other way are more than what a diode lets through while it turns off. */
const TURNS_SHARE = 0.1;

/**
 * A capacitor across mains, in its line, or from it to what can be touched fails safely only if it is made for that. Asked
 * is what low ohms join it to, and not between which nets it stands.
 */
export const capacitorClassRule: SafetyRule = (judged) => {
  const { mains, circuit } = judged;
  if (!mains?.source.alternating) return CLEAR;
  return answersOf(
    partsOfKind(circuit, 'capacitor').map((part) => {
      const place = placeOf(part, mains.path, judged);
      if (!place) return CLEAR;
      const given = part.rated?.class?.toUpperCase();
      const isRight = given !== undefined && (place === 'to what can be touched' ? Y : X_OR_Y).test(given);
      if (isRight) return CLEAR;
      const wanted = place === 'to what can be touched' ? 'Y2' : 'X2';
      return speaks({
        code: 'capacitor-class',
        severity: given === undefined ? 'caution' : 'unsafe',
        ref: part.ref,
        facts: { about: 'class', given, wanted, place },
      });
    }),
  );
};

function placeOf({ ref, pins }: PartOf<'capacitor'>, path: SupplyPath, { circuit, solution }: Judged): ClassPlace | undefined {
  const [a, b] = pins;
  const lines = path.pins;
  const touchable = (circuit.construction?.touchable ?? []).filter((net) =>
    circuit.parts.some((part) => (part.pins as readonly string[]).includes(net)),
  );
  const isTouched = (net: string) => touchable.some((other) => path.isOneLine(net, other));
  if (isTouched(a) !== isTouched(b)) return 'to what can be touched';
  const on = (net: string) => lines.filter((pin) => path.isOnLine(net, pin));
  const [ofA, ofB] = [on(a), on(b)];
  if (ofA.some((pin) => ofB.some((other) => other !== pin))) return 'across the lines';
  if (ofA.length + ofB.length === 0) return undefined;
  const volts = solution.parts[ref]?.volts;
  const turns = volts !== undefined && Math.min(-volts.min, volts.max) > TURNS_SHARE * Math.max(-volts.min, volts.max);
  const far = ofA.length > 0 ? b : a;
  const others = circuit.parts.filter((part) => part.ref !== ref && deviceOf(part.kind).source === undefined);
  const isOtherLine = (net: string) => lines.some((pin) => !(ofA.length > 0 ? ofA : ofB).includes(pin) && path.isOnLine(net, pin));
  // What leads from there back to its other side is what it feeds, and no line: a reservoir behind one diode.
  const junctions = others.filter((part) => !leadsBack(others, part, far, far === a ? b : a, isOtherLine));
  return turns || conductsBothWays(junctions, far) ? 'in the line' : undefined;
}

/** Whether a part on `from` leads on to `to`, by no net of the other line and not over `from` again. */
function leadsBack(parts: readonly Part[], part: Part, from: string, to: string, isOtherLine: (net: string) => boolean): boolean {
  const seen = new Set([from]);
  const due = [...(part.pins as readonly string[])];
  for (let net = due.pop(); net !== undefined; net = due.pop()) {
    if (seen.has(net)) continue;
    if (net === to) return true;
    seen.add(net);
    if (isOtherLine(net)) continue;
    for (const { pins } of parts) if ((pins as readonly string[]).includes(net)) due.push(...(pins as readonly string[]));
  }
  return false;
}

/** Junctions let current into a net and out of it: what comes through a capacitor there goes to and fro. */
function conductsBothWays(parts: readonly Part[], net: string): boolean {
  const junctions = parts.filter((part) => (part.pins as readonly string[]).includes(net));
  if (junctions.some((part) => isKind(part, 'bridge') && part.pins.indexOf(net) < 2)) return true;
  const at = (pin: number) =>
    junctions.some((part) => (isKind(part, 'diode') || deviceOf(part.kind).chips !== undefined) && part.pins[pin] === net);
  return at(0) && at(1);
}
