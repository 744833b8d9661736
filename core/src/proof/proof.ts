import { appraise, type SpecimenAnalyses } from '../appraisal/index.ts';
import { type Circuit, suppliesOf } from '../circuit/index.ts';
import { driveDetails } from '../details/index.ts';
import { isKind } from '../device/index.ts';
import { lightRatio, seenChange } from '../drive/index.ts';
import { formatEngineering } from '../quantity/index.ts';
import { type Expected, workOrder } from '../rework/index.ts';
import type { Solution } from '../solve/index.ts';
import type { Place, Specimen } from '../tape/index.ts';
import { type DeadCheck, deadChecksOf } from './dead-checks.ts';
import { type Prediction, predictionsOf } from './predictions.ts';
import { type RuntimeProof, runtimeProofOf } from './runtime-proof.ts';

/** A step of giving it power again, with what should be seen and what was. */
export interface PowerStep {
  /** As the work order names it. */
  readonly key: string;
  readonly name: string;
  readonly text: string;
  readonly figures: readonly (Expected & {
    readonly read?: { readonly value: number; readonly uncertainty: number };
    readonly outcome: Prediction['outcome'];
  })[];
  readonly isTicked: boolean;
}

/** Light at one distance before a rework and after it. */
export interface LightProof {
  readonly metres?: number;
  readonly before?: { readonly value: number; readonly uncertainty: number };
  readonly after?: { readonly value: number; readonly uncertainty: number };
  /** After over before, as measured; and as the LED's current predicts it. */
  readonly measured?: { readonly value: number; readonly uncertainty: number };
  readonly predicted?: number;
  /** As seen: −0.16 looks 16 % dimmer. */
  readonly seenMeasured?: number;
  readonly seenPredicted?: number;
}

const DRIFTING = ['amps', 'watts', 'volts', 'lux'] as const;

/** How a current, a voltage or the light moved while it warmed. */
export interface Drift {
  readonly what: string;
  readonly unit: (typeof DRIFTING)[number];
  readonly from: number;
  readonly to: number;
  /** Relative, with its standard uncertainty. */
  readonly change: { readonly value: number; readonly uncertainty: number };
  readonly minutes: number;
}

/** Everything that proves the last rework. */
export interface Proof {
  readonly checks: readonly DeadCheck[];
  readonly power: readonly PowerStep[];
  readonly predictions: readonly Prediction[];
  readonly light: LightProof;
  readonly drifts: readonly Drift[];
  /** A run on its cells, where there was one. */
  readonly runtime?: RuntimeProof;
  /** Checks that are wrong, and stop the way to power. */
  readonly stops: readonly DeadCheck[];
}

const POWER_STEPS: ReadonlySet<string> = new Set(['First power', 'Then']);
/** Light readings of one distance: metres apart by less are one. */
const SAME_METRES = 0.011;
/** The tick that powers it all the same. */
export const POWER_ANYWAY = 'power-anyway';

/** The proof of the last rework; undefined without one, and where its circuit cannot be solved. */
export function proofOf(analyses: SpecimenAnalyses): Proof | undefined {
  const { specimen, predicted: promised } = analyses;
  const rework = specimen.reworks.at(-1);
  if (!rework || !promised?.before) return undefined;
  const [before, predicted] = [appraise(promised.before), appraise(promised)];
  if (!before.ok || !predicted.ok) return undefined;
  const measured = appraise(analyses.last);
  const { circuit, solution, supplyAmps } = predicted.value;
  const supplyRef = suppliesOf(circuit)[0]?.ref ?? '';
  const checks = deadChecksOf(specimen, rework, circuit, supplyRef);
  const order = workOrder({
    before: { circuit: before.value.circuit, solution: before.value.solution },
    after: { circuit, solution },
    supplyRef,
    moves: rework.moves,
    uncertainty: supplyAmps.value > 0 ? supplyAmps.uncertainty / supplyAmps.value : 0,
  });
  const hasRun = specimen.runs.some(({ entry, rework: after }) => entry.of === 'runtime' && after === specimen.reworks.length);
  const details = hasRun ? driveDetails(promised) : undefined;
  const runtime = details?.ok ? runtimeProofOf(specimen, details.value.runtime) : undefined;
  const isForced = rework.ticked.some(({ step }) => step === POWER_ANYWAY);
  return {
    checks,
    power: order
      .filter(({ name }) => POWER_STEPS.has(name))
      .map(({ key, name, text, expect = [] }) => ({
        key,
        name,
        text,
        figures: expect.map((figure) => withRead(figure, specimen)),
        isTicked: rework.ticked.some(({ step }) => step === key),
      })),
    predictions: predictionsOf(predicted.value.slots, measured.ok ? measured.value.slots : [], before.value.slots),
    light: lightOf(specimen, before.value, predicted.value),
    drifts: driftsOf(specimen),
    ...(runtime && { runtime }),
    stops: isForced ? [] : checks.filter(({ outcome }) => outcome === 'wrong'),
  };
}

function withRead(expected: Expected, specimen: Specimen): PowerStep['figures'][number] {
  const at = expected.what === 'lamp' ? 'series-lamp' : 'in';
  const figure = specimen.readings
    .filter(({ rework, entry }) => rework === specimen.reworks.length && entry.place.at === at)
    .flatMap(({ entry }) => entry.figures)
    .findLast(({ unit }) => unit === expected.unit);
  if (!figure) return { ...expected, outcome: 'open' };
  const apart = Math.abs(figure.value - expected.value);
  const read = { value: figure.value, uncertainty: figure.uncertainty };
  return { ...expected, read, outcome: apart <= 2 * Math.hypot(figure.uncertainty, expected.uncertainty) ? 'as predicted' : 'not' };
}

interface Solved {
  readonly circuit: Circuit;
  readonly solution: Solution;
}

function lightOf({ readings, reworks }: Specimen, before: Solved, after: Solved): LightProof {
  const lux = readings.flatMap(({ entry, rework }) => {
    const figure = entry.figures.find(({ unit }) => unit === 'lux');
    // Beside the axis it is the beam's shape that is read, and not how bright it is.
    return entry.place.at === 'light' && entry.place.degrees === undefined && figure
      ? [{ metres: entry.place.metres, rework, figure }]
      : [];
  });
  const now = lux.findLast(({ rework }) => rework === reworks.length);
  const isSame = (metres: number | undefined) =>
    now === undefined || metres === now.metres || Math.abs((metres ?? -1) - (now.metres ?? -2)) < SAME_METRES;
  const then = lux.findLast(({ rework, metres }) => rework < reworks.length && isSame(metres));
  const ratio = predictedLight(before, after);
  const measured = then && now && ratioOf(now.figure, then.figure);
  const metres = now?.metres ?? then?.metres;
  return {
    ...(metres !== undefined && { metres }),
    ...(then && { before: { value: then.figure.value, uncertainty: then.figure.uncertainty } }),
    ...(now && { after: { value: now.figure.value, uncertainty: now.figure.uncertainty } }),
    ...(measured && { measured, seenMeasured: seenChange(measured.value) }),
    ...(ratio !== undefined && { predicted: ratio, seenPredicted: seenChange(ratio) }),
  };
}

function ratioOf(one: { value: number; uncertainty: number }, other: { value: number; uncertainty: number }) {
  if (!(other.value > 0) || !(one.value > 0)) return undefined;
  const value = one.value / other.value;
  return { value, uncertainty: value * Math.hypot(one.uncertainty / one.value, other.uncertainty / other.value) };
}

/** All LEDs' light after over before, each by the average current of a chip. */
function predictedLight(before: Solved, after: Solved): number | undefined {
  const reference = 0.02;
  const all = ({ circuit, solution }: Solved) =>
    circuit.parts.reduce((sum, part) => {
      if (!isKind(part, 'led')) return sum;
      const amps = solution.leds[part.ref]?.chip.amps.avg ?? 0;
      return sum + (amps > 0 ? (part.series ?? 1) * (part.parallel ?? 1) * lightRatio(amps, reference) : 0);
    }, 0);
  const [was, is] = [all(before), all(after)];
  return was > 0 ? is / was : undefined;
}

/** What a reading is of, where it is read again as it warms: light is the same only at the same place. */
function whatDrifts(place: Place): string | undefined {
  if (place.at === 'part') return place.ref;
  if (place.at === 'in') return 'in';
  if (place.at === 'light' && !place.degrees) return place.metres === undefined ? 'light' : `light at ${place.metres} m`;
  return undefined;
}

/** What was read more than once within the last run with the power on. */
function driftsOf({ readings, runs, reworks }: Specimen): readonly Drift[] {
  const run = runs.findLast(({ rework }) => rework === reworks.length);
  if (!run) return [];
  const series = new Map<string, { seconds: number; value: number; uncertainty: number; what: string; unit: Drift['unit'] }[]>();
  for (const { entry, during } of readings) {
    if (during?.run !== run.entry.id) continue;
    const { place } = entry;
    const what = whatDrifts(place);
    for (const { unit, value, uncertainty } of entry.figures) {
      const drifting = DRIFTING.find((one) => one === unit);
      if (what === undefined || !drifting) continue;
      const key = `${what} ${unit}`;
      series.set(key, [...(series.get(key) ?? []), { seconds: during.seconds, value, uncertainty, what, unit: drifting }]);
    }
  }
  return [...series.values()].flatMap((points): Drift[] => {
    const [first, last] = [points[0], points.at(-1)];
    if (!first || !last || first === last || first.value === 0) return [];
    const value = last.value / first.value - 1;
    const uncertainty = Math.hypot(first.uncertainty, last.uncertainty) / Math.abs(first.value);
    return [
      {
        what: first.what,
        unit: first.unit,
        from: first.value,
        to: last.value,
        change: { value, uncertainty },
        minutes: (last.seconds - first.seconds) / 60,
      },
    ];
  });
}

/** A check in words: what is done, and what should be seen. */
export function sayCheck({ code, ref, expected, cellsOut }: DeadCheck): { readonly what: string; readonly expect: string } {
  const ohms = (value: number) => formatEngineering(value, 'ohms').text;
  switch (code) {
    case 'no-short':
      return {
        what: `Ohms across ${ref}${cellsOut ? ', its cells out' : ''}, both ways round`,
        expect: `${ohms(expected?.low ?? 0)} or more`,
      };
    case 'value':
      return { what: `Ohms of ${ref}, where it is fitted`, expect: `${ohms(expected?.low ?? 0)} to ${ohms(expected?.high ?? 0)}` };
    case 'right-way-round':
      return { what: `${ref} by eye`, expect: 'the right way round' };
    case 'right-part':
      return { what: `${ref} by eye`, expect: 'its marking, class and volts' };
    case 'not-touchable':
      return { what: `From either end of ${ref} to all metal that can be touched`, expect: 'no beep' };
  }
}
