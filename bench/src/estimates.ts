import {
  type Circuit,
  disagreementsOf,
  drawFault,
  drawNormal,
  drawReadings,
  drawTruth,
  type EstimateReading,
  type Figure,
  type Fit,
  figureIn,
  fitReadings,
  MARKED_GADGETS,
  parseCircuit,
  proposeProbes,
  seededRandom,
  solve,
  unknownsOf,
  withFields,
} from '@mindful-probe/core';
import { dropper } from './circuits.ts';
import { type Measured, measure } from './measure.ts';

const CHIP: Figure = { of: 'chip', ref: 'D1', quantity: 'amps' };

/** How often the truth lies in the 95 % interval, how often the right cause comes first, and how limits compare with long sampling. */
export function judgeEstimates(): Readonly<Record<string, number>> {
  return { coverage: coverage(1000), rightCauseFirst: rightCauses(500), againstSampling: againstSampling(150_000) };
}

function coverage(benches: number): number {
  const random = seededRandom(20_261_126);
  let within = 0;
  for (let bench = 0; bench < benches; bench++) {
    const marked = MARKED_GADGETS[bench % MARKED_GADGETS.length] as Circuit;
    const truth = drawTruth(marked, random);
    // Any half of what could be read.
    const readings = drawReadings(truth, marked, random).filter(() => random() < 0.5);
    const fit = fitReadings(marked, readings);
    const solved = solve(truth);
    if (!fit.ok || !solved.ok) throw new Error('a drawn bench has no solution');
    const [found] = fit.value.figures([CHIP]);
    if (found && Math.abs(found.value - figureIn(solved.value, CHIP)) <= 1.96 * found.uncertainty) within += 1;
  }
  return within / benches;
}

function rightCauses(faults: number): number {
  const random = seededRandom(20_261_127);
  let right = 0;
  for (let number = 0; number < faults; number++) {
    const marked = MARKED_GADGETS[number % MARKED_GADGETS.length] as Circuit;
    const fault = drawFault(marked, drawTruth(marked, random), random);
    const readings = fault.spoil(drawReadings(fault.truth, marked, random));
    const fit = fitReadings(marked, readings);
    if (!fit.ok) throw new Error(fit.error.message);
    const [first] = disagreementsOf(marked, readings, fit.value);
    if (first && fault.isFound(first)) right += 1;
  }
  return right / faults;
}

/** The largest miss of value or uncertainty against long sampling, as a share of the uncertainty. */
function againstSampling(draws: number): number {
  const random = seededRandom(20_261_128);
  let worst = 0;
  for (const marked of MARKED_GADGETS) {
    const readings = drawReadings(drawTruth(marked, random), marked, random).filter(({ id }) => id === 'v0' || id === 'v1');
    const fit = fitReadings(marked, readings);
    if (!fit.ok) throw new Error(fit.error.message);
    const [found] = fit.value.figures([CHIP]);
    const sampled = moments(marked, fit.value, readings, draws, random);
    if (found)
      worst = Math.max(
        worst,
        Math.abs(found.value - sampled.mean) / found.uncertainty,
        Math.abs(found.uncertainty / sampled.deviation - 1),
      );
  }
  return worst;
}

/**
 * Mean and deviation of the chip's amps given the readings, by a long random walk over the unknowns that knows nothing
 * of sensitivities (Metropolis et al., J. Chem. Phys. 21, 1953).
 */
function moments(marked: Circuit, fit: Fit, readings: readonly EstimateReading[], draws: number, random: () => number) {
  const unknowns = unknownsOf(marked);
  const stride = fit.unknowns.map(({ posterior, prior }) => (1.2 * posterior.uncertainty) / prior.uncertainty / Math.sqrt(unknowns.length));
  const at = (q: readonly number[]) => {
    const circuit = unknowns.reduce(
      (changed, { ref, field, prior }, index) => withFields(changed, ref, { [field]: prior.value + (q[index] ?? 0) * prior.uncertainty }),
      marked,
    );
    const solved = solve(circuit);
    if (!solved.ok) return { cost: Number.POSITIVE_INFINITY, amps: Number.NaN };
    const misfit = readings.reduce((total, reading) => {
      if (reading.kind !== 'volts' || typeof reading.across !== 'string') return total;
      return total + (((solved.value.parts[reading.across]?.volts.avg ?? 0) - reading.value) / reading.uncertainty) ** 2;
    }, 0);
    return { cost: misfit + q.reduce((sum, value) => sum + value * value, 0), amps: figureIn(solved.value, CHIP) };
  };
  let q = fit.unknowns.map(({ posterior, prior }) => (posterior.value - prior.value) / prior.uncertainty);
  let here = at(q);
  let [sum, squares] = [0, 0];
  for (let draw = 0; draw < draws; draw++) {
    const tried = q.map((value, index) => value + (stride[index] ?? 0) * drawNormal(random));
    const there = at(tried);
    if (random() < Math.exp((here.cost - there.cost) / 2)) {
      q = tried;
      here = there;
    }
    sum += here.amps;
    squares += here.amps ** 2;
  }
  const mean = sum / draws;
  return { mean, deviation: Math.sqrt(Math.max(0, squares / draws - mean ** 2)) };
}

/** Six branches on one supply: twelve unknowns. */
function sixBranches(): Circuit {
  const parts: unknown[] = [{ ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12, tolerance: 0.05 }];
  for (let branch = 1; branch <= 6; branch++) {
    parts.push({ ref: `R${branch}`, kind: 'resistor', pins: ['a', `n${branch}`], ohms: 100 + 10 * branch, tolerance: 0.05 });
    if (branch < 6) parts.push({ ref: `D${branch}`, kind: 'led', pins: [`n${branch}`, '0'], series: 3 });
  }
  parts.push({ ref: 'R7', kind: 'resistor', pins: ['n6', '0'], ohms: 1000 });
  return parsed(parts);
}

/** Thirty branches: sixty readings that could be taken. */
function thirtyBranches(): Circuit {
  const parts: unknown[] = [{ ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12, tolerance: 0.05 }];
  for (let branch = 1; branch <= 30; branch++) {
    parts.push({ ref: `R${branch}`, kind: 'resistor', pins: ['a', `n${branch}`], ohms: 100 + branch, tolerance: 0.05 });
    parts.push({ ref: `D${branch}`, kind: 'led', pins: [`n${branch}`, '0'], series: 3 });
  }
  return parsed(parts);
}

function parsed(parts: unknown[]): Circuit {
  const circuit = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
  if (!circuit.ok) throw new Error(circuit.error.message);
  return circuit.value;
}

export function timeEstimates(): readonly Measured[] {
  const random = seededRandom(5);
  const six = sixBranches();
  const sixReadings = drawReadings(drawTruth(six, random), six, random).slice(0, 20);
  const mains = ['R1', 'C1', 'C2'].reduce((circuit, ref) => withFields(circuit, ref, { tolerance: 0.1 }), dropper(0.47e-6, 10e-6));
  const mainsReadings = drawReadings(drawTruth(mains, random), mains, random).filter(({ kind }) => kind === 'ohms');
  const many = thirtyBranches();
  const fitted = fitReadings(many, []);
  if (!fitted.ok) throw new Error(fitted.error.message);
  return [
    measure(`fit-dc-${unknownsOf(six).length}-by-${sixReadings.length}`, () => void fitReadings(six, sixReadings)),
    measure(`fit-mains-${unknownsOf(mains).length}`, () => void fitReadings(mains, mainsReadings)),
    measure('rank-probes-91', () => void proposeProbes(fitted.value, CHIP, [])),
  ];
}
