import { type Circuit, fail, partsOfKind, type Result, succeed } from '../circuit/index.ts';
import { isAllFinite, newFloats } from '../numeric/index.ts';
import { ideallyHeldLoop } from './ideal-loop.ts';
import { Newton } from './newton.ts';
import { CircuitSystem } from './system.ts';

/** A solved operating point, with what is needed to ask more of it. */
export interface OperatingPoint {
  readonly system: CircuitSystem;
  /** Net volts, then source currents (A into the plus pin). */
  readonly x: Float64Array;
  readonly iterations: number;
}

const SOURCE_STEPS = 20;
/** Converters in a row switch each other a few times at most; more is a hunt without end. */
const MOST_MODE_CHANGES = 12;

/**
 * Finds the direct-current operating point: plain Newton first; where that does not settle, conductance stepping
 * from a circuit in which every curve conducts; at last all sources raised together from zero.
 *
 * @returns an error naming the parts or net that disagree, where there is no solution
 */
export function solveOperatingPoint(circuit: Circuit): Result<OperatingPoint> {
  if (circuit.parts.length === 0) return fail('no-parts', 'The circuit has no parts, so there is nothing to solve.', 'parts');
  const loop = ideallyHeldLoop(circuit);
  if (loop) {
    return fail(
      'contradiction',
      `${loop.join(' and ')} hold the same two nets at volts of their own, with no resistance between them.`,
      loop[0],
    );
  }
  const system = new CircuitSystem(circuit);
  const newton = new Newton(system);
  const x = newFloats(system.size);
  let plain = settleAll(system, newton, x);
  if (plain.outcome !== 'found' && system.hasBlocks) {
    // What cannot run may well rest: begun from off, only what its input then wakes is asked to run.
    const running = plain;
    system.turnOff();
    plain = settleAll(system, newton, x);
    if (plain.outcome !== 'found' && running.outcome === 'hunting') plain = running;
  }
  const { iterations } = plain;
  if (plain.outcome === 'hunting') {
    const refs = partsOfKind(circuit, 'converter').map(({ ref }) => ref);
    return fail('no-convergence', `${refs.join(', ')} would switch on and off for ever: its supply gives way when it runs.`, refs[0]);
  }
  if (plain.outcome === 'found') return succeed({ system, x, iterations });
  const net = [...system.unknownOf].find(([, unknown]) => unknown >= 0 && unknown === plain.singularUnknown)?.[0];
  const near = circuit.parts.filter((part) => (part.pins as readonly string[]).includes(net ?? '')).map((part) => part.ref);
  if (net !== undefined) return fail('contradiction', `Net ${net} (${near.join(', ')}) has no path that sets its volts.`, near[0]);
  return fail(
    'no-convergence',
    `No operating point was found for ${circuit.parts
      .map((part) => part.ref)
      .slice(0, 8)
      .join(', ')}.`,
    'parts',
  );
}

interface Found {
  readonly outcome: 'found' | 'lost' | 'hunting';
  readonly iterations: number;
  readonly singularUnknown: number;
}

/** Finds the point, and lets every converter decide whether it runs from the volts it finds there, until none changes its mind. */
function settleAll(system: CircuitSystem, newton: Newton, x: Float64Array): Found {
  x.fill(0);
  let iterations = 0;
  for (let asked = 0; asked <= MOST_MODE_CHANGES; asked++) {
    const point = findPoint(newton, x);
    iterations += point.iterations;
    if (point.outcome !== 'found' || !system.settleModes(x)) return { ...point, iterations };
  }
  return { outcome: 'hunting', iterations, singularUnknown: -1 };
}

function findPoint(newton: Newton, x: Float64Array): Found {
  newton.forget();
  const plain = newton.run(x);
  if (plain.outcome === 'converged' && isAllFinite(x)) return { outcome: 'found', iterations: plain.iterations, singularUnknown: -1 };
  const stepped = newton.runByConductance(x) ?? stepSources(newton, x);
  const outcome = stepped !== undefined && isAllFinite(x) ? 'found' : 'lost';
  return { outcome, iterations: plain.iterations + (stepped ?? 0), singularUnknown: plain.singularUnknown };
}

function stepSources(newton: Newton, x: Float64Array): number | undefined {
  x.fill(0);
  let iterations = 0;
  for (let step = 1; step <= SOURCE_STEPS; step++) {
    newton.forget();
    const run = newton.run(x, undefined, step / SOURCE_STEPS);
    iterations += run.iterations;
    if (run.outcome !== 'converged') return undefined;
  }
  return iterations;
}
