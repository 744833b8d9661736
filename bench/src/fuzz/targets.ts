import {
  audit,
  auditDocument,
  benchContext,
  completeBenchLine,
  decodeMarking,
  estimate,
  netsDocument,
  parseBenchLine,
  parseCircuit,
  parseGoal,
  parseListing,
  parseLogged,
  parseReadings,
  parseTape,
  parseTrace,
  replay,
  searchWays,
} from '@mindful-probe/core';
import { changedJson, changedText, oneOf, type Random } from './random-input.ts';

/** Something that takes what it is given: it may refuse, and must neither throw nor hang nor answer NaN. */
export interface FuzzTarget {
  readonly name: string;
  make(random: Random): unknown;
  /** What it answers; may be a promise. */
  run(input: unknown): unknown;
}

const LINES = [
  'claim 5v body',
  'claim 100-240v 50/60hz 3w box',
  'claim cri 80 box',
  'claim water IP44 box',
  'in 4.93v 122ma',
  'in 230v 6.8w pf 0.52',
  'dead',
  'live',
  'step lens ring off, three clips',
  'mark red = +',
  'V1 5v usb',
  'V1 ac 230v 50hz on L N',
  'S1 switch on V1.+ C',
  'R1 mark 390 on C D',
  'R1 4k7 5% on A B',
  'R2 red red black gold on A B',
  'C1 0.47uF X2 on A B',
  'C2 10uF 400v',
  'D1 led white rated 30ma on D V1.-',
  'D1-D12 led white 48 series 2.95v @ 30ma on P M',
  'U1 sink ref 0.6v R2 R3 on K S',
  'U2 on 1 2 mark K7B sot23-5',
  'B1 3s1p 18650 2500mah 60mr',
  'B1 2 x cr2032',
  'Q1 npn on B C E',
  'R1 1.59v',
  'R1 38.9r dead',
  'D1 chip 3.1v 20ma',
  'V1.+ to S1.1 4mv',
  'C1 0.66uf',
  'Tcase 41c after 10min',
  'TR8 104c after 20min',
  'lux 840 @ 0.5m',
  'join R1.2 D1.+',
  'cut R1.1',
  'hold 1: 3 4 | 0.2r',
  'beeper 30r 0.3r',
  'correct R1 220r',
  'strike last',
  'goal D1 22ma',
  'note anything',
  '? 27r 0.62v',
  'flicker bands',
  'room 21c',
  'meter pocket',
  'pic',
  'smell none',
  'pads 12',
  'board A front',
  'R7 on 4 9',
];
const BOARD = replay([]);
const MARKS = [
  '390',
  '4K7J',
  'red red black gold',
  '104Z',
  'R22J',
  '220 25V',
  '2R2F',
  '5L0',
  '0.22uF 275~ X2',
  'SOT89-3',
  '1002',
  'brown black',
];
const LISTING =
  '9W LED bulb, 806 lm, 2700K, E27, 230V AC 50/60 Hz, CRI > 80, 15,000 hours, replaces 60W, IP44, beam 180°, 3 x AAA, dimmable, CE RoHS, $3.99';
const CSV = 'Scope,model\nTime [s],CH1 (V),CH2 / mA\n0,1.1,5\n0.001,1.2,6\n0.002,1.3,7\n';
const CIRCUIT = {
  format: 'mindful-probe.circuit',
  version: 1,
  parts: [
    { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 5 },
    { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 39, tolerance: 0.05, rated: { watts: 0.25 } },
    { ref: 'D1', kind: 'led', pins: ['a', 'm'], colour: 'white', body: '5mm', rated: { amps: 0.03 } },
    { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 1e-6 },
    { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'nimh', size: 'AA', series: 3 },
    { ref: 'U1', kind: 'sink', pins: ['p', 'm'], amps: 0.02, dropoutVolts: 0.5 },
  ],
};
const READINGS = {
  format: 'mindful-probe.readings',
  version: 1,
  readings: [
    { id: 'a', kind: 'volts', across: 'R1', value: 1.6, uncertainty: 0.02 },
    { id: 'b', kind: 'ohms', across: 'R1', value: 39, uncertainty: 0.4 },
    { id: 'c', kind: 'amps', through: 'D1', value: 0.04, uncertainty: 0.001 },
  ],
};
const TAPE = {
  format: 'mindful-probe.tape',
  version: 1,
  specimen: 'clip-1',
  entries: [
    { id: 'entry-01', at: '2026-03-07T10:00:00Z', kind: 'name', name: 'Clip' },
    { id: 'entry-02', at: '2026-03-07T10:00:00Z', kind: 'part', part: CIRCUIT.parts[0] },
    { id: 'entry-03', at: '2026-03-07T10:00:00Z', kind: 'part', part: CIRCUIT.parts[1] },
    {
      id: 'entry-04',
      at: '2026-03-07T10:00:00Z',
      kind: 'reading',
      place: { at: 'part', ref: 'R1' },
      figures: [{ unit: 'volts', value: 1.6, uncertainty: 0.02 }],
      condition: { state: 'live' },
    },
    { id: 'entry-05', at: '2026-03-07T10:00:00Z', kind: 'strike', entry: 'entry-04', reason: 'x' },
  ],
};
const TRACE = {
  format: 'mindful-probe.trace',
  version: 1,
  pads: ['1', '2', '3', '4'],
  parts: [{ ref: 'R1', kind: 'resistor', pads: ['1', '4'], ohms: 10 }],
  sweeps: [{ hold: '1', over: ['2', '3'], beeps: [{ pad: '2', ohms: 0.2 }] }],
};
const GOAL = {
  format: 'mindful-probe.goal',
  version: 1,
  led: 'D1',
  aim: 'chip-amps',
  value: 0.02,
  limits: { partShare: 0.6 },
  drawer: [{ kind: 'resistor', ohms: 33, count: 3 }],
};

/** Numbers of unknown documents that are too dear to solve are not what is tried here. */
const MOST_PARTS = 12;

export const CORE_TARGETS: readonly FuzzTarget[] = [
  {
    name: 'bench line',
    make: (random) => changedText(random, oneOf(random, LINES)),
    run: (line) => {
      const context = benchContext(BOARD, { marks: [], meters: [] });
      return [parseBenchLine(line as string, context), completeBenchLine(line as string, context)];
    },
  },
  { name: 'marking', make: (random) => changedText(random, oneOf(random, MARKS)), run: (text) => decodeMarking(text as string) },
  { name: 'listing', make: (random) => changedText(random, changedText(random, LISTING)), run: (text) => parseListing(text as string) },
  // A cell without a figure is NaN there, as documented.
  { name: 'logged CSV', make: (random) => changedText(random, changedText(random, CSV)), run: (text) => parseLogged(text as string).ok },
  {
    name: 'circuit',
    make: (random) => changedJson(random, CIRCUIT),
    run: (json) => {
      const parsed = parseCircuit(json);
      if (!parsed.ok || parsed.value.parts.length > MOST_PARTS) return parsed;
      const audited = audit(parsed.value);
      return audited.ok ? auditDocument(audited.value) : audited;
    },
  },
  {
    name: 'readings and estimate',
    make: (random) => [changedJson(random, CIRCUIT), changedJson(random, READINGS)],
    run: (input) => {
      const [circuit, readings] = input as [unknown, unknown];
      const [parts, taken] = [parseCircuit(circuit), parseReadings(readings)];
      return parts.ok && taken.ok && parts.value.parts.length <= MOST_PARTS ? estimate(parts.value, taken.value) : [parts, taken];
    },
  },
  {
    name: 'goal',
    make: (random) => [changedJson(random, CIRCUIT), changedJson(random, GOAL)],
    run: (input) => {
      const [circuit, goal] = input as [unknown, unknown];
      const parsed = parseCircuit(circuit);
      const wanted = parseGoal(goal);
      if (!parsed.ok || !wanted.ok || parsed.value.parts.length > MOST_PARTS) return [parsed, wanted];
      return searchWays(parsed.value, { ...wanted.value, ways: 1, moves: ['replace-resistor'] });
    },
  },
  {
    name: 'trace',
    make: (random) => changedJson(random, TRACE),
    run: (json) => {
      const parsed = parseTrace(json);
      return parsed.ok ? netsDocument(parsed.value) : parsed;
    },
  },
  {
    name: 'tape',
    make: (random) => changedJson(random, TAPE),
    run: (json) => {
      const parsed = parseTape(json);
      return parsed.ok ? replay(parsed.value.entries).circuit : parsed;
    },
  },
];
