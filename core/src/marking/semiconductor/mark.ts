import { z } from 'zod';
import { joinedProblem } from './chip.ts';

const words = (most: number) => z.string().trim().min(1).max(most);

/** What a mark on a small semiconductor stands for, as somebody found out and wrote down. */
export const semiconductorMarkSchema = z
  .strictObject({
    /** As it is printed on the part. */
    mark: words(24),
    /** The body it is printed on: the same mark means another thing on another. */
    package: words(24).optional(),
    /** What it is, in words. */
    what: words(120),
    /** How the bench line would enter it, where that can be said: `zener 5v1`, `npn 200`, `sink 20ma 2v`. */
    enters: words(60).optional(),
    /** Names of its pins from 1 on: `gate, source, drain`. */
    pins: words(120).optional(),
    /** Which of them are the pins of its kind, in the kind's order: `led, sense` of a sink; also what lies behind a part around it. */
    joins: words(120).optional(),
    /** Between which two of them lies what sets its current, at the reference volts: `sense-ground`. */
    setBy: words(60).optional(),
    /** What usually stands around it: `C 1u supply-ground; L 22uH supply-switch; D schottky switch-output`. */
    around: words(300).optional(),
    /** What it is usually built into. */
    arrangement: words(60).optional(),
    referenceVolts: z.number().positive().max(1e4).optional(),
    limits: words(120).optional(),
    note: words(300).optional(),
    /** Where that was learnt. */
    source: words(120).optional(),
  })
  .superRefine((mark, context) => {
    const problem = joinedProblem(mark);
    if (problem) context.addIssue({ code: 'custom', path: [problem.field], message: problem.message });
  });
export type SemiconductorMark = z.infer<typeof semiconductorMarkSchema>;

/** Two entries of the table speak of the same thing when mark and package are the same, whatever the capitals. */
export function markKey({ mark, package: body = '' }: Pick<SemiconductorMark, 'mark' | 'package'>): string {
  return `${mark.trim()} ${body.trim()}`.trim().toUpperCase();
}

/** Classes only, and chips made up for the demo: what everybody may start with. */
export const GENERIC_MARKS: readonly SemiconductorMark[] = [
  {
    mark: 'T4',
    package: 'sod-323',
    what: 'small silicon diode, fast',
    enters: 'diode',
    pins: 'anode, cathode',
    limits: '75 V, 150 mA',
    source: 'class',
  },
  {
    mark: 'S4',
    package: 'sma',
    what: 'Schottky diode, 40 V 1 A',
    enters: 'diode schottky',
    pins: 'anode, cathode',
    limits: '40 V, 1 A',
    source: 'class',
  },
  {
    mark: 'Z51',
    package: 'sod-123',
    what: 'zener diode, 5.1 V',
    enters: 'zener 5v1',
    pins: 'anode, cathode',
    limits: '0.5 W',
    source: 'class',
  },
  {
    mark: 'Z12',
    package: 'sod-123',
    what: 'zener diode, 12 V',
    enters: 'zener 12v',
    pins: 'anode, cathode',
    limits: '0.5 W',
    source: 'class',
  },
  {
    mark: 'N1',
    package: 'sot-23',
    what: 'npn transistor, general',
    enters: 'npn 200',
    pins: 'base, emitter, collector',
    limits: '40 V, 200 mA',
    source: 'class',
  },
  {
    mark: 'P1',
    package: 'sot-23',
    what: 'pnp transistor, general',
    enters: 'pnp 200',
    pins: 'base, emitter, collector',
    limits: '40 V, 200 mA',
    source: 'class',
  },
  {
    mark: 'M2',
    package: 'sot-23',
    what: 'n-channel MOSFET, logic level',
    enters: 'nmos 0.9v 60mr @ 4.5v',
    pins: 'gate, source, drain',
    limits: '20 V, 2 A',
    source: 'class',
  },
  {
    mark: 'M3',
    package: 'sot-23',
    what: 'p-channel MOSFET, logic level',
    enters: 'pmos 0.9v 100mr @ 4.5v',
    pins: 'gate, source, drain',
    limits: '20 V, 2 A',
    source: 'class',
  },
  {
    mark: 'LK20',
    package: 'sot-89',
    what: 'linear constant-current sink',
    enters: 'sink 2v',
    pins: 'led, ground, sense',
    joins: 'led, sense',
    setBy: 'sense-ground',
    around: 'R 30r sense-ground',
    arrangement: 'linear sink',
    referenceVolts: 0.6,
    limits: '500 V',
    source: 'invented for the demo',
  },
  {
    mark: 'K7B',
    package: 'sot23-5',
    what: 'step-up LED driver',
    enters: 'boost 18v 82% in 0.9v-5.5v',
    pins: 'switch, ground, feedback, enable, supply',
    joins: 'supply, ground, output, ground',
    setBy: 'feedback-ground',
    around: 'L 22uH supply-switch; D schottky switch-output; C 10u output-ground; C 10u supply-ground; R 4r7 feedback-ground',
    arrangement: 'step-up',
    referenceVolts: 0.095,
    limits: '5.5 V in',
    source: 'invented for the demo',
  },
];
