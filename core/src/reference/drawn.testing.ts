import { sayEvidence, sayFault } from '../diagnosis/index.ts';
import { seededRandom } from '../numeric/index.ts';
import {
  drawFault,
  drawFaulty,
  drawReadings,
  drawTruth,
  LOW_VOLT_GADGETS,
  MAINS_LAMPS,
  MARKED_GADGETS,
  playDiagnoses,
} from '../simulated/index.ts';
import { figuresOf } from './figures-of.testing.ts';

/** Far apart: the first draws of neighbours are alike. */
const SEEDS = [11, 90_001, 1_700_003, 24_000_007, 310_000_009, 2_000_000_011];

/** Simulated gadgets as they are, and what is drawn of each: how far it is from its markings, and what is wrong with it. */
export function drawnGadgets(): readonly string[] {
  const faulty = [...LOW_VOLT_GADGETS, ...MAINS_LAMPS];
  return [
    ...[...MARKED_GADGETS, ...faulty].flatMap(({ parts }, index) => [`## ${index + 1}`, ...figuresOf(parts)]),
    ...MARKED_GADGETS.flatMap((circuit, index) => [
      `## ${index + 1}, drawn`,
      ...SEEDS.flatMap((seed) => {
        const random = seededRandom(seed);
        const truth = drawTruth(circuit, random);
        const wrong = drawFault(circuit, truth, random);
        return [
          `${seed}: ${wrong.name}`,
          ...figuresOf(wrong.truth.parts, '  '),
          ...figuresOf(wrong.spoil(drawReadings(truth, circuit, random)), '  '),
        ];
      }),
    ]),
    ...faulty.flatMap((circuit, index) => [
      `## ${MARKED_GADGETS.length + index + 1}, broken`,
      ...SEEDS.flatMap((seed) => {
        const gadget = drawFaulty(circuit, seededRandom(seed));
        if (!gadget) return [`${seed}: nothing that shows`];
        const { fault, step, first } = gadget;
        const [ref = ''] = circuit.parts.filter(({ kind }) => kind === 'led').map((led) => led.ref);
        const tests = [
          ...gadget.test({ kind: 'seen', of: 'all' }),
          ...gadget.test({ kind: 'tapped' }),
          ...gadget.test({ kind: 'volts', across: ref, state: 'live' }),
          ...gadget.test({ kind: 'volts', across: ref, state: 'dead', atAmps: 5e-3 }),
        ];
        return [
          `${seed}: ${sayFault(circuit, fault)}`,
          ...figuresOf(step ?? 'no step', '  '),
          ...[...first, ...tests].map((evidence) => `  ${sayEvidence(evidence)}`),
        ];
      }),
    ]),
    '## played',
    ...figuresOf(playDiagnoses(LOW_VOLT_GADGETS, 6, 1)),
  ];
}
