import { z } from 'zod';
import { formatEngineering, readFigure, readFigures } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import type { OhmsOf } from '../law.ts';
import { packageWatts } from '../packages.ts';
import { chipField, packageField, partBase, refSchema, twoPins } from '../part-base.ts';
import { semiconductorRatings } from '../rating.ts';
import { CIRCLE, leads } from '../symbol.ts';
import { sinkLaw } from './law.ts';

const schema = z
  .strictObject({
    ...partBase,
    ...packageField,
    ...chipField,
    kind: z.literal('sink'),
    pins: twoPins,
    amps: z.number().positive().max(1e4).optional(),
    dropoutVolts: z.number().positive().max(1e3),
    /** A reference and a sense resistor make amps = referenceVolts / senseOhms. */
    referenceVolts: z.number().positive().max(100).optional(),
    senseOhms: z.number().positive().max(1e6).optional(),
    /** The resistors that sense, in parallel, in place of `senseOhms`; whether or not they lie in its path. */
    sense: z.array(refSchema).min(1).max(16).optional(),
  })
  .refine(
    ({ amps, referenceVolts, senseOhms, sense }) =>
      amps !== undefined || (referenceVolts !== undefined && (senseOhms !== undefined || sense !== undefined)),
    { message: 'needs amps, or referenceVolts and what senses: senseOhms, or refs in sense', path: ['amps'] },
  );

export type SinkPart = z.infer<typeof schema>;

/**
 * The current that it holds, A.
 *
 * @param ohmsOf of a resistor of its circuit, by ref
 */
export function sinkAmps({ amps, referenceVolts = Number.NaN, senseOhms, sense = [] }: SinkPart, ohmsOf?: OhmsOf): number {
  if (amps !== undefined) return amps;
  if (senseOhms !== undefined) return referenceVolts / senseOhms;
  return referenceVolts * sense.reduce((siemens, ref) => siemens + 1 / (ohmsOf?.(ref) ?? Number.NaN), 0);
}

/** A search may try less than none. */
const LEAST_AMPS = 1e-9;
/** Of the volts that it needs, one standard deviation: they grow with current and heat. */
const DROPOUT_SHARE = 0.25;

/** Linear drivers for lamps come in packages with a pad for their heat as a rule, W. */
const USUAL_WATTS = 1;

/** A linear constant-current regulator: a resistance below dropout, constant amps above, nothing in reverse. */
export const sink: DeviceDefinition<'sink', typeof schema> = {
  kind: 'sink',
  name: 'sink',
  pins: ['in', 'out'],
  polar: true,
  schema,
  expand: (part, build, { ohmsOf }) => build.curve(0, 1, sinkLaw(Math.max(LEAST_AMPS, sinkAmps(part, ohmsOf)), part.dropoutVolts)),
  value: (part) =>
    part.sense && part.amps === undefined
      ? `${formatEngineering(part.referenceVolts ?? Number.NaN, 'volts').text} over ${part.sense.join(', ')}`
      : formatEngineering(sinkAmps(part), 'amps').text,
  symbol: [leads(13), CIRCLE, { d: 'M0 -13V13', fill: 'none' }],
  typed: { letter: 'U', boardLetters: ['IC'], words: ['sink'], example: 'U1 sink 20ma 2v', lookedUp: true, read },
  // A typed current is a chip's typical one; references of cheap chips are trimmed to a few per cent.
  toleranced: ({ amps }) => (amps === undefined ? { field: 'referenceVolts', usual: 0.04 } : { field: 'amps', usual: 0.1 }),
  learns: ({ dropoutVolts }) => [{ field: 'dropoutVolts', value: dropoutVolts, uncertainty: DROPOUT_SHARE * dropoutVolts }],
  controls: ({ amps }) => (amps === undefined ? undefined : { field: 'amps', value: amps }),
  variesBy: { amps: 'amps' },
  dependsOn: ({ amps, senseOhms, sense = [] }) => (amps === undefined && senseOhms === undefined ? sense : []),
  ratings: (part) => semiconductorRatings(part, USUAL_WATTS),
  inString: true,
  fails: [
    { how: 'open', weight: 0.8 },
    { how: 'short', weight: 0.4 },
  ],
};

/** What such a chip needs over it where nobody said, V: between a small one's 0.3 and a lamp driver's 3. */
const USUAL_DROPOUT_VOLTS = 1;

/** `20ma 2v`, or `ref 0.6v R2 R3 2v`: the resistors that sense, in parallel; a package, a tolerance. */
function read(words: readonly string[]): TypedPart | string {
  const bodies = words.filter((word) => packageWatts(word) !== undefined);
  const at = words.findIndex((word) => word.toLowerCase() === 'ref');
  const reference = at === -1 ? undefined : words[at + 1];
  const refs = at === -1 ? [] : words.filter((word) => /^R\d{1,4}$/i.test(word)).map((word) => word.toUpperCase());
  const others = words.filter(
    (word, index) => !bodies.includes(word) && (at === -1 || (index !== at && index !== at + 1 && !/^R\d{1,4}$/i.test(word))),
  );
  const figures = readFigures(others, { amps: 'amps', volts: 'volts' });
  if (typeof figures === 'string') return figures;
  const { amps, volts } = figures;
  const common = {
    ...(bodies[0] !== undefined && { body: bodies[0] }),
  };
  if (at !== -1) {
    const parsed = readFigure(reference ?? '');
    if (!parsed || 'wrong' in parsed || parsed.unit !== 'volts') return 'its reference and what senses, as “ref 0.6v R2 R3”.';
    if (refs.length === 0) return `which resistors sense? As “ref ${reference} R2 R3”.`;
    return { fields: { referenceVolts: parsed.value, sense: refs, dropoutVolts: volts ?? USUAL_DROPOUT_VOLTS, ...common } };
  }
  if (amps === undefined || volts === undefined)
    return 'its amps and the volts that it needs over it, as “20ma 2v”; or what sets it, as “ref 0.6v R2 R3”.';
  return { fields: { amps, dropoutVolts: volts, ...common } };
}
