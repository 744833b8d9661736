import type { Circuit } from '../circuit/index.ts';
import type { Drifted } from '../device/index.ts';
import { shownStatistic } from '../meter/index.ts';
import { type Solution, type SolveWarmed, solveWarmed } from '../solve/index.ts';
import { type Broken, BrokenCircuits } from './broken.ts';
import type { FaultReading } from './evidence.ts';
import { Expectations } from './expect.ts';
import { type Fault, faultsOf } from './fault.ts';
import type { TestPlace } from './test.ts';

/** A circuit with whatever of it broken, and what every test of that shows: what a diagnosis expects, and what a bench plays. */
export class FaultBench {
  private constructor(
    readonly circuit: Circuit,
    readonly circuits: BrokenCircuits,
    readonly whole: Broken,
    readonly expectations: Expectations,
    readonly faults: readonly Fault[],
    private readonly solver: SolveWarmed,
  ) {}

  /** Undefined where the intact circuit has no solution. */
  static of(circuit: Circuit, solve: SolveWarmed = solveWarmed): FaultBench | undefined {
    const solved = solve(circuit);
    if (!solved.ok) return undefined;
    const { solution } = solved.value;
    const circuits = new BrokenCircuits(circuit, solution, solve);
    const whole = circuits.with([]);
    return new FaultBench(circuit, circuits, whole, new Expectations(circuit, whole, solve), faultsOf(circuit, solution), solve);
  }

  with(fault: Fault, step: Drifted | undefined): Broken {
    return this.circuits.with([{ fault, step }]);
  }

  /** Any change of the circuit; undefined where it has no solution. */
  solve(circuit: Circuit): Solution | undefined {
    const solved = this.solver(circuit);
    return solved.ok ? solved.value.solution : undefined;
  }

  readingOf(test: Exclude<TestPlace, { kind: 'seen' | 'tapped' }>): FaultReading {
    return readingFor(this.whole.solution, test);
  }
}

/** A test as the reading that it would be, with what a meter shows there. */
function readingFor(whole: Solution, test: Exclude<TestPlace, { kind: 'seen' | 'tapped' }>): FaultReading {
  if (test.state === 'dead') return { ...test, value: 0 };
  const ref = test.kind === 'amps' ? test.through : test.across;
  const statistics = whole.parts[ref]?.volts;
  const statistic = statistics && whole.regime !== 'dc' ? shownStatistic(statistics) : undefined;
  return { ...test, value: 0, ...(statistic && { statistic }) };
}
