import { SpecimenAnalyses } from '../appraisal/index.ts';
import { specimenOf, type TimedLine, timedEntriesOf } from '../bench-line/tape.testing.ts';
import { proofOf } from '../proof/index.ts';
import { replay } from '../tape/index.ts';
import { claimFigures, compareClaims, doubtsOf } from '../verdict/index.ts';
import { figuresOf } from './figures-of.testing.ts';

/** What is claimed together, most of it on the edge of what can be. */
const CLAIMED = [
  ['like 100w', '9w'],
  ['like 100w', '5w'],
  ['like 60w', '400lm'],
  ['like 60w', '700lm'],
  ['1000lm', '4w'],
  ['1000lm', '6w'],
  ['3000lm', '5v', '2a'],
  ['12v', '2a', '20w'],
  ['12v', '2a', '24w'],
  ['12v', '2a', '30w'],
  ['9900mah', 'cells 1'],
  ['9900mah', 'battery 18650'],
  ['3500mah', 'battery 18650'],
  ['10h', '1200mah', '3.7v', '1w'],
  ['2h', '1200mah', '3.7v', '1w'],
  ['4.8h', '1200mah', '3.7v', '1w'],
  ['5h', '1200mah', '3.7v', '1w'],
  ['beam 500m', '300lm'],
  ['beam 100m', '300lm'],
  ['throw 300m', '200lm', '10deg'],
  ['cri 80', '6500k'],
  ['cri 110'],
  ['50000h'],
  ['14 days'],
  ['1 day'],
  ['90min'],
  ['90 minutes'],
  ['2 nights'],
  ['life 30000h', 'leds 24', '24w'],
  ['length 3m', '12v', '4.8w'],
  ['230v', '4w', 'pf 1.2'],
  ['100-240v', '60hz'],
  ['water IP44', 'class A++'],
];

export function claimed(): readonly string[] {
  return CLAIMED.flatMap((claims) => {
    const lines = claims.map((claim) => `claim ${claim} listing`);
    let specimen: ReturnType<typeof specimenOf>;
    try {
      specimen = specimenOf(...lines);
    } catch (error) {
      return [claims.join(', '), `  ${(error as Error).message}`];
    }
    return [
      claims.join(', '),
      ...figuresOf(claimFigures(specimen), '  '),
      ...figuresOf(doubtsOf(specimen), '  '),
      ...figuresOf(compareClaims(specimen), '  '),
    ];
  });
}

const TORCH: readonly TimedLine[] = [
  ['08:00', 'claim 6h listing'],
  ['08:00', 'B1 3 aaa alkaline on P M'],
  ['08:00', 'R1 4.7r on P A'],
  ['08:00', 'D1 led white rated 100ma on A M'],
  ['08:05', 'R1 0.42v live'],
];
const RUN: readonly TimedLine[] = [...TORCH, ['09:00', 'live'], ['09:00', 'runtime 12h'], ['09:01', 'lux 200 @ 1m']];

/** A torch on its cells, looked at by the hour: as far as it got. */
const RUNS: readonly (readonly [name: string, lines: readonly TimedLine[]])[] = [
  ['just begun', RUN],
  ['on its way', [...RUN, ['11:00', 'lux 160 @ 1m'], ['13:00', 'lux 130 @ 1m']]],
  ['at half its light', [...RUN, ['12:00', 'lux 140 @ 1m'], ['15:00', 'lux 104 @ 1m'], ['16:00', 'lux 92 @ 1m']]],
  ['out', [...RUN, ['12:00', 'lux 140 @ 1m'], ['15:30', 'runtime done']]],
  ['given up', [...RUN, ['12:00', 'lux 140 @ 1m'], ['12:30', 'runtime stopped: the room is wanted']]],
  ['far too short', [...RUN, ['09:40', 'lux 90 @ 1m'], ['10:00', 'lux 20 @ 1m'], ['10:10', 'runtime done']]],
];

export function runs(): readonly string[] {
  return RUNS.flatMap(([name, lines]) => {
    const analyses = new SpecimenAnalyses(replay(timedEntriesOf(...lines)));
    const reworked = new SpecimenAnalyses(
      replay(
        timedEntriesOf(
          ...TORCH,
          ['08:10', 'dead'],
          ['08:10', { kind: 'rework', title: '10 Ω for R1', changes: [{ move: 'replace-resistor', ref: 'R1', ohms: 10 }] }],
          ...lines.slice(TORCH.length),
        ),
      ),
    );
    return [`## ${name}`, ...figuresOf(compareClaims(analyses.specimen)), ...figuresOf(proofOf(reworked) ?? 'no proof')];
  });
}
