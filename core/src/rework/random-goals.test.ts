import { expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { type Circuit, partsOfKind } from '../circuit/index.ts';
import { ratedChipAmps } from '../device/index.ts';
import { seededRandom } from '../numeric/index.ts';
import { solve } from '../solve/index.ts';
import { type GoalLimits, type ReworkWay, searchWays, type Wanted } from './index.ts';

/** Half a second each; `PROBE_GOALS=300` tries more. */
const GOALS = Number(process.env.PROBE_GOALS ?? 16);
const EDGE = 1 + 1e-9;

/** Lights of a few kinds, with values drawn anew for each. */
function lightOf(kind: number, random: () => number): Circuit {
  const ohms = Number((15 * 8 ** random()).toPrecision(2));
  const led = { kind: 'led', colour: random() < 0.5 ? 'white' : 'red', rated: { amps: 0.02 + 0.02 * random() } };
  switch (kind) {
    case 0:
      return circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
        { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms },
        { ref: 'D1', pins: ['b', '0'], ...led },
      ]);
    case 1:
      return circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12 },
        ...[1, 2].flatMap((n) => [
          { ref: `R${n}`, kind: 'resistor', pins: ['a', `b${n}`], ohms: 4 * ohms * n },
          { ref: `D${n}`, pins: [`b${n}`, '0'], series: 3, ...led },
        ]),
      ]);
    case 2:
      return circuitOf([
        { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AA', series: 3 },
        { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: ohms / 4 },
        { ref: 'D1', pins: ['a', 'm'], parallel: 2, ...led },
      ]);
    default:
      return circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 24 },
        { ref: 'D1', pins: ['a', 'k'], series: 5, ...led },
        { ref: 'U1', kind: 'sink', pins: ['k', 's'], referenceVolts: 0.6, sense: ['R1', 'R2'], dropoutVolts: 1 },
        { ref: 'R1', kind: 'resistor', pins: ['s', '0'], ohms: 2 * ohms },
        { ref: 'R2', kind: 'resistor', pins: ['s', '0'], ohms: 2 * ohms },
      ]);
  }
}

function goalOf(random: () => number): Wanted & { readonly limits: GoalLimits } {
  const maybe = (chance: number, limits: GoalLimits): GoalLimits => (random() < chance ? limits : {});
  const limits = {
    ...maybe(0.7, { chipAmps: 0.004 + 0.03 * random() }),
    ...maybe(0.5, { partShare: 0.2 + 0.8 * random() }),
    ...maybe(0.3, { lightKept: 0.2 + 0.7 * random() }),
    ...maybe(0.3, { supplyWatts: 0.05 + 0.4 * random() }),
    ...maybe(0.3, { parts: Math.floor(3 * random()) }),
    ...maybe(0.3, { joints: Math.floor(6 * random()) }),
    ...maybe(0.2, { reversible: true }),
  };
  const aims: readonly Wanted[] = [
    { aim: 'chip-amps', value: 0.004 + 0.03 * random() },
    { aim: 'rated-share', value: 0.2 + random() },
    { aim: 'supply-watts', value: 0.05 + 0.4 * random() },
    { aim: 'most-light' },
  ];
  return { ...(aims[Math.floor(aims.length * random())] as Wanted), limits, ways: 4 };
}

/** Each limit against the way's own circuit solved again, and its own counts. */
function brokenBy({ circuit, after, parts, joints, reversible, worst }: ReworkWay, limits: GoalLimits): readonly string[] {
  const solved = solve(circuit);
  if (!solved.ok) return ['unsolved'];
  const overRated = partsOfKind(circuit, 'led').filter(
    (led) => (solved.value.leds[led.ref]?.chip.amps.avg ?? 0) > ratedChipAmps(led).value * EDGE,
  );
  const checks: readonly (readonly [string, boolean])[] = [
    ['rating', overRated.length > 0 || (worst?.share ?? 0) > EDGE],
    ['figures', Math.abs(after.chipAmps / (solved.value.leds.D1?.chip.amps.avg ?? Number.NaN) - 1) > 1e-3],
    ['chipAmps', after.high.chipAmps > (limits.chipAmps ?? Number.POSITIVE_INFINITY) * EDGE],
    ['lightKept', after.lightRatio < (limits.lightKept ?? 0) / EDGE],
    ['supplyWatts', after.supplyWatts > (limits.supplyWatts ?? Number.POSITIVE_INFINITY) * EDGE],
    ['parts', parts > (limits.parts ?? Number.POSITIVE_INFINITY)],
    ['joints', joints > (limits.joints ?? Number.POSITIVE_INFINITY)],
    ['reversible', limits.reversible === true && !reversible],
  ];
  return checks.filter(([, isBroken]) => isBroken).map(([name]) => name);
}

it(`${GOALS} goals at random: no way says that it keeps what it does not`, () => {
  const random = seededRandom(17);
  let kept = 0;
  for (let round = 0; round < GOALS; round++) {
    const circuit = lightOf(round % 4, random);
    const goal = goalOf(random);
    const found = searchWays(circuit, { format: 'mindful-probe.goal', version: 1, ...goal });
    if (!found.ok) throw new Error(`${round}: ${found.error.message}`);
    for (const way of found.value.ways.filter(({ keeps }) => keeps)) {
      kept += 1;
      expect([round, way.text, ...brokenBy(way, goal.limits)]).toEqual([round, way.text]);
    }
  }
  expect(kept).toBeGreaterThan(GOALS / 2);
});
