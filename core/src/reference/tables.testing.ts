import { z } from 'zod';
import { SpecimenAnalyses } from '../appraisal/index.ts';
import { ARRANGEMENT_CODES, usualCircuit } from '../arrangement/index.ts';
import { outcomeOf, specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import { parseListing } from '../claim/index.ts';
import { compare, comparisonCsv, comparisonDocument } from '../compare/index.ts';
import { driveDetails } from '../details/index.ts';
import { CHEMISTRIES, deviceOf, PART_KINDS, typicalCell } from '../device/index.ts';
import { lookProbability, SIGNS, signProbability, surgeOf } from '../diagnosis/index.ts';
import { wavesSvg } from '../draw/index.ts';
import { dueItemsOf, planDay } from '../due/index.ts';
import * as core from '../index.ts';
import { decodeMarking } from '../marking/index.ts';
import { GENERIC_METERS } from '../meter/index.ts';
import {
  type Feed,
  fedAlone,
  fedCircuit,
  parseTrueBench,
  probesAt,
  trueAmps,
  trueCelsius,
  trueInLine,
  trueLux,
  trueOhms,
  trueVolts,
  trueWaveform,
} from '../simulated/index.ts';
import { ask } from '../slide-rules/index.ts';
import { solve } from '../solve/index.ts';
import { judge } from '../verdict/index.ts';
import { drawn } from './account.testing.ts';
import { bandCounts } from './bands.testing.ts';
import { dead, readWrong } from './broken.testing.ts';
import { claimed, runs } from './claims.testing.ts';
import { days } from './days.testing.ts';
import { documents } from './documents.testing.ts';
import { drawer } from './drawer.testing.ts';
import { drawings } from './drawings.testing.ts';
import { drawnGadgets } from './drawn.testing.ts';
import { figuresOf } from './figures-of.testing.ts';
import { findings } from './findings.testing.ts';
import { REFERENCE_GADGETS } from './gadgets.testing.ts';
import { heat } from './heat.testing.ts';
import { logged } from './logged.testing.ts';
import { TYPED_LINES } from './typed-lines.testing.ts';

const NOW = '2026-03-07T12:00:00Z';

/** Lines of text by their name. */
export type ReferenceTable = readonly [name: string, lines: () => readonly string[]];

const one = (title: string, value: unknown): readonly string[] => [title, ...figuresOf(value, '  ')];

const gadget = (id: string): readonly TestLine[] => REFERENCE_GADGETS.find((candidate) => candidate.id === id)?.lines ?? [];

function typedLines(): readonly string[] {
  return TYPED_LINES.flatMap(({ after, before, lines }) => [
    `## After ${after}`,
    ...lines.flatMap((line) => one(line, outcomeOf(line, ...before))),
  ]);
}

const QUESTIONS = [
  '12v 3 led 3.1v 15ma',
  '5v 2 led 3.1v 15ma',
  '27r 0.62v',
  '27r 20ma',
  '5v 100ma',
  'pair 60r from 33r 47r 68r 100r',
  'pair 23r',
  'dropper 230v 50hz 15ma 60v',
  'dropper 120v 60hz 15ma 200v',
  'mains 230v 8ma 60v',
  'flicker 100hz',
  'flicker 400hz',
  'flicker 20hz',
  'throw 840lux 2m',
  'beam 300lux 180lux 20deg 1m',
  'wall 840lux 2m 10m 12deg',
  'base 3v 100ma gain 150',
  'base 5v 20ma',
  'lead 0.9a 12m 0.021r',
  'lead 0.9a',
  'runtime 3 aa alkaline 20ma',
  'runtime 18650 300ma',
  'runtime cr2032 5ma',
  'pack 3s2p 18650 2a',
  'pack 2s aa nimh 1a',
  'store 1F 5v 2v 20ma',
  'store 1F 2v 5v 20ma',
  'strip 24v 25 x 8 led 2.75v 470r 12m 0.21r',
  'flasher 3v 47k 10uf',
  'multiplex 3 wires 1ma',
  'pulse 90ma 25%',
  'moonshine 3v',
  '5v',
  'beam 300lux 180lux 90deg 1m',
  'beam 300lux 300lux 20deg',
  'pair 60r from 33r',
  'lead 0.9a 12m',
  'strip 24v 5 x 4 led 5m 0.1r',
  'base 0.6v 20ma',
  'runtime 3 aa alkaline',
  'pack 3s2p aa',
  'dropper 230v 15ma 400v',
  'flicker 90hz',
  'flicker 3000hz',
  '5v 5x',
];

function questions(): readonly string[] {
  return QUESTIONS.flatMap((question) => one(question, ask(question.split(' '))));
}

const MARKINGS = [
  '100',
  '104',
  '105K',
  '1R0',
  'R100',
  '4R7',
  '8R2',
  '01C',
  '68B',
  '10Z',
  '10Y',
  '10R',
  '10X',
  '10S',
  '10A',
  '10H',
  '10D',
  '10E',
  '10F',
  '1002',
  '473',
  '0',
  '000',
  'J63',
  '2A104J',
  '474K 275V',
  '825',
  '2835',
  '0603',
  '1206',
  '5mm',
  'SOT-23',
  'brown black brown gold',
  'brown black black red brown',
  'red red silver gold',
  'black',
  'orange orange orange',
  'grey red gold silver',
  'brown green silver gold',
  'blue grey green gold',
  'violet green blue gold',
  'brown black green silver',
  'yellow violet yellow gold',
  'brown yellow black gold',
  'gold red violet yellow',
  'orange white black black violet',
  'white violet grey orange blue',
  'red blue brown brown green',
  'brown black black brown brown red',
  'yellow violet black silver brown orange',
  'white brown',
  'R',
  'N47',
  '470 uH',
  '2,2mH',
  '3R3M',
  '331K',
  '220uF 25V',
  '220 25V',
  '.47K275V~',
  '0.1uF X2',
  '3A472K Y1',
  '22p',
  '5p6',
  '1H101',
  '2J104',
  '1K100',
  'CL21 224J',
  '100uH',
  '105J',
  '106V',
  '226E',
  '107A',
  '475T',
  '984G',
  '994J',
  '104T',
  '2E225',
  '10 16V',
  'CBB22 105J 400V',
  'MKP-X2 0.1 275V',
  '4n7',
  'rubbish',
  '',
];

function markings(): readonly string[] {
  return MARKINGS.flatMap((marking) => one(marking, decodeMarking(marking)));
}

/** How often each fault of a lamp on mains shows each sign, and what a loose contact of it does. */
function signs(): readonly string[] {
  const { circuit } = specimenOf(
    'V1 ac 230v 50hz on L N',
    'S1 switch on L S',
    'F1 fuse 500ma on S F',
    'R2 varistor 470v on F N',
    'R1 100r 1w on F A',
    'C1 330n X2 on A B',
    'B1 bridge on B N P M',
    'C2 10uf 100v on P M',
    'D1 led white 18 series rated 30ma on P Q',
    'U1 sink 20ma 2v on Q M',
  );
  const table = circuit.parts.flatMap(({ ref, kind }) =>
    (['open', 'short', 'drift', 'joint'] as const).map((fault) => {
      const here = { ref, part: ref, fault, weight: 1, steps: [] };
      const shown = SIGNS.map((sign) => `${sign} ${signProbability(circuit, here, sign)}`);
      return `${kind} ${fault}: ${shown.join('; ')}; any mark ${Number(lookProbability(circuit, here).toFixed(4))}`;
    }),
  );
  const settled = solve(circuit);
  const surge = settled.ok ? surgeOf(circuit, settled.value) : settled;
  return [...table, ...one('A loose contact of it', surge)];
}

function compared(): readonly string[] {
  return [
    ...comparisonOf('book-clip-after', 'mirror-bar', 'head-torch', 'path-marker', 'crank-light'),
    ...comparisonOf('camp-lantern-reworked', 'stair-torch', 'long-lead-strip', 'hall-lamp-dark'),
  ];
}

function comparisonOf(...ids: readonly string[]): readonly string[] {
  const states = ids.flatMap((id) => {
    const analyses = new SpecimenAnalyses(specimenOf(...gadget(id)));
    return [{ id, analysis: analyses.found }, ...(analyses.last === analyses.found ? [] : [{ id, analysis: analyses.last }])];
  });
  const comparison = compare(states);
  if (!comparison.ok) return figuresOf(comparison.error);
  return [...figuresOf(comparisonDocument(comparison.value)), ...comparisonCsv(comparison.value).split('\n')];
}

const LISTING = `Super bright torch, 3000 lumens, 20W LED, USB rechargeable 18650 battery 9900mAh
Waterproof IPX8! Beam distance 500 m. Runtime up to 12 hours. CE RoHS. 6500K cool white, CRI>80
Input 5V 2A. Replaces 100 W bulb. Life 50,000 h. Size 15 cm x 4 cm`;

/** A lamp and a torch as they truly are, on simulated instruments. */
function measured(): readonly string[] {
  const bench = (name: string, parts: readonly object[], more: object = {}) => {
    const parsed = parseTrueBench({
      format: 'mindful-probe.true-bench',
      version: 1,
      name,
      circuit: { format: 'mindful-probe.circuit', version: 1, parts },
      ...more,
    });
    if (!parsed.ok) throw new Error(parsed.error.message);
    return parsed.value;
  };
  const benches = [
    bench(
      'torch',
      [
        { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AAA', series: 3 },
        { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 4.9 },
        { ref: 'D1', kind: 'led', pins: ['a', 'm'], parallel: 3 },
      ],
      { places: { board: ['p', 'm'] }, surfaces: { case: { kelvinPerWatt: 20, seconds: 300 } }, luxPerAmp: 900 },
    ),
    bench('lamp', [
      { ref: 'V1', kind: 'ac', pins: ['l', 'n'], voltsRms: 232, hertz: 50 },
      { ref: 'R1', kind: 'resistor', pins: ['l', 'a'], ohms: 98 },
      { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 320e-9 },
      { ref: 'B1', kind: 'bridge', pins: ['b', 'n', 'p', 'm'] },
      { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 9e-6 },
      { ref: 'R2', kind: 'resistor', pins: ['p', 'm'], ohms: 470e3 },
      { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 18 },
    ]),
  ];
  const feeds: readonly Feed[] = [
    { kind: 'off' },
    { kind: 'own' },
    { kind: 'bench-supply', volts: 4, limitAmps: 1 },
    { kind: 'bench-supply', volts: 5, limitAmps: 0.02 },
  ];
  return benches.flatMap((it) => [
    it.name,
    ...['R1', 'D1', 'board'].flatMap((place) => {
      const probes = probesAt(it, [place]);
      if (!probes.ok) return one(place, probes.error);
      return [
        ...one(`${place} dead`, trueOhms(it.circuit, probes.value)),
        ...one(`${place} lit alone`, fedAlone(it, probes.value, { kind: 'bench-supply', volts: 3.2, limitAmps: 0.01 })),
      ];
    }),
    ...feeds.flatMap((feed) => {
      const fed = fedCircuit(it, feed);
      if (!fed.ok || !fed.value) return one(feed.kind, fed);
      const { circuit, delivered } = fed.value;
      const probes = probesAt(it, ['R1']);
      return [
        ...one(`${feed.kind} ${'volts' in feed ? feed.volts : ''}`, delivered ?? 'own'),
        ...GENERIC_METERS.slice(0, 3).flatMap((meter) => [
          meter.name,
          ...one('  in line', trueInLine(it, circuit, meter)),
          ...(['avg', 'rms'] as const).flatMap((statistic) => [
            ...(probes.ok ? one(`  R1 ${statistic}`, trueVolts(circuit, probes.value, statistic, meter)) : []),
            ...one(`  through R1 ${statistic}`, trueAmps(circuit, 'R1', statistic, meter)),
          ]),
        ]),
        ...one('case after 5 min', trueCelsius(it, circuit, 'case', 300)),
        ...one('attic', trueCelsius(it, circuit, 'attic', 300)),
        ...one('lux at 2 m', trueLux(it, circuit, 2)),
        ...(probes.ok ? one('wave over R1', trueWaveform(circuit, probes.value, 9)) : []),
      ];
    }),
  ]);
}

function day(): readonly string[] {
  const specimens = ['book-clip-after', 'path-marker', 'stair-torch', 'kitchen-spot', 'mirror-bar'].map((id) => {
    const analyses = new SpecimenAnalyses(specimenOf(...gadget(id)));
    return { id, name: id, items: dueItemsOf(analyses, judge(analyses.last)?.discharges ?? []) };
  });
  const settings = {
    minutes: 180,
    hands: 1,
    instruments: { meter: 1, supply: 1, thermometer: 1 },
    busy: [{ id: 'tea', text: 'Tea', from: '2026-03-07T12:30:00Z', until: '2026-03-07T12:50:00Z' }],
  };
  return figuresOf(planDay(specimens, settings, NOW));
}

function waves(): readonly string[] {
  return ['mirror-bar', 'tree-ornament'].flatMap((id) => {
    const details = driveDetails(new SpecimenAnalyses(specimenOf(...gadget(id))).found);
    return details.ok ? [id, ...drawn(wavesSvg(details.value.waves, id)).map((line) => line.slice(0, 400))] : [];
  });
}

/** Of a zod schema nothing is worth a line; of a definition all that is no function. */
const isData = (value: unknown) =>
  typeof value !== 'function' && !(typeof value === 'object' && value !== null && ('parse' in value || value instanceof RegExp));

/** Every table and default that the core hands out, and what each kind of part says of itself. */
function defaults(): readonly string[] {
  const tables = Object.entries(core).filter(([, value]) => isData(value));
  const kinds = PART_KINDS.map((kind) => [kind, Object.fromEntries(Object.entries(deviceOf(kind)).filter(([, value]) => isData(value)))]);
  const charges = [1, 0.75, 0.5, 0.25, 0.1, 0];
  const cells = CHEMISTRIES.map((chemistry) => [chemistry, charges.map((charge) => typicalCell(chemistry, undefined, charge))]);
  return [
    ...tables.flatMap(([name, value]) => one(name, value)),
    ...kinds.flatMap(([kind, value]) => one(`kind ${kind}`, value)),
    ...cells.flatMap(([chemistry, value]) => one(`cell ${chemistry}`, value)),
    ...ARRANGEMENT_CODES.flatMap((code) => one(`usual ${code}`, usualCircuit(code))),
  ];
}

/** Of longer ones the open formats hold what matters: docs/formats. */
const SHORT_SCHEMA = 6000;

/** What is taken by the schemas that are no open format: requests to instruments, meters, marks. */
function schemas(): readonly string[] {
  return Object.entries(core).flatMap(([name, value]) => {
    if (!(value instanceof z.ZodType)) return [];
    const schema = z.toJSONSchema(value, { unrepresentable: 'any', io: 'input' });
    return JSON.stringify(schema).length < SHORT_SCHEMA ? one(name, schema) : [];
  });
}

export const REFERENCE_TABLES: readonly ReferenceTable[] = [
  ['typed-lines', typedLines],
  ['questions', questions],
  ['markings', markings],
  ['bands', bandCounts],
  ['signs', signs],
  ['findings', findings],
  ['read-wrong', readWrong],
  ['dead', dead],
  ['drawings', drawings],
  ['drawer', drawer],
  ['documents', documents],
  ['compared', compared],
  ['claimed', claimed],
  ['runs', runs],
  ['drawn-gadgets', drawnGadgets],
  ['listing', () => figuresOf(parseListing(LISTING))],
  ['measured', measured],
  ['logged', logged],
  ['day', day],
  ['days', days],
  ['waves', waves],
  ['heat', heat],
  ['defaults', defaults],
  ['schemas', schemas],
];
