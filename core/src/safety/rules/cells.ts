import { type Circuit, partsOfKind, withFields } from '../../circuit/index.ts';
import { type BatteryPart, CELLS, cellOf, isRechargeableLithium, typicalCell } from '../../device/index.ts';
import type { Solution } from '../../solve/index.ts';
import { type Answers, answersOf, CLEAR, cannotTell, type Judged, type SafetyRule, speaks } from '../rule.ts';

/** Cells that can burn, cells that do not belong together, and cells that something charges. */
export const cellsRule: SafetyRule = (judged) => {
  const { circuit } = judged;
  const packs = partsOfKind(circuit, 'battery');
  return answersOf([...packs.map((part) => protectionOf(part, circuit)), mixed(packs), ...packs.map((part) => charging(part, judged))]);
};

function protectionOf({ ref, chemistry }: BatteryPart, { construction }: Circuit): Answers {
  if (!isRechargeableLithium(chemistry) || construction?.cellsProtected === true) return CLEAR;
  if (construction?.cellsProtected === undefined) return cannotTell({ code: 'unprotected-cells', ref, lacks: 'cells-protected' });
  return speaks({ code: 'unprotected-cells', severity: 'unsafe', ref, facts: { about: 'protection' } });
}

function mixed(packs: readonly BatteryPart[]): Answers {
  const kinds = new Set(packs.map(({ chemistry, size }) => `${chemistry ?? ''} ${size ?? ''}`));
  const [first] = packs;
  if (!first || kinds.size < 2) return CLEAR;
  const refs = packs.map(({ ref }) => ref);
  return speaks({ code: 'mixed-cells', severity: 'caution', ref: first.ref, facts: { about: 'mixed', refs } });
}

/** Less is a leak: what a diode lets back into a cell in years is a hundredth of it (UL 1642 allows 3 %), A. */
const CHARGE_AMPS = 10e-6;
/** What a nickel cell takes for ever without harm: a tenth of its capacity an hour, by makers' manuals. */
const NICKEL_HOURS = 10;

function charging(part: BatteryPart, { circuit, solution, solve }: Judged): Answers {
  const { ref, chemistry, series = 1, parallel = 1 } = part;
  // A charger goes on with the thing switched off, when nothing else takes its current.
  const off = withSwitchesOpen(circuit);
  const solvedIn = (changed: Circuit) => {
    const solved = solve(changed);
    return solved.ok ? [solved.value.solution] : [];
  };
  const states = [solution, ...(off === circuit ? [] : solvedIn(off))];
  const amps = Math.max(...states.map((state) => chargeAmps(ref, state))) / parallel;
  const finding = (why: 'primary' | 'no charger' | 'over full' | 'fast', severity: 'unsafe' | 'caution', cellVolts?: number) =>
    speaks({
      code: 'charging-cells',
      severity,
      ref,
      facts: { about: 'charging', amps, why, ...(cellVolts !== undefined && { cellVolts }) },
    });
  if (chemistry && isRechargeableLithium(chemistry)) {
    // What charges goes on until the cells are full, and must stop there.
    const full = typicalCell(chemistry, undefined, 1).openVolts;
    const fulls = [circuit, ...(off === circuit ? [] : [off])].flatMap((state) =>
      solvedIn(withFields(state, ref, { openVolts: full, charge: 1 })),
    );
    const over = fulls.find((state) => chargeAmps(ref, state) / parallel > CHARGE_AMPS);
    if (over) return finding('over full', 'unsafe', Math.max(full, (over.parts[ref]?.volts.avg ?? 0) / series));
    // One that stops at their full volts is there; with the thing off and on it was seen to.
    if (partsOfKind(circuit, 'charger').length > 0) return CLEAR;
    return amps > CHARGE_AMPS ? finding('no charger', 'unsafe') : CLEAR;
  }
  if (!(amps > CHARGE_AMPS)) return CLEAR;
  if (chemistry === undefined) return CLEAR;
  if (!CELLS[chemistry].isRechargeable) return finding('primary', 'unsafe');
  return amps > cellOf(part).ampHours / NICKEL_HOURS ? finding('fast', 'caution') : CLEAR;
}

function withSwitchesOpen(circuit: Circuit): Circuit {
  return partsOfKind(circuit, 'switch').reduce(
    (open, part) => (part.closed === false ? open : withFields(open, part.ref, { closed: false })),
    circuit,
  );
}

/** Into its plus, on average. */
function chargeAmps(ref: string, { parts }: Solution): number {
  return parts[ref]?.amps.avg ?? 0;
}
