import { type Analysis, type Appraisal, appraise, causesOf, faultEvidence, SpecimenAnalyses } from '../appraisal/index.ts';
import { differenceOf, explainArrangement, recognise, remarksOf, sayMissing, sayRemark } from '../arrangement/index.ts';
import { holdLine, sayOver } from '../bench-line/index.ts';
import { specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import { poweringFor } from '../caution/index.ts';
import { costsOf, sayCosts } from '../costs/index.ts';
import { type DriveDetails, driveDetails, markedChips } from '../details/index.ts';
import { aftermathOf, diagnose, diagnosisDocument, FaultBench, lineOfTest, stringMapOf } from '../diagnosis/index.ts';
import { drawSchematic, planWatts, schematicSvg, wattPlanSvg } from '../draw/index.ts';
import { dueItemsOf, sayDue } from '../due/index.ts';
import { otherSources } from '../energy/index.ts';
import { openQuestionsOf, proofOf, sayOpenQuestion } from '../proof/index.ts';
import { type Goal, goalSchema, sayMoves, sayWanted, sayWay, searchWays, workOrder } from '../rework/index.ts';
import { findingSource, sayFaultStress, sayFinding, sayRemedy, sayUndecided, shortFinding } from '../safety/index.ts';
import { presentState, spineOf, summarise } from '../summary/index.ts';
import { type Specimen, sayContradiction } from '../tape/index.ts';
import { saySettling } from '../trace/index.ts';
import { claimFigures, compareClaims, doubtsOf, gatesOf, judge, poweringFacts, supplyLimitsOf } from '../verdict/index.ts';
import {
  flickerSum,
  heatSum,
  leadSum,
  ledCurrentSum,
  lifeSum,
  lumensSum,
  readLightSum,
  resistorWattsSum,
  runtimeSum,
  type Sum,
  storeSum,
  stressSum,
  suppliedSum,
  supplySum,
  trackSum,
} from '../workings/index.ts';
import { markdownOf, textOf, treeOf, writeUp, writeUpFactsOf } from '../write-up/index.ts';
import { figuresOf } from './figures-of.testing.ts';

/** A gadget as somebody entered it, and what is wanted of it. */
export interface ReferenceGadget {
  readonly id: string;
  readonly lines: readonly TestLine[];
}

const NOW = '2026-03-07T12:00:00Z';

/** Everything that is said and worked out of a gadget, as text. */
export function accountOf({ id, lines }: ReferenceGadget): string {
  const specimen = specimenOf(...lines);
  const analyses = new SpecimenAnalyses(specimen);
  const parts: readonly (readonly [string, readonly string[]])[] = [
    ['Write-up', writtenUp(analyses)],
    [
      'On the shelf',
      [
        ...figuresOf(summarise(specimen)),
        ...spineOf(specimen, appraisedOf(presentState(analyses))).map(({ stage, mark }) => `${stage}: ${mark}`),
      ],
    ],
    ['Claims', claims(specimen)],
    ['Before power', beforePower(specimen)],
    ['Continuity', continuity(specimen)],
    [
      'Due',
      dueItemsOf(analyses, judge(presentState(analyses))?.discharges ?? []).flatMap((item) => [sayDue(item), ...figuresOf(item, '  ')]),
    ],
    ['As found', state(analyses.found)],
    ...(specimen.reworks.length > 0 ? [['After the rework', state(analyses.last)] as const] : []),
    ...(specimen.reworks.length > 0 ? [['Proof', proof(analyses)] as const] : []),
    ['Fault', fault(analyses)],
    ['Ways', ways(analyses)],
  ];
  const text = parts.filter(([, lines]) => lines.length > 0).flatMap(([title, lines]) => [`## ${title}`, '', ...lines, '']);
  return [`# ${id}`, '', ...text].join('\n');
}

function appraisedOf(analysis: Analysis): Appraisal | undefined {
  const appraised = appraise(analysis);
  return appraised.ok ? appraised.value : undefined;
}

function writtenUp(analyses: SpecimenAnalyses): readonly string[] {
  const facts = writeUpFactsOf(analyses);
  const full = markdownOf(treeOf(writeUp(facts, { length: 'full' })));
  const slip = textOf(treeOf(writeUp(facts, { length: 'slip' })));
  return [...full.replaceAll(/^#/gm, '###').split('\n'), '', '### Slip', '', ...slip.split('\n')];
}

function claims(specimen: Specimen): readonly string[] {
  const costs = costsOf(specimen);
  return [
    ...claimFigures(specimen).flatMap((figure) => figuresOf(figure)),
    ...doubtsOf(specimen).flatMap((doubt) => figuresOf(doubt)),
    ...compareClaims(specimen).flatMap((comparison) => figuresOf(comparison)),
    ...(costs ? [...figuresOf(costs), ...figuresOf(sayCosts(costs))] : []),
  ];
}

function beforePower(specimen: Specimen): readonly string[] {
  return [
    ...figuresOf(poweringFor(poweringFacts(specimen))),
    ...figuresOf(supplyLimitsOf(specimen)),
    ...gatesOf(specimen, NOW).flatMap(({ gate, missing }) => [gate.code, ...missing.map(({ code }) => `  ${code}`)]),
  ];
}

function continuity({ nets, continuity: known }: Specimen): readonly string[] {
  if (!known) return [];
  const settled = known.doubtful.map(saySettling);
  const next = known.nextHold ? [holdLine(known.nextHold, nets.length), sayOver(known.nextHold, nets.length)] : [];
  return [...figuresOf(nets), ...figuresOf(known), ...settled, ...known.contradictions.map(sayContradiction), ...next];
}

const sum = ({ title, lines }: Sum): readonly string[] => [title, ...lines.map(({ what, sum, result }) => `  ${what}: ${sum} = ${result}`)];

function state(analysis: Analysis): readonly string[] {
  const appraisal = appraisedOf(analysis);
  const judgement = judge(analysis);
  const details = driveDetails(analysis);
  if (!appraisal || !judgement || !details.ok) return figuresOf(appraise(analysis));
  const { circuit, solution, stresses, slots, next, fit, supplyWatts, supplyAmps, measured, hardest } = appraisal;
  const arrangements = recognise(circuit, solution);
  const plan = planWatts(circuit, solution, arrangements);
  const schematic = drawSchematic(circuit);
  return [
    '### Drive',
    ...figuresOf({ measured, hardest, supplyWatts, supplyAmps, fit }),
    ...figuresOf(details.value),
    ...figuresOf({ parts: solution.parts, leds: solution.leds }),
    '### Stresses',
    ...stresses.flatMap((stress) => [...figuresOf(stress), ...sum(stressSum(appraisal, stress)).map((line) => `  ${line}`)]),
    '### Sums',
    ...Object.keys(solution.leds).flatMap((ref) => sum(ledCurrentSum(appraisal, ref))),
    ...circuit.parts.filter(({ kind }) => kind === 'resistor').flatMap(({ ref }) => sum(resistorWattsSum(appraisal, ref))),
    ...sum(suppliedSum(appraisal)),
    ...detailSums(details.value).flatMap(sum),
    '### Readings',
    ...figuresOf(slots),
    ...figuresOf({ next, causes: causesOf(analysis) }),
    '### Circuit',
    ...arrangements.flatMap((arrangement) => {
      const { missing, unusual } = differenceOf(arrangement, arrangements, circuit);
      const explained = explainArrangement(arrangement).map((phrase) => ('words' in phrase ? phrase.words : phrase.refs.join(', ')));
      return [
        `${arrangement.code}: ${explained.join('')}`,
        ...missing.map((role) => `  ${sayMissing(role, arrangement.code)}`),
        ...unusual.map((ref) => `  unusual: ${ref}`),
        ...figuresOf(arrangement, '  '),
      ];
    }),
    ...remarksOf(circuit, solution).map(sayRemark),
    ...figuresOf(otherSources(circuit, appraisal.mainSupply)),
    ...figuresOf(markedChips(analysis.specimen, [])),
    ...(schematic ? drawn(schematicSvg(schematic, 'Circuit')) : []),
    ...(plan ? drawn(wattPlanSvg(plan, 'Watts')) : []),
    '### Judged',
    judgement.verdict,
    ...judgement.findings.flatMap((finding) => [
      `${finding.severity}: ${shortFinding(finding)}: ${sayFinding(finding)} ${sayRemedy(finding)} ${findingSource(finding)}`,
      ...figuresOf(finding, '  '),
    ]),
    ...judgement.undecided.map((one) => Object.values(sayUndecided(one)).join(' ')),
    ...figuresOf({ discharges: judgement.discharges }),
    ...judgement.faults.flatMap((outcome) => [...figuresOf(outcome), ...outcome.over.map(sayFaultStress)]),
  ];
}

/** The sums behind the figures of Drive. */
function detailSums({ supply, leds, light, lead, tracks, stores, runtime }: DriveDetails): readonly Sum[] {
  return [
    ...(supply ? [supplySum(supply)] : []),
    ...(lead ? [leadSum(lead)] : []),
    ...(supply ? tracks.map((track) => trackSum(track, supply.amps)) : []),
    ...stores.map(storeSum),
    ...leds.flatMap(({ lumens, flicker, ...led }) => [
      heatSum(led),
      ...(lumens ? [lumensSum(lumens)] : []),
      ...(flicker ? [flickerSum(flicker)] : []),
      lifeSum(led),
    ]),
    ...(light ? [readLightSum(light)] : []),
    ...(runtime ? [runtimeSum(runtime)] : []),
  ];
}

/** A picture's elements, one on a line, their places to a tenth. */
export function drawn(svg: string): readonly string[] {
  return svg
    .replaceAll(/-?\d+\.\d{2,}/g, (number) => String(Number(Number(number).toFixed(1))))
    .split(/(?=<(?!\/))/)
    .map((line) => line.trim());
}

function proof(analyses: SpecimenAnalyses): readonly string[] {
  const proven = proofOf(analyses);
  return proven ? [...figuresOf(proven), ...openQuestionsOf(proven).map(sayOpenQuestion)] : [];
}

function fault({ found }: SpecimenAnalyses): readonly string[] {
  const faults = faultEvidence(found);
  if (!faults || faults.evidence.length === 0) return [];
  const evidence = faults.evidence.map(({ what }) => what);
  const diagnosed = diagnose(faults.circuit, evidence);
  if (!diagnosed.ok) return figuresOf(diagnosed.error);
  const diagnosis = diagnosed.value;
  const bench = FaultBench.of(faults.circuit);
  return [
    ...figuresOf(diagnosisDocument(diagnosis)),
    ...diagnosis.next.map(({ test }) => lineOfTest(test)),
    ...figuresOf(stringMapOf(faults.circuit, evidence)),
    ...(bench ? figuresOf(aftermathOf(bench, diagnosis, [])) : []),
  ];
}

function ways({ specimen, last }: SpecimenAnalyses): readonly string[] {
  const appraisal = appraisedOf(last);
  if (!specimen.goal || !appraisal) return [];
  const { circuit, solution, mainSupply } = appraisal;
  const goal: Goal = goalSchema.parse({ format: 'mindful-probe.goal', version: 1, ways: 8, ...specimen.goal });
  const found = searchWays(circuit, goal, last.solve);
  if (!found.ok) return figuresOf(found.error);
  const { ways, ...before } = found.value;
  const [first] = ways;
  const solved = first && last.solve(first.circuit);
  return [
    sayWanted(goal),
    ...figuresOf(before),
    ...ways.flatMap((way) => [`${sayMoves(circuit, way.moves)}: ${sayWay(way)}`, ...figuresOf(way, '  ')]),
    ...(first && solved?.ok
      ? figuresOf(
          workOrder({
            before: { circuit, solution },
            after: { circuit: first.circuit, solution: solved.value.solution },
            supplyRef: mainSupply,
            uncertainty: 0.05,
            moves: first.moves,
          }),
        )
      : []),
  ];
}
