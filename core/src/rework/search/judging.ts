import { deviceOf } from '../../device/index.ts';
import { seenChange, stressesOf } from '../../drive/index.ts';
import { fitReadings } from '../../estimate/index.ts';
import { normalBelow } from '../../numeric/index.ts';
import { auditSolved, type Finding } from '../../safety/index.ts';
import { solveWarmed } from '../../solve/index.ts';
import { supplyCorners } from '../figures/corners.ts';
import type { CornerFigure, ReworkFigures } from '../figures/figures.ts';
import { hardestPart, type Measured } from '../figures/measure.ts';
import { asksForSafety } from '../goal/goal.ts';
import { sayMoves } from '../moves/registry.ts';
import { type Assessed, hoursOf, ownHoursOf } from './assess.ts';
import type { Measuring } from './measuring.ts';
import { bestOf, seriesRankOf } from './rank.ts';
import type { Task } from './task.ts';
import type { AlsoChanged, NamedFinding, ReworkWay } from './way.ts';

export const USUAL_WAYS = 12;
/** A current beside the LEDs that moves by more is worth saying; less than a hundredth of a milliampere is none. */
const [ALSO_CHANGED, LEAST_AMPS] = [0.1, 1e-5];

/** What was found, as ways: with their figures, and whole with their findings and how sure they are. */
export class Judging {
  constructor(private readonly measuring: Measuring) {}

  private get task(): Task {
    return this.measuring.task;
  }

  best(ways: readonly ReworkWay[], areJudged: boolean): readonly ReworkWay[] {
    const { goal } = this.task;
    return this.bestOf(ways, goal.ways ?? USUAL_WAYS, areJudged);
  }

  bestOf(ways: readonly ReworkWay[], count: number, areJudged: boolean): readonly ReworkWay[] {
    const { goal, before } = this.task;
    return bestOf(this.withMiss(ways), count, {
      smallestFirst: goal.aim === 'none',
      safestFirst: asksForSafety(goal),
      areJudged,
      beforeWatts: before.supplyWatts,
    });
  }

  /** The most light is known once all are: what misses it gives less. */
  private withMiss(ways: readonly ReworkWay[]): readonly ReworkWay[] {
    if (this.task.goal.aim !== 'most-light') return ways;
    const most = Math.max(...ways.filter(({ keeps }) => keeps).map(({ after }) => after.lightRatio), Number.MIN_VALUE);
    const of = most > Number.MIN_VALUE ? most : Math.max(...ways.map(({ after }) => after.lightRatio));
    return ways.map((way) => ({ ...way, miss: way.after.lightRatio / of - 1 }));
  }

  unjudged(assessed: Assessed): ReworkWay {
    return this.wayOf(assessed, { mends: [], leaves: [], makes: [] }, { chipAmpsUncertainty: undefined, ownHours: undefined });
  }

  /** What is wrong with it afterwards; undefined where that is not known. */
  findingsAfter(assessed: Assessed): readonly Finding[] | undefined {
    return this.audited(assessed)?.findings;
  }

  /** With its findings, and how sure its current is. */
  judge(assessed: Assessed): ReworkWay {
    const { task } = this;
    const audited = this.audited(assessed);
    if (!audited) return this.unjudged(assessed);
    const { fit, findings } = audited;
    const [amps] = fit.figures([{ of: 'chip', ref: this.measuring.ledIn(assessed.circuit), quantity: 'amps' }]);
    const hours = assessed.hours ?? hoursOf(task, assessed.circuit);
    return this.wayOf({ ...assessed, hours }, comparedFindings(task.findings, findings), {
      chipAmpsUncertainty: amps.uncertainty,
      ownHours: hours === undefined ? undefined : ownHoursOf(assessed.circuit, this.measuring.ledIn(assessed.circuit)),
    });
  }

  private audited({ circuit, nominal: { warmed } }: Assessed) {
    // Solved already but for what its new parts' ratings say: from there.
    const near = 'settled' in warmed ? warmed.settled : undefined;
    const fitted = fitReadings(circuit, [], {
      solve: (changed, options) => solveWarmed(changed, { ...options, near: options?.near ?? near }),
    });
    if (!fitted.ok) return undefined;
    const fit = fitted.value;
    const { findings } = auditSolved(circuit, fit.solution, stressesOf(circuit, fit), this.measuring.solve);
    return { fit, findings };
  }

  private wayOf(
    assessed: Assessed,
    compared: Pick<ReworkWay, 'mends' | 'leaves' | 'makes'>,
    { chipAmpsUncertainty, ownHours }: Pick<ReworkWay, 'chipAmpsUncertainty' | 'ownHours'>,
  ): ReworkWay {
    const { task } = this;
    const { moves, circuit, nominal, effort, breaks } = assessed;
    const unsafe = [...compared.leaves, ...compared.makes].filter(({ severity }) => severity === 'unsafe').length;
    const shown = moves.filter(({ move }) => move !== 'replace-supply');
    return {
      text: shown.length > 0 ? sayMoves(task.circuit, shown) : 'as it is',
      moves,
      ...effort,
      fromDrawer: assessed.fromDrawer,
      circuit,
      after: this.figuresOf(nominal, assessed.low, assessed.high, assessed.hours),
      worst: assessed.worst,
      miss: this.measuring.missOf(nominal),
      keeps: breaks.length === 0,
      breaks,
      ...compared,
      unsafe,
      alsoChanges: alsoChangedBy(task, nominal),
      seriesRank: seriesRankOf(moves),
      ownHours,
      chipAmpsUncertainty,
      probability: chipAmpsUncertainty === undefined ? undefined : this.probabilityOf(assessed, chipAmpsUncertainty),
    };
  }

  /** That its chip current at the highest supply is under its limit, normally distributed around what is likeliest. */
  private probabilityOf({ circuit, nominal, high }: Assessed, uncertainty: number): number {
    const atHigh = this.measuring.measured(supplyCorners(circuit, this.task.supplyRef).high.circuit, nominal);
    const amps = atHigh.ok ? atHigh.value.chipAmps : high.chipAmps;
    return normalBelow((this.measuring.limitIn(circuit) - amps) / Math.max(uncertainty, 1e-12));
  }

  private figuresOf(measured: Measured, low: CornerFigure, high: CornerFigure, hours: number | undefined): ReworkFigures {
    const { before } = this.task;
    const lightRatio = before.light > 0 ? measured.light / before.light : 0;
    const hardest = hardestPart(measured.circuit, measured.shares);
    return {
      chipAmps: measured.chipAmps,
      ofRated: measured.ofRated,
      lightRatio,
      seenChange: seenChange(lightRatio),
      supplyWatts: measured.supplyWatts,
      supplyAmps: measured.supplyAmps,
      ...(hours !== undefined && { hours }),
      flickerPercent: measured.flickerPercent,
      low,
      high,
      ...(hardest && { hardest }),
    };
  }

  /** Of a circuit without new parts: only its supply has corners. */
  plainFigures(measured: Measured): ReworkFigures {
    const corners = supplyCorners(measured.circuit, this.task.supplyRef);
    const at = ({ label, circuit }: typeof corners.low): CornerFigure => {
      const solved = this.measuring.measured(circuit, measured);
      return { label, chipAmps: solved.ok ? solved.value.chipAmps : Number.NaN };
    };
    return this.figuresOf(measured, at(corners.low), at(corners.high), hoursOf(this.task, measured.circuit));
  }
}

/** Currents of other sources and of converters that are not what they were, by more than a tenth. */
function alsoChangedBy({ supplyRef, before }: Task, after: Measured): readonly AlsoChanged[] {
  const ampsOf = ({ warmed }: Measured, ref: string) => warmed.solution.parts[ref]?.amps.avg ?? 0;
  return after.circuit.parts
    .filter(({ ref, kind }) => ref !== supplyRef && (deviceOf(kind).source !== undefined || kind === 'converter'))
    .map(({ ref }) => ({ ref, before: ampsOf(before, ref), after: ampsOf(after, ref) }))
    .filter(({ before: was, after: is }) => Math.abs(is - was) > ALSO_CHANGED * Math.max(Math.abs(is), Math.abs(was), LEAST_AMPS));
}

function comparedFindings(before: readonly Finding[], after: readonly Finding[]): Pick<ReworkWay, 'mends' | 'leaves' | 'makes'> {
  const named = ({ code, ref, severity }: Finding): NamedFinding => ({ code, ref, severity });
  const isIn = (list: readonly Finding[], { code, ref }: Finding) => list.some((one) => one.code === code && one.ref === ref);
  return {
    mends: before.filter((one) => !isIn(after, one)).map(named),
    leaves: after.filter((one) => isIn(before, one)).map(named),
    makes: after.filter((one) => !isIn(before, one)).map(named),
  };
}
