import { parseCircuit, type Result } from '../circuit/index.ts';
import { parseEvidence } from '../diagnosis/index.ts';
import { parseReadings } from '../estimate/index.ts';
import { parseTape } from '../format/index.ts';
import { parseGoal } from '../rework/index.ts';
import { parseRounds } from '../rounds/index.ts';
import { parseTrueBench } from '../simulated/index.ts';
import { parseTrace } from '../trace/index.ts';

const circuit = {
  format: 'mindful-probe.circuit',
  version: 1,
  parts: [
    { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50, tolerance: 0.1 },
    { ref: 'F1', kind: 'fuse', pins: ['L', 'f'], rated: { amps: 0.5 } },
    { ref: 'R1', kind: 'resistor', pins: ['f', 'a'], ohms: 100, fusible: true, rated: { watts: 1, volts: 300 } },
    { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 330e-9, rated: { class: 'X2' } },
    { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
    { ref: 'D1', kind: 'led', pins: ['p', 'k'], series: 24, colour: 'white', body: '2835', rated: { amps: 0.03, celsius: 105 } },
    { ref: 'U1', kind: 'sink', pins: ['k', 'm'], amps: 0.02, dropoutVolts: 0.5 },
  ],
  construction: { case: 'metal', earthed: false, livePin: 'L', touchable: ['m'] },
};
const torch = {
  format: 'mindful-probe.circuit',
  version: 1,
  parts: [
    { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AA', series: 3 },
    { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 4.7 },
    { ref: 'D1', kind: 'led', pins: ['a', 'm'], parallel: 3 },
  ],
};

type Parse = (json: unknown) => Result<unknown>;

const DOCUMENTS: Readonly<Record<string, readonly [document: object, parse: Parse]>> = {
  circuit: [circuit, parseCircuit],
  readings: [
    {
      format: 'mindful-probe.readings',
      version: 1,
      readings: [
        { id: 'a', kind: 'volts', across: 'R1', value: 0.4, uncertainty: 0.01 },
        { id: 'b', kind: 'amps', through: 'V1', value: 0.08, uncertainty: 0.002, statistic: 'rms' },
        { id: 'a2', kind: 'ohms', across: 'R1', value: 4.7, uncertainty: 0.1 },
      ],
      want: { led: 'D1', figure: 'chip.amps.avg' },
    },
    parseReadings,
  ],
  evidence: [
    {
      format: 'mindful-probe.readings',
      version: 1,
      readings: [
        { kind: 'volts', across: 'R1', state: 'live', value: 0.4, uncertainty: 0.01 },
        { kind: 'lights', of: 'all', value: 'dim' },
        { kind: 'seen', of: 'D1', value: 'dark spot' },
      ],
    },
    (json) => {
      const parsed = parseCircuit(torch);
      return parsed.ok ? parseEvidence(json, parsed.value) : parsed;
    },
  ],
  goal: [
    {
      format: 'mindful-probe.goal',
      version: 1,
      aim: 'chip-amps',
      led: 'D1',
      value: 0.02,
      limits: { supplyWatts: 0.5, parts: 3, reversible: true },
      supply: { kind: 'dc', volts: 5 },
      moves: ['replace-resistor'],
      only: 'drawer',
      series: 'E12',
      ways: 4,
    },
    parseGoal,
  ],
  rounds: [
    {
      format: 'mindful-probe.rounds',
      version: 1,
      from: '2026-03-07T09:00:00Z',
      minutes: 120,
      hands: 1,
      instruments: { meter: 1 },
      tasks: [
        { id: 'soak', specimen: 'clip', minutes: 40, attended: false, value: 1 },
        { id: 'read', specimen: 'clip', minutes: 2, since: 'soak', earliest: 8, latest: 11, needs: ['meter'], value: 2 },
        { id: 'off', specimen: 'clip', minutes: 1, after: ['read'], value: 1 },
      ],
      held: [],
    },
    parseRounds,
  ],
  trace: [
    {
      format: 'mindful-probe.trace',
      version: 1,
      beepOhms: 30,
      leadOhms: 0.4,
      pads: ['1', '2', '3'],
      parts: [{ ref: 'R1', kind: 'resistor', pads: ['1', '2'], ohms: 10 }],
      sweeps: [{ hold: '1', over: ['2', '3'], beeps: [{ pad: '2', ohms: 10 }] }],
    },
    parseTrace,
  ],
  'true bench': [
    { format: 'mindful-probe.true-bench', version: 1, name: 'torch', circuit: torch, places: { board: ['p', 'm'] }, luxPerAmp: 900 },
    parseTrueBench,
  ],
  tape: [
    {
      format: 'mindful-probe.tape',
      version: 1,
      specimen: 'clip',
      entries: [
        { id: 'entry-01', at: '2026-03-07T09:00:00Z', kind: 'name', name: 'Clip' },
        { id: 'entry-02', at: '2026-03-07T09:01:00Z', kind: 'state', state: 'live' },
        {
          id: 'entry-03',
          at: '2026-03-07T09:02:00Z',
          kind: 'reading',
          place: { at: 'part', ref: 'R1' },
          figures: [{ unit: 'volts', value: 0.4, uncertainty: 0.01 }],
          condition: { state: 'live' },
        },
      ],
    },
    parseTape,
  ],
};

const WRONG: readonly unknown[] = [null, -1, 0, 'rubbish'];

type Path = readonly (string | number)[];

/** Every place in a document, the documents within it too. */
function placesIn(value: unknown, at: Path = []): readonly Path[] {
  if (typeof value !== 'object' || value === null) return [at];
  const entries = Array.isArray(value) ? value.map((one, index) => [index, one] as const) : Object.entries(value);
  return [...(at.length > 0 ? [at] : []), ...entries.flatMap(([key, one]) => placesIn(one, [...at, key]))];
}

function withValue(value: unknown, [key, ...rest]: Path, wrong: unknown): unknown {
  if (key === undefined) return wrong;
  const inner = withValue((value as Record<string | number, unknown>)[key], rest, wrong);
  if (Array.isArray(value)) return value.map((one, index) => (index === key ? inner : one));
  return { ...(value as object), [key]: inner };
}

const outcome = (result: Result<unknown>) => (result.ok ? 'taken' : `${result.error.code}: ${result.error.message}`);

/** What each format says of itself with one thing in it wrong. */
export function documents(): readonly string[] {
  return Object.entries(DOCUMENTS).flatMap(([name, [document, parse]]) => [
    `## ${name}`,
    `as it stands: ${outcome(parse(document))}`,
    ...[null, [], 'rubbish', { ...document, more: 1 }].map((wrong) => `${JSON.stringify(wrong).slice(0, 60)}: ${outcome(parse(wrong))}`),
    ...placesIn(document).flatMap((place) =>
      WRONG.map((wrong) => `${place.join('.')} ${JSON.stringify(wrong)}: ${outcome(parse(withValue(document, place, wrong)))}`),
    ),
  ]);
}
