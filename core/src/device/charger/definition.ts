import { z } from 'zod';
import { formatEngineering, readFigures } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { packageWatts } from '../packages.ts';
import { chipField, packageField, partBase, threePins } from '../part-base.ts';
import { semiconductorRatings } from '../rating.ts';
import { BOX } from '../symbol.ts';
import { chargerLaw } from './law.ts';

const schema = z.strictObject({
  ...partBase,
  ...packageField,
  ...chipField,
  kind: z.literal('charger'),
  pins: threePins,
  /** What it charges with until its end volts. */
  amps: z.number().positive().max(100),
  /** Where it holds its output, of the whole pack. */
  endVolts: z.number().positive().max(1000),
  /** What it needs over its output. */
  dropoutVolts: z.number().positive().max(100),
  /** Below this it stops. */
  endAmps: z.number().positive().max(100).optional(),
});

/** Linear chargers come in packages with a pad for their heat as a rule, W. */
const USUAL_WATTS = 1;
/** Of a single lithium cell (IEC 62133-2), V. */
const USUAL_END_VOLTS = 4.2;
/** By its pass transistor at full current, V. */
const USUAL_DROPOUT_VOLTS = 0.2;
/** The usual volts of the pin behind a programming resistor times its current mirror: amps = this / ohms. */
const USUAL_PROGRAM_VOLTS = 1000;
/** Of the current, ± at 95 %: sheets trim it to a tenth; that of a resistor alone rests on a usual mirror besides. */
const [AMPS_SHARE, PROGRAMMED_SHARE] = [0.1, 0.2];
/** The share of its current at which it stops, by most sheets. */
const END_SHARE = 0.1;

export type ChargerPart = z.infer<typeof schema>;

/** The current at which it calls the cell full, A. */
export function endAmpsOf({ amps, endAmps }: ChargerPart): number {
  return endAmps ?? END_SHARE * amps;
}

/** A linear charger: constant current, then constant volts. */
export const charger: DeviceDefinition<'charger', typeof schema> = {
  kind: 'charger',
  name: 'charger',
  pins: ['in', 'out', 'minus'],
  polar: true,
  schema,
  expand: (part, build) => build.block([0, 1, 2], chargerLaw(part)),
  value: ({ amps, endVolts }) => `${formatEngineering(amps, 'amps').text} to ${formatEngineering(endVolts, 'volts').text}`,
  symbol: BOX,
  typed: { words: ['charger'], example: 'U1 charger 300ma 4.2v on U P G', lookedUp: true, read },
  across: [0, 1],
  toleranced: () => ({ field: 'amps', usual: AMPS_SHARE }),
  controls: ({ amps }) => ({ field: 'amps', value: amps }),
  variesBy: { amps: 'amps', volts: 'endVolts' },
  ratings: (part) => semiconductorRatings(part, USUAL_WATTS),
  fails: [
    { how: 'open', weight: 0.8 },
    { how: 'short', weight: 0.4 },
  ],
};

/** `300ma 4.2v`, or `2k 4.2v` by its programming resistor; `8.4v` for two cells in series, a package. */
function read(words: readonly string[]): TypedPart | string {
  const bodies = words.filter((word) => packageWatts(word) !== undefined);
  const figures = readFigures(
    // “2k” is ohms and nothing else.
    words.filter((word) => !bodies.includes(word)).map((word) => (/^[\d.,]+k$/i.test(word) ? `${word}r` : word)),
    { amps: 'amps', volts: 'volts', ohms: 'ohms' },
  );
  if (typeof figures === 'string') return figures;
  const { amps, volts = USUAL_END_VOLTS, ohms } = figures;
  const set = amps ?? (ohms === undefined ? undefined : USUAL_PROGRAM_VOLTS / ohms);
  if (set === undefined) return 'the current that it charges with, or the resistor that sets it, as “charger 300ma 4.2v” or “charger 2k”.';
  return {
    fields: {
      amps: set,
      endVolts: volts,
      dropoutVolts: USUAL_DROPOUT_VOLTS,
      ...(bodies[0] !== undefined && { body: bodies[0] }),
      ...(amps === undefined && { tolerance: PROGRAMMED_SHARE }),
    },
    ...(amps === undefined && { why: `amps are usually ${USUAL_PROGRAM_VOLTS} ÷ the ohms of its resistor; its sheet or a reading tells` }),
  };
}
