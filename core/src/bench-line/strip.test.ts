import { describe, expect, it } from '@jest/globals';
import { analysisOf, appraise } from '../appraisal/index.ts';
import { recognise } from '../arrangement/index.ts';
import { driveDetails } from '../details/index.ts';
import { solve } from '../solve/index.ts';
import { outcomeOf, specimenOf } from './tape.testing.ts';

const SHOP = 'strip 25 x 8 led white 5mm 470r 12m 0.21r';

function solved(line: string, supply = 'V1 24v on P G') {
  const { circuit } = specimenOf(supply, line);
  const solution = solve(circuit);
  if (!solution.ok) throw new Error(solution.error.message);
  const leds = circuit.parts.filter(({ kind }) => kind === 'led').map(({ ref }) => solution.value.leds[ref]?.chip.amps.avg ?? Number.NaN);
  return { circuit, solution: solution.value, leds };
}

/** Group by group, by halving the volts at the far end (Kirchhoff), with the group's own law read from a lone group. */
function ladderFar(groups: number, stepOhms: number, ampsAt: (volts: number) => number, supply: number): { far: number; all: number } {
  const backFrom = (end: number) => {
    let [volts, amps] = [end, ampsAt(end)];
    for (let group = 1; group < groups; group++) {
      volts += amps * stepOhms;
      amps += ampsAt(volts);
    }
    return { volts, amps };
  };
  let [low, high] = [0, supply];
  for (let halving = 0; halving < 50; halving++) {
    const middle = (low + high) / 2;
    if (backFrom(middle).volts > supply) high = middle;
    else low = middle;
  }
  return { far: ampsAt(low), all: backFrom(low).amps };
}

/** One group alone on so many volts, from a table with straight lines between. */
function groupLaw(supply: number) {
  const table = Array.from({ length: 81 }, (_, index) => {
    const volts = supply * (0.8 + (0.2 * index) / 80);
    const { circuit } = specimenOf(`V1 ${volts.toFixed(6)}v on P G`, 'R1 470r on P A', 'D1 led white 5mm 8 series on A G');
    const one = solve(circuit);
    return [volts, one.ok ? (one.value.leds.D1?.chip.amps.avg ?? 0) : 0] as const;
  });
  return (volts: number) => {
    const at = Math.min(79, Math.max(0, ((volts / supply - 0.8) / 0.2) * 80));
    const [[x0, y0], [x1, y1]] = [table[Math.floor(at)], table[Math.floor(at) + 1]] as [
      readonly [number, number],
      readonly [number, number],
    ];
    return y0 + ((volts - x0) / (x1 - x0)) * (y1 - y0);
  };
}

describe('a strip of groups along a pair of wires', () => {
  it('falls from the feed to the far end as a ladder does, group by group', () => {
    const { leds, solution } = solved(`${SHOP} on P G`);
    const { far, all } = ladderFar(25, (2 * 0.21 * 12) / 25, groupLaw(24), 24);
    expect(leds).toHaveLength(16);
    expect([...leds].sort((a, b) => b - a)).toEqual(leds);
    // Neighbours stand together at the middle of theirs: within a hundredth.
    expect((leds.at(-1) ?? 0) / far).toBeGreaterThan(0.99);
    expect((leds.at(-1) ?? 0) / far).toBeLessThan(1.01);
    expect((solution.supplies.V1?.ampsRms ?? 0) / all).toBeCloseTo(1, 2);
  });

  it('fed in the middle or at both ends is evener, and the same either way', () => {
    const least = (feed: string) => Math.min(...solved(`${SHOP} on P G fed ${feed}`).leds);
    expect(least('middle')).toBeGreaterThan(1.02 * Math.min(...solved(`${SHOP} on P G`).leds));
    expect(least('both ends') / least('middle')).toBeCloseTo(1, 2);
  });

  it('says what each has, and where it would better be fed', () => {
    const details = driveDetails(analysisOf(specimenOf('V1 24v on P G', `${SHOP} on P G`), 0));
    if (!details.ok || !details.value.along) throw new Error('nothing along the wires');
    const { places, feeds } = details.value.along;
    expect(places.map(({ ref }) => ref)).toEqual(Array.from({ length: 16 }, (_, index) => `D${index + 1}`));
    expect(places[0]).toMatchObject({ ohms: 0, lostVolts: 0, share: 1 });
    const share = (how: string) => feeds.find((feed) => feed.how === how)?.leastShare ?? Number.NaN;
    expect(share('as it is')).toBeCloseTo(places.at(-1)?.share ?? 0, 9);
    for (const how of ['also at the far end', 'in the middle', 'wires of twice the copper'])
      expect(share(how)).toBeGreaterThan(share('as it is'));
    const least = (feed: string) => Math.min(...solved(`${SHOP} on P G fed ${feed}`).leds) / (solved(`${SHOP} on P G`).leds[0] ?? 1);
    expect(share('in the middle')).toBeCloseTo(least('middle'), 2);
    expect(share('also at the far end')).toBeCloseTo(least('both ends'), 2);
  });

  it('without long wires is so many alike, each row with its own resistor', () => {
    const { circuit, leds, solution } = solved('strip 30 x 3 led white 5050 150r on P G', 'V1 12v on P G');
    expect(circuit.parts).toHaveLength(3);
    expect(circuit.parts).toContainEqual(expect.objectContaining({ ref: 'R1', ohms: 5, alike: 30 }));
    // Thirty of a quarter watt each, by what is usual and no surer.
    const stress = appraise(analysisOf(specimenOf('V1 12v on P G', 'strip 30 x 3 led white 5050 150r on P G'), 0));
    const limit = stress.ok ? stress.value.stresses.find(({ ref }) => ref === 'R1')?.limit : undefined;
    expect(limit).toMatchObject({ value: 7.5, assumed: true });
    const alone = solve(specimenOf('V1 12v on P G', 'R1 150r on P A', 'D1 led white 5050 3 series on A G').circuit);
    expect(leds[0]).toBeCloseTo((alone.ok && alone.value.leds.D1?.chip.amps.avg) || Number.NaN, 9);
    expect(solution.supplies.V1?.ampsRms).toBeCloseTo(30 * (leds[0] ?? 0), 6);
    expect(recognise(circuit).some(({ missing }) => missing.includes('ballast'))).toBe(false);
  });

  it('keeps every wire and group: a hundred take what a hundred take', () => {
    const { circuit } = solved('strip 100 x 3 led white 5050 150r 5m 0.05r on P G', 'V1 12v on P G');
    const count = circuit.parts.reduce((sum, part) => sum + (part.kind === 'led' ? (part.parallel ?? 1) : 0), 0);
    const ohms = circuit.parts.reduce((sum, part) => sum + (part.kind === 'resistor' && part.lead ? part.ohms : 0), 0);
    expect(count).toBe(100);
    // From the middle of the first place to the middle of the last.
    expect(ohms).toBeGreaterThan(0.9 * 2 * 0.05 * 5);
    expect(ohms).toBeLessThan(2 * 0.05 * 5);
  });

  it.each(['strip 2000 x 1 led white 470r on P G', 'strip 2 x 200 led white 470r on P G'])('takes %s', (line) => {
    expect(outcomeOf(line, 'V1 24v on P G').kind).toBe('entry');
  });

  it.each([
    ['strip 25 x 8 led white 470r 12m on P G', /how many ohms a metre/],
    ['strip 25 x 8 led white on P G', /ohms of each group/],
    ['strip 25 8 led white 470r on P G', /how many groups/],
    ['strip 1 x 8 led white 470r on P G', /2 to 2000 groups of 1 to 200 LEDs/],
    ['strip 2001 x 8 led white 470r on P G', /2 to 2000 groups/],
    ['strip 25 x 201 led white 470r on P G', /of 1 to 200 LEDs/],
    ['strip 25 x 0 led white 470r on P G', /of 1 to 200 LEDs/],
    ['strip 25 x 8 led white 470r', /between which nets/],
    ['strip 25 x 8 led white 470r on P P', /a short/],
    ['strip 25 x 8 led whitish 470r on P G', /neither a colour/],
    ['strip 25 x 8 led white 470r on P G fed badly', /fed how/],
  ])('says what is wrong of %s', (line, message) => {
    expect(outcomeOf(line, 'V1 24v on P G')).toMatchObject({ kind: 'unread', message: expect.stringMatching(message) });
  });
});
