import type { RootContent } from 'mdast';
import { type Appraisal, appraise, type Slot, type SpecimenAnalyses } from '../appraisal/index.ts';
import { CLAIM_LABELS, CLAIM_TEXT_LABELS, sayClaim } from '../claim/index.ts';
import { type DriveDetails, driveDetails, sayBeam } from '../details/index.ts';
import { deviceOf, partValue } from '../device/index.ts';
import { LEVEL_WORDS, limitWords, stressName, stressUnit } from '../drive/index.ts';
import { CAPACITY_SPREAD } from '../energy/index.ts';
import { formatEngineering, formatUncertain, type Uncertain, type Unit } from '../quantity/index.ts';
import { findingSource, sayFinding, sayRemedy, sayUndecided } from '../safety/index.ts';
import type { Specimen, Stage } from '../tape/index.ts';
import { ALTERED_ON_MAINS, compareClaims, doubtsOf, isAlteredOnMains, type Judgement, judge } from '../verdict/index.ts';
import { ledCurrentSum, type Sum } from '../workings/index.ts';
import { heading, list, markdownOf, paragraph, picture, RULE, table } from './markdown.ts';

/** A section of the write-up: text from the facts, and the user's own words. */
export interface WriteUpSection {
  readonly stage: Stage;
  readonly title: string;
  /** Markdown. Empty where there are no facts. */
  readonly facts: string;
  readonly remark: string;
}

export interface WriteUpFacts {
  readonly specimen: Specimen;
  readonly found?: Appraisal;
  /** After the last rework. */
  readonly after?: Appraisal;
  /** The same as it was predicted, before the first reading after it. */
  readonly predicted?: Appraisal;
  /** Of its present state. */
  readonly judgement?: Judgement;
  /** Of its present state. */
  readonly details?: DriveDetails;
}

/** Everything that a write-up says of a specimen. */
export function writeUpFactsOf(analyses: SpecimenAnalyses): WriteUpFacts {
  const { specimen } = analyses;
  const state = specimen.proof?.verdict === 'back' ? analyses.found : analyses.last;
  const okOf = (result: ReturnType<typeof appraise> | undefined) => (result?.ok ? result.value : undefined);
  const found = okOf(appraise(analyses.found));
  const after = specimen.reworks.length > 0 ? okOf(appraise(analyses.last)) : undefined;
  const predicted = okOf(analyses.predicted && appraise(analyses.predicted));
  const judgement = judge(state);
  const details = driveDetails(state);
  return {
    specimen,
    ...(found && { found }),
    ...(after && { after }),
    ...(predicted && { predicted }),
    ...(judgement && { judgement }),
    ...(details.ok && { details: details.value }),
  };
}

type SectionWriter = (facts: WriteUpFacts) => readonly RootContent[];

const SECTIONS: readonly { stage: Stage; title: string; write: SectionWriter }[] = [
  { stage: 'claim', title: 'What it claims', write: writeClaims },
  { stage: 'first-light', title: 'First light', write: writeFirstLight },
  {
    stage: 'opening',
    title: 'Opening',
    write: ({ specimen }) =>
      list(
        specimen.steps.map(({ text }) => text),
        true,
      ),
  },
  { stage: 'trace', title: 'Circuit', write: writeCircuit },
  {
    stage: 'readings',
    title: 'Readings',
    write: ({ found }) => (found ? table(['Where', 'Read', 'Expected', 'Fits'], found.slots.filter(({ read }) => read).map(slotRow)) : []),
  },
  { stage: 'drive', title: 'How hard it is driven', write: writeDrive },
  { stage: 'rework', title: 'Rework', write: writeRework },
  { stage: 'proof', title: 'Proof', write: writeProof },
  { stage: 'write-up', title: 'Verdict', write: writeVerdict },
];

/** The sections in the order of the work, each from what is on the tape now. */
export function writeUpSections(facts: WriteUpFacts): readonly WriteUpSection[] {
  return SECTIONS.map(({ stage, title, write }) => ({
    stage,
    title,
    facts: markdownOf(...write(facts)),
    remark: facts.specimen.remarks.get(stage) ?? '',
  }));
}

/**
 * The whole write-up as Markdown. Sections without facts or words are left out.
 *
 * @param schematic how the circuit's picture is referred to: a file name or a data address; left out, no picture
 */
export function writeUpMarkdown(facts: WriteUpFacts, schematic?: string): string {
  const blocks = [markdownOf(heading(1, facts.specimen.name))];
  if (isAlteredOnMains(facts.specimen)) blocks.push(markdownOf(paragraph(ALTERED_ON_MAINS)));
  for (const { stage, title, facts: text, remark } of writeUpSections(facts)) {
    if (text === '' && remark === '') continue;
    blocks.push(markdownOf(heading(2, title)));
    if (stage === 'trace' && schematic !== undefined && text !== '') blocks.push(markdownOf(picture('Circuit', schematic)));
    if (text !== '') blocks.push(text);
    if (remark !== '') blocks.push(withoutTags(remark.trim()));
  }
  blocks.push(
    markdownOf(RULE),
    'Figures with ± hold at about 95 %. This describes one specimen as found; local codes, licensed practice and the makers of the parts go first.',
  );
  return `${blocks.join('\n\n')}\n`;
}

/** A user's own words are Markdown; a tag in them is text. */
function withoutTags(text: string): string {
  return text.replace(/<(?=[a-z!/?])/gi, '\\<');
}

function writeClaims({ specimen }: WriteUpFacts): readonly RootContent[] {
  const claims = [
    ...specimen.claims.map((claim) => [CLAIM_LABELS[claim.field], sayClaim(claim), claim.source]),
    ...specimen.claimTexts
      .filter(({ field }) => field !== 'listing')
      .map(({ field, text, source }) => [CLAIM_TEXT_LABELS[field], text, source]),
  ];
  const measured = compareClaims(specimen).map(({ claim, unit, measured: read, difference, holds }) => [
    `${CLAIM_LABELS[claim.field]} ${sayClaim(claim)}`,
    sayUncertain(read, unit),
    holds ? 'within the meter’s uncertainty' : sayShare(difference),
  ]);
  return [
    ...table(['Claim', 'Figure', 'Said by'], claims),
    ...list(doubtsOf(specimen).map(({ text }) => text)),
    ...table(['Claimed', 'Measured', 'Difference'], measured),
  ];
}

/** A difference in percent; beyond ten times it is said as times. */
function sayShare(share: number): string {
  if (!Number.isFinite(share)) return 'cannot be told';
  return Math.abs(share) > 9.99 ? `${(share + 1).toPrecision(2)} times` : `${share > 0 ? '+' : '−'}${Math.abs(Math.round(100 * share))} %`;
}

function writeFirstLight({ specimen }: WriteUpFacts): readonly RootContent[] {
  const lines = specimen.readings.filter(({ entry, rework }) => rework === 0 && entry.place.at === 'in');
  return list(
    lines.map(
      ({ entry }) =>
        `At the supply: ${entry.figures.map(({ value, uncertainty, unit, statistic }) => `${statistic ? `${statistic} ` : ''}${sayUncertain({ value, uncertainty }, unit)}`).join(', ')}.`,
    ),
  );
}

function writeCircuit({ specimen }: WriteUpFacts): readonly RootContent[] {
  return table(
    ['Part', 'What', 'Marked', 'Nets'],
    specimen.circuit.parts.map((part) => [
      part.ref,
      `${deviceOf(part.kind).name} ${partValue(part)}`.trim(),
      part.marking ?? '',
      part.pins.join(', '),
    ]),
  );
}

function writeDrive({ specimen, found, details }: WriteUpFacts): readonly RootContent[] {
  if (!found) return [];
  const rows = found.stresses.map((stress) => {
    const { of, figure, limit, ratio, level } = stress;
    const unit = stressUnit(stress);
    return [
      of === 'chip-amps' ? `${stress.ref} current of a chip` : stressName(stress),
      sayUncertain(figure, unit),
      `${say(limit.value, unit)}${limit.assumed ? ` (${limitWords(limit)})` : ''}`,
      `${ratio.value.toFixed(2)}×, ${LEVEL_WORDS[level]}`,
    ];
  });
  const sum = found.hardest ? sumInWords(ledCurrentSum(found, found.hardest.ref)) : [];
  return [
    ...table(['What', 'Figure', 'Rated', 'Multiple'], rows),
    ...sum,
    ...list([...lightLines(details), ...heatLines(specimen, details), ...lifeLines(details)]),
  ];
}

function lightLines(details: DriveDetails | undefined): readonly string[] {
  if (!details) return [];
  const { light, leds } = details;
  const lumens = leds.flatMap((led) => led.lumens ?? []);
  const sum = (pick: 'value' | 'low' | 'high') => lumens.reduce((total, one) => total + one[pick], 0);
  const flicker = leds.find((led) => led.flicker)?.flicker;
  return [
    ...(light
      ? [
          `Light: ${sayUncertain(light.lux, 'lux')} at ${light.metres.value} m, which is ${sayUncertain(light.candela, 'candela')} and ${sayUncertain(light.lumens, 'lumens')} ${sayBeam(light)}.`,
        ]
      : lumens.length > 0
        ? [`Light by what is usual for the colour: ${sum('low').toPrecision(2)} to ${sum('high').toPrecision(2)} lm; not measured.`]
        : []),
    ...(flicker
      ? [
          `Flicker: ${sayUncertain(flicker.percent, 'percent')} at ${Number(flicker.hertz.toPrecision(3))} Hz, ${flicker.region} (IEEE 1789).`,
        ]
      : []),
  ];
}

function heatLines({ readings }: Specimen, details: DriveDetails | undefined): readonly string[] {
  const read = readings.flatMap(({ entry }) => {
    const figure = entry.figures.find(({ unit }) => unit === 'celsius');
    if (entry.place.at !== 'surface' || !figure) return [];
    const after = entry.condition.afterSeconds;
    return [`${entry.place.name} ${sayUncertain(figure, 'celsius')}${after === undefined ? '' : ` after ${Math.round(after / 60)} min`}`];
  });
  return [
    ...(read.length > 0 ? [`Temperatures read: ${read.join(', ')}.`] : []),
    ...(details?.soaks ?? []).map(({ place, soak }) => `The ${place} goes to ${Math.round(soak.low)} to ${Math.round(soak.high)} °C.`),
    ...(details?.earlySoaks ?? []).map(({ place }) => `Where the ${place} goes it was too early to say.`),
    ...(details?.leds ?? []).map(
      ({ ref, heat, junctionLimit }) =>
        `Junction of ${ref}: ${Math.round(heat.low)} to ${Math.round(heat.high)} °C; ${junctionLimit.value} °C is ${limitWords(junctionLimit)}.`,
    ),
  ];
}

function lifeLines(details: DriveDetails | undefined): readonly string[] {
  if (!details) return [];
  const { runtime } = details;
  const ends = {
    'half-light': 'it gives half its first light',
    'cut-off': 'a cell or the driver is at its cut-off',
    dark: 'it is dark',
    empty: 'the cells are empty',
  };
  const hours = (value: number) => (value < 2 ? `${Math.round(60 * value)} min` : `${value.toPrecision(2)} h`);
  return runtime
    ? [
        `On its cells: about ${hours(runtime.hours)} from full until ${ends[runtime.endedBy]}, ${hours((1 - CAPACITY_SPREAD) * runtime.hours)} to ${hours((1 + CAPACITY_SPREAD) * runtime.hours)} as cells differ.`,
      ]
    : [];
}

function sumInWords({ title, lines }: Sum): readonly RootContent[] {
  return [paragraph(`${title}:`), ...list(lines.map(({ what, sum, result }) => `${what}: ${sum} = ${result}`))];
}

function writeRework({ specimen, found, after }: WriteUpFacts): readonly RootContent[] {
  if (specimen.reworks.length === 0) return [];
  const done = list(
    specimen.reworks.map(({ title }) => title),
    true,
  );
  if (!found?.hardest || !after?.hardest) return done;
  const [before, now] = [found.hardest.ratio.value, after.hardest.ratio.value];
  return [...done, paragraph(`${found.hardest.ref} goes from ${before.toFixed(2)}× to ${now.toFixed(2)}× of its rating.`)];
}

function writeProof({ specimen, after, predicted }: WriteUpFacts): readonly RootContent[] {
  if (specimen.reworks.length === 0 || !after) return [];
  const rows = after.slots
    .filter(({ read }) => read)
    .map((slot) => {
      // The prediction is the one that was made when the rework was chosen; what was read since does not change it.
      const made = predicted?.slots.find((other) => slotWhere(other) === slotWhere(slot))?.expected ?? slot.expected;
      const apart = Math.abs((slot.read?.value ?? Number.NaN) - made.value);
      const holds = apart <= 2 * Math.hypot(slot.read?.uncertainty ?? 0, made.uncertainty);
      return [slotWhere(slot), slot.read ? sayUncertain(slot.read, slot.kind) : '', sayUncertain(made, slot.kind), holds ? 'yes' : 'no'];
    });
  const { proof } = specimen;
  return [
    ...table(['Where', 'Read', 'Predicted', 'As predicted'], rows),
    ...(proof ? [paragraph(proof.verdict === 'keep' ? 'The rework stays.' : 'The rework was taken back.')] : []),
    ...(proof?.text ? [paragraph(proof.text)] : []),
  ];
}

function writeVerdict({ found, after, judgement }: WriteUpFacts): readonly RootContent[] {
  const current = after?.measured ? after : found;
  const { hardest } = current ?? {};
  const ground = current?.measured ? 'measured' : 'expected from the circuit, not yet measured';
  const findings = (judgement?.findings ?? []).map((finding) => [
    finding.severity,
    `${sayFinding(finding)}${finding.assumed ? ' (usual, not stated)' : ''}`,
    sayRemedy(finding),
    findingSource(finding),
  ]);
  const unknown = (judgement?.undecided ?? []).map((one) => {
    const { text, settleBy } = sayUndecided(one);
    return `${text} ${settleBy}`;
  });
  return [
    ...(judgement ? [paragraph(`Verdict: ${judgement.verdict}.`)] : []),
    ...(hardest
      ? [paragraph(`${hardest.ref} is driven ${LEVEL_WORDS[hardest.level]}: ${hardest.ratio.value.toFixed(2)}×, ${ground}.`)]
      : []),
    ...table(['How grave', 'What', 'Remedy', 'By'], findings),
    ...(unknown.length > 0 ? [paragraph('What stayed unknown:'), ...list(unknown)] : []),
  ];
}

/** A place in words: "R1, volts", "A to G, volts", "C2, ripple volts", "D1, volts at 30 mA". */
export function slotWhere({ ref, nets, kind, ripple, atAmps, open }: Slot): string {
  const at = open ? ' with nothing on it' : atAmps === undefined ? '' : ` at ${formatEngineering(atAmps, 'amps').text}`;
  return `${ref ?? nets?.join(' to ') ?? ''}, ${ripple ? 'ripple ' : ''}${kind}${at}`;
}

function slotRow(slot: Slot): string[] {
  return [
    slotWhere(slot),
    slot.read ? sayUncertain(slot.read, slot.kind) : '',
    sayUncertain(slot.expected, slot.kind),
    slot.fits ? 'yes' : 'no',
  ];
}

function say(value: number, unit: Unit): string {
  return formatEngineering(value, unit).text;
}

function sayUncertain({ value, uncertainty }: Uncertain, unit: Unit): string {
  const { figure, plusMinus, unit: symbol } = formatUncertain(value, 2 * uncertainty, unit);
  return [figure, plusMinus, symbol].filter(Boolean).join(' ');
}
