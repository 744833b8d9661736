import { type Analysis, type Appraisal, appraise, oncePer, soaksOf, thermalOf } from '../appraisal/index.ts';
import { touchableMains } from '../caution/index.ts';
import { ratedJunctionCelsius } from '../device/index.ts';
import { heatPathIn, limitWords, litLeds, stressUnit } from '../drive/index.ts';
import { formatEngineering } from '../quantity/index.ts';
import { type Audit, auditSolved, type Finding, worstFirst } from '../safety/index.ts';
import { constructionOf } from './construction.ts';

/** What a specimen's own rules judge by, beside the circuit. */
interface Found {
  readonly analysis: Analysis;
  readonly appraisal: Appraisal;
}

/** What a circuit is, what is wrong with it, and what in it stays charged. */
export type Judgement = Pick<Audit, 'arrangements' | 'findings' | 'discharges'>;

/** What the rules say of the circuit, changed by what is known of the thing itself. */
type SpecimenRule = (found: Found, findings: readonly Finding[]) => readonly Finding[];

const RULES: readonly SpecimenRule[] = [insulation, junctions, hotSurfaces, derated];

/**
 * The circuit's arrangements and findings, with what Opening and the thermometer add to them; undefined where it cannot be
 * solved.
 */
export const judge: (analysis: Analysis) => Judgement | undefined = oncePer((analysis) => {
  const appraised = appraise(analysis);
  if (!appraised.ok) return undefined;
  const appraisal = appraised.value;
  const construction = constructionOf(analysis.specimen);
  const { arrangements, findings, discharges } = auditSolved({ ...appraisal.circuit, construction }, appraisal.solution);
  const found: Found = { analysis, appraisal };
  return {
    arrangements,
    findings: worstFirst(RULES.reduce((judged, rule) => rule(found, judged), findings)),
    discharges,
  };
});

/** What was seen between live parts and hands settles what a plastic case alone leaves open. */
function insulation({ analysis: { specimen }, appraisal }: Found, findings: readonly Finding[]): readonly Finding[] {
  const seen = specimen.facts.get('insulation');
  const source = touchableMains(appraisal.circuit)?.part;
  if (!source || seen === undefined) return findings;
  const others = findings.filter(({ code }) => code !== 'single-insulation');
  if (seen === '6 mm or more, or two layers') return others;
  const bare = seen === 'bare pads';
  // Metal is earthed, and then one layer is enough; that it is not is a finding of its own.
  if (!bare && specimen.facts.get('case') === 'metal') return others;
  return [
    ...others,
    {
      code: 'single-insulation',
      severity: bare ? 'unsafe' : 'caution',
      ref: source.ref,
      text: bare ? 'Bare pads on mains can be touched.' : 'Less than 6 mm, or than two layers, lies between live parts and hands.',
      mend: 'Two layers, or 6 mm of air, between every live part and what can be touched; never run it open.',
    },
  ];
}

/** A junction whose whole range is over what it may be. */
function junctions({ analysis, appraisal }: Found, findings: readonly Finding[]): readonly Finding[] {
  const { circuit, solution } = appraisal;
  const leds = litLeds(circuit, solution);
  const thermal = thermalOf(analysis);
  const hot = leds.flatMap((part): Finding[] => {
    if (findings.some(({ code, ref }) => code === 'over-celsius' && ref === part.ref)) return [];
    const { low, high } = heatPathIn(part, leds, solution, thermal);
    const limit = ratedJunctionCelsius(part);
    if (low <= limit.value) return [];
    return [
      {
        code: 'over-celsius',
        severity: 'caution',
        ref: part.ref,
        text: `${part.ref}: its junction is at ${Math.round(low)} to ${Math.round(high)} °C where ${limit.value} °C is ${limitWords(limit)}.`,
        mend: 'Less current, or a better way for its heat.',
      },
    ];
  });
  return [...findings, ...hot];
}

/** Of a case that hands and curtains come near (IEC 60598-1 allows less on most). */
export const TOO_HOT_CELSIUS = 90;

/** A surface that goes to where nothing should be left on. */
function hotSurfaces({ analysis }: Found, findings: readonly Finding[]): readonly Finding[] {
  return [
    ...findings,
    ...soaksOf(analysis).flatMap(({ place, soak }): Finding[] =>
      soak.final.value - 2 * soak.final.uncertainty > TOO_HOT_CELSIUS
        ? [
            {
              code: 'over-celsius',
              severity: 'caution',
              ref: '',
              text: `The ${place} goes to ${Math.round(soak.final.value)} °C: too hot to touch or to leave on.`,
              mend: 'Switch off, and look for the reason; less current, or a better way for its heat.',
            },
          ]
        : [],
    ),
  ];
}

/** A resistor that its rating would bear, and what heat around it leaves of that does not. */
function derated({ appraisal }: Found, findings: readonly Finding[]): readonly Finding[] {
  const over = appraisal.stresses.filter(
    ({ level, limit, ref, of }) =>
      level === 'over' &&
      limit.derated &&
      !findings.some((finding) => finding.code === 'over-watts' && finding.ref === ref) &&
      of === 'watts',
  );
  return [
    ...findings,
    ...over.map((stress): Finding => {
      const unit = stressUnit(stress);
      const [burnt, left] = [formatEngineering(stress.figure.value, unit).text, formatEngineering(stress.limit.value, unit).text];
      return {
        code: 'over-watts',
        severity: 'caution',
        ref: stress.ref,
        text: `${stress.ref}: ${burnt} where the ${Math.round(stress.limit.derated?.celsius ?? 0)} °C around it leave ${left} of its rating.`,
        mend: 'A part of more watts, or a cooler place for it.',
      };
    }),
  ];
}
