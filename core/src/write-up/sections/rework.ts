import { costsOf, lightForMoney, sayCosts } from '../../costs/index.ts';
import { RUNTIME_ENDS } from '../../energy/index.ts';
import { noticedSince, type Proof, sayCheck } from '../../proof/index.ts';
import { formatSignificant, sayAbout } from '../../quantity/index.ts';
import { saySeen } from '../../rework/index.ts';
import { SENSES, type Specimen } from '../../tape/index.ts';
import { inFull, list, sayUncertain, sentence, table, type WriteUpBlock } from '../block.ts';
import type { WriteUpFacts } from '../facts.ts';
import { appraisedOrder } from '../work-steps.ts';
import { slotWhere } from './readings.ts';
import { warmthLines } from './warmth.ts';

/** What was changed, what that does, and at full length how it is done safely. */
export function writeRework(facts: WriteUpFacts): readonly WriteUpBlock[] {
  const { specimen, found, after } = facts;
  if (specimen.reworks.length === 0) return [];
  const done = list(
    specimen.reworks.map(({ id, title }) => ({ key: `rework.${id}`, text: title, from: [id] })),
    true,
  );
  const order = inFull(
    list(
      appraisedOrder(facts).map(({ key, name, text, isDone }) => ({
        key: `rework.order.${key}`,
        text: `${name}: ${text}${isDone ? ' (done)' : ''}`,
      })),
      true,
    ),
  );
  if (!found?.hardest || !after?.hardest) return [...done, ...order];
  const [before, now] = [found.hardest.ratio.value, after.hardest.ratio.value];
  const power = `It takes ${sayAbout(after.supplyWatts, 'watts')} in place of ${sayAbout(found.supplyWatts, 'watts')}${after.measured ? '' : ', as predicted'}.`;
  return [
    ...done,
    sentence('rework.drive', `${found.hardest.ref} goes from ${before.toFixed(2)}× to ${now.toFixed(2)}× of its rating.`),
    sentence('rework.power', power),
    ...order,
  ];
}

/** What it cost, and what that is against buying it new. */
export function costLines({ specimen, details }: WriteUpFacts): readonly WriteUpBlock[] {
  const costs = costsOf(specimen);
  if (!costs) return [];
  const { spent, against } = sayCosts(costs);
  const from = specimen.costs.map(({ id }) => id);
  const light = lightForMoney(costs, details);
  const hours = (value: number) => formatSignificant(value, 2);
  return [
    ...(spent ? [sentence('cost.spent', spent, from)] : []),
    ...(against ? [sentence('cost.new', against, from)] : []),
    ...(light
      ? [
          sentence(
            'cost.light',
            `For each unit of money paid: ${light.high > 1.01 * light.low ? `${hours(light.low)} to ${hours(light.high)}` : `about ${hours(light.low)}`} hours of light, to 70 % of it, by a model of current and heat and no promise; power and cells not counted.`,
          ),
        ]
      : []),
  ];
}

/** What was read against what was predicted, what ran, and how it was signed off. */
export function writeProof({ specimen, after, predicted, details, proof: made }: WriteUpFacts): readonly WriteUpBlock[] {
  if (specimen.reworks.length === 0 || !after) return [];
  const rows = after.slots
    .filter(({ read }) => read)
    .map((slot) => {
      // The prediction is the one that was made when the rework was chosen; what was read since does not change it.
      const promised = predicted?.slots.find((other) => slotWhere(other) === slotWhere(slot))?.expected ?? slot.expected;
      const apart = Math.abs((slot.read?.value ?? Number.NaN) - promised.value);
      const holds = apart <= 2 * Math.hypot(slot.read?.uncertainty ?? 0, promised.uncertainty);
      return [
        slotWhere(slot),
        slot.read ? sayUncertain(slot.read, slot.kind) : '',
        sayUncertain(promised, slot.kind),
        holds ? 'yes' : 'no',
      ];
    });
  const { proof } = specimen;
  // The details are of its present state: of one that was taken back there are none.
  const isTakenBack = proof?.verdict === 'back';
  const checks = (made?.checks ?? []).map((check) => ({ ...sayCheck(check), outcome: check.outcome }));
  return [
    ...table('proof', ['Where', 'Read', 'Predicted', 'As predicted'], rows),
    ...inFull(
      table(
        'proof.checks',
        ['Before power', 'Should be', 'Outcome'],
        checks.map(({ what, expect, outcome }) => [what, expect, outcome]),
      ),
    ),
    ...lightSentence(made),
    ...noticedLines(specimen),
    ...list(warmthLines({ specimen, details: isTakenBack ? undefined : details, rework: specimen.state, key: 'proof' })),
    ...runtimeSentence(made),
    ...runsOf(specimen),
    ...(proof
      ? [sentence('proof.verdict', proof.verdict === 'keep' ? 'The rework stays.' : 'The rework was taken back.', [proof.id])]
      : []),
    ...(proof?.text ? [sentence('proof.text', proof.text, [proof.id])] : []),
  ];
}

/** What was noticed without a meter since the rework, beside what it was. */
function noticedLines(specimen: Specimen): readonly WriteUpBlock[] {
  return list(
    noticedSince(specimen, SENSES).flatMap(({ of, before, after }) =>
      after
        ? [
            {
              key: `proof.noticed.${of}`,
              text: `Noticed, ${of}: ${after.text}${before && before.text !== after.text ? `; before: ${before.text}` : ''}.`,
              from: [after.id, ...(before ? [before.id] : [])],
            },
          ]
        : [],
    ),
  );
}

function lightSentence(proof: Proof | undefined): readonly WriteUpBlock[] {
  const { measured, predicted, seenMeasured } = proof?.light ?? {};
  if (!measured || seenMeasured === undefined) return [];
  const share = `${Math.round(100 * measured.value)} ± ${Math.round(200 * measured.uncertainty)} %`;
  const promised = predicted === undefined ? '' : `; predicted were ${Math.round(100 * predicted)} %`;
  return [sentence('proof.light', `Light at the same distance: ${share} of what it was, which looks ${saySeen(seenMeasured)}${promised}.`)];
}

function runtimeSentence(proof: Proof | undefined): readonly WriteUpBlock[] {
  if (!proof?.runtime) return [];
  const { hours, ranHours, predicted, low, high, outcome } = proof.runtime;
  const said = (value: number) => (value < 2 ? `${Math.round(60 * value)} min` : `${formatSignificant(value, 2)} h`);
  const ran =
    hours === undefined
      ? `It was watched for ${said(ranHours)} on its cells`
      : `On its cells it took ${said(hours)} until ${RUNTIME_ENDS[predicted.endedBy]}`;
  return [
    sentence(
      'proof.runtime',
      `${ran}; predicted were ${said(predicted.hours)}, ${said(low)} to ${said(high)} as cells differ${outcome === 'not' ? ': not as predicted' : ''}.`,
    ),
  ];
}

/** What ran by itself after the rework, and how it ended. */
function runsOf({ runs, reworks }: Specimen): readonly WriteUpBlock[] {
  return list(
    runs
      .filter(({ rework }) => rework === reworks.length)
      .map(({ entry, ended }) => {
        const how = ended ? `${ended.outcome}${ended.reason ? `: ${ended.reason}` : ''}` : 'running';
        const text = `${entry.of}${entry.place ? `, ${entry.place}` : ''}, ${Math.round(entry.minutes)} min: ${how}`;
        return { key: `proof.run.${entry.id}`, text, from: [entry.id] };
      }),
  );
}
