import type { RootContent } from 'mdast';
import type { Appraisal, Slot } from '../appraisal/index.ts';
import { CLAIM_LABELS, CLAIM_TEXT_LABELS, sayClaim } from '../claim/index.ts';
import { deviceOf, partValue } from '../device/index.ts';
import { limitWords, stressName, stressUnit } from '../drive/index.ts';
import { formatEngineering, formatUncertain, type Uncertain, type Unit } from '../quantity/index.ts';
import type { Specimen, Stage } from '../tape/index.ts';
import { doubtsOf } from '../verdict/index.ts';
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
  for (const { stage, title, facts: text, remark } of writeUpSections(facts)) {
    if (text === '' && remark === '') continue;
    blocks.push(markdownOf(heading(2, title)));
    if (stage === 'trace' && schematic !== undefined && text !== '') blocks.push(markdownOf(picture('Circuit', schematic)));
    if (text !== '') blocks.push(text);
    if (remark !== '') blocks.push(remark.trim());
  }
  blocks.push(
    markdownOf(RULE),
    'Figures with ± hold at about 95 %. This describes one specimen as found; local codes, licensed practice and the makers of the parts go first.',
  );
  return `${blocks.join('\n\n')}\n`;
}

function writeClaims({ specimen }: WriteUpFacts): readonly RootContent[] {
  const claims = [
    ...specimen.claims.map((claim) => [CLAIM_LABELS[claim.field], sayClaim(claim), claim.source]),
    ...specimen.claimTexts
      .filter(({ field }) => field !== 'listing')
      .map(({ field, text, source }) => [CLAIM_TEXT_LABELS[field], text, source]),
  ];
  return [...table(['Claim', 'Figure', 'Said by'], claims), ...list(doubtsOf(specimen).map(({ text }) => text))];
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

function writeDrive({ found }: WriteUpFacts): readonly RootContent[] {
  if (!found) return [];
  const rows = found.stresses.map((stress) => {
    const { of, figure, limit, ratio } = stress;
    const unit = stressUnit(stress);
    return [
      of === 'chip-amps' ? `${stress.ref} current of a chip` : stressName(stress),
      sayUncertain(figure, unit),
      `${say(limit.value, unit)}${limit.assumed ? ` (${limitWords(limit)})` : ''}`,
      `${ratio.value.toFixed(2)}×`,
    ];
  });
  const sum = found.hardest ? sumInWords(ledCurrentSum(found, found.hardest.ref)) : [];
  return [...table(['What', 'Figure', 'Rated', 'Multiple'], rows), ...sum];
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

function writeProof({ specimen, after }: WriteUpFacts): readonly RootContent[] {
  if (specimen.reworks.length === 0 || !after) return [];
  const rows = after.slots.filter(({ read }) => read).map(slotRow);
  const { proof } = specimen;
  return [
    ...table(['Where', 'Read', 'Predicted', 'Fits'], rows),
    ...(proof ? [paragraph(proof.verdict === 'keep' ? 'The rework stays.' : 'The rework was taken back.')] : []),
    ...(proof?.text ? [paragraph(proof.text)] : []),
  ];
}

function writeVerdict({ found, after }: WriteUpFacts): readonly RootContent[] {
  const current = after?.measured ? after : found;
  const { hardest } = current ?? {};
  if (!hardest) return [];
  const words =
    hardest.level === 'over'
      ? 'driven above its rating'
      : hardest.level === 'caution'
        ? 'driven close to its rating'
        : 'driven within its rating';
  const ground = current?.measured ? 'measured' : 'expected from the circuit, not yet measured';
  return [paragraph(`${hardest.ref} is ${words}: ${hardest.ratio.value.toFixed(2)}×, ${ground}.`)];
}

/** A place in words: "R1, volts", "A to G, volts", "C2, ripple volts", "D1, volts at 30 mA". */
export function slotWhere({ ref, nets, kind, ripple, atAmps }: Slot): string {
  const at = atAmps === undefined ? '' : ` at ${formatEngineering(atAmps, 'amps').text}`;
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
