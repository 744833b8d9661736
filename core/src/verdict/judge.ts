import { type Analysis, type Appraisal, appraise, misfitsIn, oncePer, thermalOf } from '../appraisal/index.ts';
import { lowVoltageSupply, touchableMains } from '../caution/index.ts';
import { partsOfKind } from '../circuit/index.ts';
import { ratedChipAmps, ratedJunctionCelsius } from '../device/index.ts';
import { heatPathIn, isLit, litLeds } from '../drive/index.ts';
import { withFreshCells } from '../energy/index.ts';
import { type Audit, auditSolved, type Finding, isGraver, type Undecided, verdictOf, worstFirst } from '../safety/index.ts';
import { figureIn } from '../solve/index.ts';
import { constructionOf } from './construction.ts';
import { touchAnswers } from './touch.ts';

/** What a specimen's own rules judge by, beside the circuit. */
interface Found {
  readonly analysis: Analysis;
  readonly appraisal: Appraisal;
}

/** The last word, what it rests on, what the circuit is, and what in it stays charged. */
export type Judgement = Pick<Audit, 'verdict' | 'arrangements' | 'findings' | 'undecided' | 'discharges' | 'faults'>;

interface Answers {
  readonly findings: readonly Finding[];
  readonly undecided: readonly Undecided[];
}

/** What the rules say of the circuit, changed by what is known of the thing itself. */
type SpecimenRule = (found: Found, answers: Answers) => Answers;

const RULES: readonly SpecimenRule[] = [isolation, barePads, junctions, freshCells, surfaces, liveReading, fittingReadings];

/**
 * The circuit's arrangements and findings, with what Opening and the thermometer add to them; undefined where it cannot be
 * solved.
 */
export const judge: (analysis: Analysis) => Judgement | undefined = oncePer((analysis) => {
  const appraised = appraise(analysis);
  if (!appraised.ok) return undefined;
  const appraisal = appraised.value;
  const construction = constructionOf(analysis.specimen);
  const audited = auditSolved({ ...appraisal.circuit, construction }, appraisal.solution, appraisal.stresses, analysis.solve);
  const found: Found = { analysis, appraisal };
  const answers = RULES.reduce((answers, rule) => rule(found, answers), audited as Answers);
  const { findings, undecided } = withModes(answers, analysis.modes);
  const { arrangements, discharges, faults } = audited;
  return { verdict: verdictOf(findings, undecided), arrangements, findings: worstFirst(findings), undecided, discharges, faults };
});

/** What is wrong in a mode, and not as traced, or worse in it: a thing is judged by all that it can be switched to. */
function withModes(answers: Answers, modes: readonly Analysis[]): Answers {
  const findings = [...answers.findings];
  const undecided = [...answers.undecided];
  for (const analysis of modes) {
    const judgement = judge(analysis);
    const mode = analysis.inMode?.mode.name;
    if (!judgement || mode === undefined) continue;
    for (const finding of judgement.findings) {
      const at = findings.findIndex(({ code, ref }) => code === finding.code && ref === finding.ref);
      const known = findings[at];
      if (!known || isGraver(finding.severity, known.severity)) findings.push({ ...finding, modes: [mode] });
      else if (known.modes) findings[at] = { ...known, modes: [...known.modes, mode] };
    }
    const isKnown = (one: Undecided) =>
      undecided.some(({ code, ref, lacks }) => code === one.code && ref === one.ref && lacks === one.lacks);
    undecided.push(...judgement.undecided.filter((one) => !isKnown(one)).map((one) => ({ ...one, modes: [mode] })));
  }
  return { findings, undecided };
}

/**
 * A supply of few volts that came with the thing is only as safe as what keeps it apart from mains, which a circuit cannot
 * say. What runs on a supply of its owner’s is not judged by it.
 */
function isolation({ analysis: { specimen }, appraisal }: Found, { findings, undecided }: Answers): Answers {
  const source = lowVoltageSupply(appraisal.circuit);
  const said = specimen.facts.get('supply-isolation');
  if (!source) return { findings, undecided };
  const { ref } = source;
  if (said === undefined) return { findings, undecided: [...undecided, { code: 'supply-not-isolated', ref, lacks: 'supply-isolation' }] };
  if (said !== 'not isolated') return { findings, undecided };
  return { findings: [...findings, { code: 'supply-not-isolated', severity: 'unsafe', ref, facts: { about: 'isolation' } }], undecided };
}

/** Nothing at all between live parts and hands, which a circuit cannot say. */
function barePads({ analysis: { specimen }, appraisal }: Found, answers: Answers): Answers {
  const source = touchableMains(appraisal.circuit)?.part;
  if (!source || specimen.facts.get('insulation') !== 'bare pads') return answers;
  const others = answers.findings.filter(({ code }) => code !== 'single-insulation');
  const bare: Finding = {
    code: 'single-insulation',
    severity: 'unsafe',
    ref: source.ref,
    facts: { about: 'insulation', seen: 'bare', material: undefined },
  };
  return { ...answers, findings: [bare, ...others] };
}

/** A junction whose whole range is over what it may be. */
function junctions({ analysis, appraisal }: Found, answers: Answers): Answers {
  const { circuit, solution } = appraisal;
  const leds = litLeds(circuit, solution);
  const thermal = thermalOf(analysis);
  const hot = leds.flatMap((part): Finding[] => {
    if (answers.findings.some(({ code, ref }) => code === 'over-celsius' && ref === part.ref)) return [];
    const { low, high } = heatPathIn(part, circuit, solution, thermal);
    const limit = ratedJunctionCelsius(part);
    if (low <= limit.value) return [];
    const assumed = limit.assumed && { assumed: true as const };
    return [{ code: 'over-celsius', severity: 'caution', ref: part.ref, ...assumed, facts: { about: 'junction', low, high, limit } }];
  });
  return { ...answers, findings: [...answers.findings, ...hot] };
}

/** Cells were worn when they were read: what drives the LEDs within their rating then may be too much on fresh ones. */
function freshCells({ analysis, appraisal }: Found, answers: Answers): Answers {
  const fresh = withFreshCells(appraisal.circuit, appraisal.mainSupply);
  const solved = fresh && analysis.solve(fresh);
  if (!fresh || !solved?.ok) return answers;
  const { solution } = solved.value;
  const over = partsOfKind(fresh, 'led').flatMap((led): Finding[] => {
    if (answers.findings.some(({ code, ref }) => code === 'over-amps' && ref === led.ref)) return [];
    const amps = figureIn(solution, { of: 'chip', ref: led.ref, quantity: 'amps' });
    const limit = ratedChipAmps(led);
    const ratio = amps / limit.value;
    if (!(ratio > 1)) return [];
    const assumed = limit.assumed && { assumed: true as const };
    return [{ code: 'over-amps', severity: 'caution', ref: led.ref, ...assumed, facts: { about: 'fresh-cells', amps, limit, ratio } }];
  });
  return { ...answers, findings: [...answers.findings, ...over] };
}

/** From here on an outside becomes hot enough to be read, W: half of it a small case takes 40 K above the room. */
const HOT_WATTS = 5;

/** What a hand meets. Of more than a few watts that nobody read, it is not known. */
function surfaces({ analysis, appraisal }: Found, { findings, undecided }: Answers): Answers {
  const touch = touchAnswers(analysis);
  const isRead = analysis.specimen.readings.some(({ entry, rework }) => rework === analysis.rework && entry.place.at === 'surface');
  const unread: readonly Undecided[] =
    !isRead && appraisal.supplyWatts.value > HOT_WATTS ? [{ code: 'touch-celsius', ref: '', lacks: 'surface-celsius' }] : [];
  return { findings: [...findings, ...touch.findings], undecided: [...undecided, ...touch.undecided, ...unread] };
}

/** A circuit that was entered and never read may be another one than that on the bench: it is not sound by its figures alone. */
function liveReading({ analysis, appraisal: { circuit, measured, hardest } }: Found, answers: Answers): Answers {
  if (measured || !hardest || !isLit(hardest) || analysis.inMode) return answers;
  const lacks = touchableMains(circuit) ? 'in-line-reading' : 'live-reading';
  return { ...answers, undecided: [...answers.undecided, { code: 'over-amps', ref: hardest.ref, lacks }] };
}

/** Where the readings speak against the circuit, nothing that is computed from both is known. */
function fittingReadings({ appraisal: { slots, hardest } }: Found, answers: Answers): Answers {
  if (misfitsIn(slots).length === 0) return answers;
  const undecided: Undecided = { code: 'over-amps', ref: hardest?.ref ?? '', lacks: 'fitting-readings' };
  return { ...answers, undecided: [undecided, ...answers.undecided] };
}

/** Whether what is computed rests on readings that do not fit the circuit. */
export function isContradicted(judgement: Pick<Judgement, 'undecided'> | undefined): boolean {
  return judgement?.undecided.some(({ lacks, modes }) => lacks === 'fitting-readings' && modes === undefined) === true;
}
