import { causesOf, faultEvidence, SpecimenAnalyses } from '../appraisal/index.ts';
import { specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import { aftermathOf, diagnose, FaultBench, lineOfTest, sayConclusion, sayFound, sayTest } from '../diagnosis/index.ts';
import { figuresOf, plainNumber } from './figures-of.testing.ts';

/** A gadget and, one at a time, what was read or seen of it. */
interface Broken {
  readonly name: string;
  readonly lines: readonly TestLine[];
  readonly each: readonly (readonly TestLine[])[];
}

/** Each list of readings has one thing in it that is not as it was entered: a slip, a lead, a part, a cell. */
const READ_WRONG: readonly Broken[] = [
  {
    name: 'three LEDs in parallel behind a resistor',
    lines: ['V1 usb 5v on A G', 'R1 mark 390 on A B', 'D1 led white 5mm 3 parallel on B G', 'dead'],
    each: [
      ['R1 39.1r', 'live', 'in 5.02v 49.8ma', 'R1 19.5v', 'D1 3.08v'],
      ['R1 39.1r', 'live', 'in 5.02v 49.8ma', 'R1 195mv', 'D1 3.08v'],
      ['R1 39.1r', 'live', 'in 5.02v 49.8ma', 'R1 -1.95v', 'D1 3.08v'],
      ['R1 39.1r', 'live', 'in 5.02v 49.8ua', 'R1 1.95v', 'D1 3.08v'],
      ['R1 391r', 'live', 'in 5.02v 49.8ma', 'R1 1.95v', 'D1 3.08v'],
      ['live', 'in 5.02v 5.2ma', 'R1 1.95v', 'D1 3.07v'],
      ['R1 39.1r', 'live', 'in 5.02v 41ma', 'R1 1.61v', 'D1 3.01v'],
      ['R1 39.1r', 'live', 'in 5.02v 62ma', 'R1 2.4v', 'D1 2.6v'],
      ['R1 39.1r', 'live', 'in 5.02v 0.1ma', 'R1 4mv', 'D1 5.01v'],
    ],
  },
  {
    name: 'a torch',
    lines: ['B1 3 aaa alkaline on P M', 'S1 switch on P A', 'R1 4.7r on A B', 'D1 led white 3535 rated 350ma on B M', 'dead', 'R1 4.7r'],
    each: [
      ['B1 4.62v open', 'live', 'R1 0.35v', 'D1 2.78v', 'in 3.2v 75ma'],
      ['B1 3.1v open', 'live', 'R1 0.2v', 'D1 2.72v'],
      ['B1 3.95v open', 'live', 'R1 0.62v', 'D1 2.9v', 'in 3.6v 131ma'],
      ['B1 4.62v open', 'live', 'S1 0.41v', 'R1 0.6v', 'in 4.1v 128ma'],
      ['B1 4.62v open', 'live', 'R1 0.9v', 'D1 1.5v'],
      ['B1 1.55v open', 'live', 'in 1.5v 0ma'],
    ],
  },
  {
    name: 'a dropper on mains',
    lines: [
      'V1 ac 230v 50hz on L N',
      'R1 100r on L A',
      'C1 330n X2 on A B',
      'B1 bridge on B N P M',
      'C2 10uf 100v on P M',
      'D1 led white 18 series on P M',
    ],
    each: [
      ['in 231v 22.8ma 1.4w', 'D1 26v'],
      ['in 231v 11ma 0.62w', 'D1 52v'],
      ['in 231v 22.8ma 13w', 'D1 54v'],
    ],
  },
  {
    name: 'a current sink',
    lines: ['V1 adapter 12v 1a on P M', 'D1 led white 3 series on P S', 'U1 sink ref 0.2v R1 on S Q', 'R1 5.1r on Q M', 'dead', 'R1 5.1r'],
    each: [
      ['live', 'R1 0.31v', 'in 12.1v 61ma'],
      ['live', 'R1 0.2v', 'in 12.1v 13ma'],
      ['live', 'R1 2.0v', 'in 12.1v 39ma'],
    ],
  },
  {
    name: 'a lamp whose joins are doubtful',
    lines: ['V1 adapter 12v 1a on P M', 'R1 220r on P A', 'R2 220r on A B', 'D1 led white series 3 on B M'],
    each: [['in 12.1v 13.2ma', 'R1 2.9v'], ['in 12.1v 0.1ma']],
  },
];

/** Causes that come first: the rest are of the same sorts. */
const KEPT = 3;

export function readWrong(): readonly string[] {
  return READ_WRONG.flatMap(({ name, lines, each }) => [
    `## ${name}`,
    ...each.flatMap((readings) => {
      const { found } = new SpecimenAnalyses(specimenOf(...lines, ...readings));
      return [
        readings.join(', '),
        ...causesOf(found)
          .slice(0, KEPT)
          .flatMap((cause) => figuresOf(cause, '  ')),
      ];
    }),
  ]);
}

const DEAD: readonly Broken[] = [
  {
    name: 'a string on 12 V',
    lines: ['V1 adapter 12v 1a on P M', 'R1 47r 0.5w on P A', 'D1-D3 led white 5050 series on A M'],
    each: [
      ['it does not light'],
      ['it is dim'],
      ['it flickers'],
      ['it goes out when warm'],
      ['it does not light', 'it comes back when tapped'],
      ['it does not light', 'D2 dark spot'],
      ['it does not light', 'in 12.1v 0ma', 'dead', 'R1 47.2r'],
      ['it does not light', 'dead', 'D1 light', 'D3 dark'],
    ],
  },
  {
    name: 'a torch with a boost converter',
    lines: ['B1 aa alkaline on P M', 'S1 switch on P A', 'U1 boost 3.3v limit 20ma 80% on A M O M', 'D1 led white 5mm on O M'],
    each: [
      ['it does not light'],
      ['it is dim', 'B1 1.1v open'],
      ['it flickers', 'S1 burnt'],
      ['it does not light', 'B1 1.52v open', 'dead', 'S1 0.2r'],
    ],
  },
  {
    name: 'a dropper on mains',
    lines: [
      'V1 ac 230v 50hz on L N',
      'F1 fuse 500ma on L F',
      'R1 100r 1w fusible on F A',
      'C1 330n X2 on A B',
      'R3 470k on A B',
      'B1 bridge on B N P M',
      'C2 10uf 100v on P M',
      'D1-D4 led white 2835 16 series on P M',
    ],
    each: [
      ['it does not light'],
      ['it is dim'],
      ['it flickers', 'it hums'],
      ['it is dim', 'it was used 5 years 6 h a day', 'C2 bulged'],
      ['it does not light', 'in 231v 0ma 0w', 'dead', 'F1 0.4r'],
      ['it does not light', 'in 231v 22ma 0.1w'],
    ],
  },
];

const TESTS_KEPT = 3;

export function dead(): readonly string[] {
  return DEAD.flatMap(({ name, lines, each }) => [
    `## ${name}`,
    ...each.flatMap((seen) => {
      const faults = faultEvidence(new SpecimenAnalyses(specimenOf(...lines, ...seen)).found);
      if (!faults) return [seen.join(', '), '  nothing to go by'];
      const { circuit, evidence } = faults;
      const diagnosed = diagnose(
        circuit,
        evidence.map(({ what }) => what),
      );
      if (!diagnosed.ok) return [seen.join(', '), ...figuresOf(diagnosed.error, '  ')];
      const bench = FaultBench.of(circuit);
      const { conclusion, faults: found, intact, next, unknown } = diagnosed.value;
      return [
        seen.join(', '),
        `  ${sayConclusion(circuit, conclusion, found[0])} intact ${plainNumber(intact)}, unknown ${plainNumber(unknown)}`,
        ...found.slice(0, KEPT).flatMap((one) => [`  ${sayFound(circuit, one)}: ${plainNumber(one.probability)}`]),
        ...next
          .slice(0, TESTS_KEPT)
          .flatMap(({ test, ...more }) => [`  ${lineOfTest(test)}: ${sayTest(circuit, test)}`, ...figuresOf(more, '    ')]),
        ...(bench ? figuresOf(aftermathOf(bench, diagnosed.value, []), '  ') : []),
      ];
    }),
  ]);
}
