import { freshRef, withPart } from '../../circuit/index.ts';
import { type Answers, answersOf, CLEAR, cannotTell, type Judged, type SafetyRule, speaks } from '../rule.ts';

/** A person between two hands for the currents of touching (IEC 60990, at mains frequency), ohm. */
const PERSON_OHMS = 2000;
/** IEC 61140, 5.2.7: more than this, rms, is felt as pain and is no protection. */
const TOUCH_AMPS = 0.5e-3;

/** What keeps hands from a circuit on mains: earth on metal, or two layers. */
export const insulationRule: SafetyRule = (judged) => {
  const { mains, circuit } = judged;
  if (!mains) return CLEAR;
  return answersOf([caseAnswers(mains.source.part.ref, circuit.construction ?? {}), ...touchableNets(judged)]);
};

function caseAnswers(ref: string, { case: material, earthed, insulation }: NonNullable<Judged['circuit']['construction']>): Answers {
  if (insulation === 'double') return CLEAR;
  if (material === undefined) return cannotTell({ code: 'no-earth', ref, lacks: 'case' });
  if (material === 'metal') {
    if (earthed === true) return CLEAR;
    if (earthed === undefined) return cannotTell({ code: 'no-earth', ref, lacks: 'earth' });
    return speaks({ code: 'no-earth', severity: 'unsafe', ref, facts: { about: 'earth', insulation } });
  }
  if (insulation === undefined) return cannotTell({ code: 'single-insulation', ref, lacks: 'insulation' });
  return speaks({ code: 'single-insulation', severity: 'caution', ref, facts: { about: 'insulation', seen: 'one layer', material } });
}

/** Each net that can be touched, with a person from it to either pin of mains. */
function touchableNets({ mains, circuit, solve }: Judged): readonly Answers[] {
  const { touchable = [] } = circuit.construction ?? {};
  const nets = new Set(circuit.parts.flatMap(({ pins }) => pins as readonly string[]));
  const ref = freshRef(circuit, 'R');
  return touchable.map((net): Answers => {
    if (!mains || !nets.has(net)) return CLEAR;
    const currents = mains.path.pins.map((pin) => {
      if (pin === net) return Number.POSITIVE_INFINITY;
      const solved = solve(withPart(circuit, { ref, kind: 'resistor', pins: [net, pin], ohms: PERSON_OHMS }));
      return solved.ok ? (solved.value.solution.parts[ref]?.amps.rms ?? 0) : Number.NaN;
    });
    const most = Math.max(...currents);
    if (Number.isNaN(most)) return cannotTell({ code: 'single-insulation', ref: net, lacks: 'touchable-net' });
    if (most <= TOUCH_AMPS) return CLEAR;
    const facts = { about: 'touchable-net', net, milliamps: 1000 * most } as const;
    return speaks({ code: 'single-insulation', severity: 'unsafe', ref: mains.source.part.ref, facts });
  });
}
