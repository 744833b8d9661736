import { type Circuit, fail, partOfKind, type Result, succeed } from '../circuit/index.ts';
import { shownStatistic } from '../meter/index.ts';
import { formatEngineering, type Uncertain, type Unit } from '../quantity/index.ts';
import { type Figure, parseFigure } from '../solve/index.ts';
import type { Disagreement } from './disagreement.ts';
import { disagreementsOf } from './disagreements.ts';
import { fitReadings } from './fit.ts';
import type { Fit } from './fit-once.ts';
import { type ProbeProposal, proposeProbes } from './next-probe.ts';
import type { ReadingsDocument } from './readings-document.ts';
import { sayDisagreement } from './say-disagreement.ts';

/** What readings say of a circuit, as a document. */
export interface Estimate {
  readonly format: 'mindful-probe.estimate';
  readonly version: 1;
  readonly values: readonly {
    readonly ref: string;
    readonly field: string;
    readonly prior: Uncertain;
    readonly value: number;
    readonly uncertainty: number;
  }[];
  /** Null where nothing was wanted; `expanded` holds at about 95 % (k = 2). */
  readonly want: { readonly value: number; readonly uncertainty: number; readonly expanded: number } | null;
  readonly fit: { readonly chiSquare: number; readonly freedom: number; readonly probability: number };
  readonly disagreements: readonly (Disagreement & { readonly text: string })[];
  readonly next: readonly {
    readonly kind: ProbeProposal['kind'];
    readonly across: string;
    readonly state: ProbeProposal['state'];
    readonly expectedUncertainty: number;
    readonly text: string;
  }[];
}

const COVERAGE = 2;

/** The estimate of a circuit's values and of one wanted figure, what does not fit, and what to read next. */
export function estimate(circuit: Circuit, { readings, want }: ReadingsDocument): Result<Estimate> {
  const fitted = fitReadings(circuit, readings);
  if (!fitted.ok) return fitted;
  const fit = fitted.value;
  const wanted = want && wantedFigure(circuit, fit, want);
  if (wanted && !wanted.ok) return wanted;
  const taken = readings.flatMap((reading) =>
    'across' in reading && typeof reading.across === 'string' ? [{ kind: reading.kind, ref: reading.across }] : [],
  );
  const shown = shownStatistics(fit);
  const probes = wanted ? proposeProbes(fit, wanted.value.figure, taken, { shown }) : [];
  return succeed({
    format: 'mindful-probe.estimate',
    version: 1,
    values: fit.unknowns.map(({ ref, field, prior, posterior }) => ({ ref, field, prior, ...posterior })),
    want: wanted ? { ...wanted.value.now, expanded: COVERAGE * wanted.value.now.uncertainty } : null,
    fit: { chiSquare: fit.chiSquare, freedom: fit.freedom, probability: fit.probability },
    disagreements: disagreementsOf(circuit, readings, fit).map((disagreement) => ({
      ...disagreement,
      text: sayDisagreement(disagreement),
    })),
    next: probes.map((probe) => ({
      kind: probe.kind,
      across: probe.ref,
      state: probe.state,
      expectedUncertainty: probe.expectedUncertainty,
      text: sayProbe(probe, wanted?.value.unit ?? 'amps'),
    })),
  });
}

interface Wanted {
  readonly now: Uncertain;
  readonly unit: Unit;
  readonly figure: Figure;
}

function wantedFigure(circuit: Circuit, fit: Fit, { led, figure }: NonNullable<ReadingsDocument['want']>): Result<Wanted> {
  if (!partOfKind(circuit, led, 'led')) return fail('unknown-ref', `${led} is not an LED of this circuit.`, 'want.led');
  const wanted = parseFigure(`leds.${led}.${figure}`, fit.solution);
  if (!wanted) return fail('unknown-figure', `${led} has no figure “${figure}”; one reads like chip.amps.avg.`, 'want.figure');
  const [now] = fit.figures([wanted]);
  return succeed({ now, unit: unitOfFigure(wanted), figure: wanted });
}

function unitOfFigure(figure: Figure): Unit {
  if (figure.of !== 'chip') return 'one';
  if (figure.quantity === 'reverseVolts') return 'volts';
  return figure.quantity === 'junctionCelsius' ? 'celsius' : figure.quantity;
}

/** What a meter shows of a part: its root mean square where its volts change sign to and fro. */
function shownStatistics({ solution }: Fit): (ref: string) => 'avg' | 'rms' {
  return (ref) => {
    const volts = solution.parts[ref]?.volts;
    return volts ? shownStatistic(volts) : 'avg';
  };
}

function sayProbe({ kind, ref, state, now, expectedUncertainty }: ProbeProposal, unit: Unit): string {
  const say = (uncertainty: number) => `±${formatEngineering(COVERAGE * uncertainty, unit, 2).text}`;
  return `${kind} ${kind === 'volts' ? 'across' : 'of'} ${ref}, ${state}: ${say(now)} → ${say(expectedUncertainty)}`;
}
