import { CLEAR, cannotTell, type SafetyRule, speaks } from '../rule.ts';
import { isFuse } from '../supply-path.ts';

/** What ends a short: a fuse or fusible resistor that the whole current of mains passes, in its live lead. */
export const fuseRule: SafetyRule = ({ circuit, mains }) => {
  if (!mains) return CLEAR;
  const { source, path } = mains;
  const fuses = circuit.parts.filter(isFuse);
  const whole = fuses.filter((part) => path.carriesWhole(part));
  const [first] = whole;
  if (!first)
    return speaks({
      code: 'no-fuse',
      severity: 'unsafe',
      ref: source.part.ref,
      facts: { about: 'fuse', beside: fuses.map(({ ref }) => ref) },
    });
  // Direct current has one lead that is above what it comes back in.
  const livePin = circuit.construction?.livePin ?? (source.alternating ? undefined : source.part.pins[0]);
  const [one, other] = path.pins;
  if (livePin !== one && livePin !== other) return cannotTell({ code: 'fuse-in-neutral', ref: first.ref, lacks: 'fuse-lead' });
  const neutralPin = livePin === one ? other : one;
  // One in each lead is as good; one in the middle of all is in neither, and ends a short behind it.
  const isOnlyInNeutral = whole.every((part) => path.isInLead(part, neutralPin) && !path.isInLead(part, livePin));
  return isOnlyInNeutral
    ? speaks({ code: 'fuse-in-neutral', severity: 'unsafe', ref: first.ref, facts: { about: 'fuse-lead', livePin } })
    : CLEAR;
};
