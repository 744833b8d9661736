import { z } from 'zod';
import { readFigure } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { junctionLaw, TYPICAL_DIODES } from '../diode/junction.ts';
import { packageWatts } from '../packages.ts';
import { packageField, partBase, threePins } from '../part-base.ts';
import { semiconductorRatings } from '../rating.ts';
import { BOX } from '../symbol.ts';
import { channelLaw } from './law.ts';

const schema = z.strictObject({
  ...partBase,
  ...packageField,
  kind: z.literal('mosfet'),
  pins: threePins,
  polarity: z.enum(['n', 'p']),
  /** A positive magnitude for both polarities. */
  thresholdVolts: z.number().positive().max(100),
  /** A/V². */
  gain: z.number().positive().max(1e6),
  /** In the drain. */
  onOhms: z.number().min(0).max(1e6).optional(),
});

/** Of the smallest common package, W. */
const USUAL_WATTS = 0.3;

/** A square-law channel behind its drain resistance, and the body diode. */
export const mosfet: DeviceDefinition<'mosfet', typeof schema> = {
  kind: 'mosfet',
  name: 'MOSFET',
  pins: ['drain', 'gate', 'source'],
  polar: true,
  schema,
  expand: (part, build, surroundings) => {
    const sign = part.polarity === 'n' ? 1 : -1;
    if (surroundings.junctionFarads) for (const pin of [0, 2]) build.stray(1, pin, surroundings.junctionFarads);
    let drain = 0;
    if (part.onOhms) {
      drain = build.inner();
      build.resistance(0, drain, part.onOhms);
    }
    build.block([drain, 1, 2], channelLaw(sign, part.thresholdVolts, part.gain));
    const body = junctionLaw({ model: TYPICAL_DIODES.silicon }, surroundings);
    if (sign > 0) build.curve(2, 0, body);
    else build.curve(0, 2, body);
  },
  value: ({ polarity }) => `${polarity} channel`,
  symbol: BOX,
  typed: { words: ['mosfet', 'nmos', 'pmos'], telling: ['nmos', 'pmos'], example: 'Q1 nmos 1.2v 50mr @ 4.5v', lookedUp: true, read },
  across: [0, 2],
  toleranced: () => ({ field: 'thresholdVolts', usual: 0.4 }),
  // Of one type, sheets give a factor of two from least to most.
  learns: ({ gain, onOhms = 0 }) => [
    { field: 'gain', value: gain, uncertainty: 0.3 * gain },
    ...(onOhms > 0 ? [{ field: 'onOhms', value: onOhms, uncertainty: 0.2 * onOhms }] : []),
  ],
  ratings: (part) => semiconductorRatings(part, USUAL_WATTS),
  fails: [
    { how: 'short', weight: 0.6 },
    { how: 'open', weight: 0.4 },
  ],
};

/** Of a small one that a controller's pin switches, V; within the tolerance that a kind without a mark has. */
const USUAL_THRESHOLD_VOLTS = 1.2;
/** On-resistance of such a one, and the gate volts at which sheets state it. */
const [USUAL_ON_OHMS, USUAL_GATE_VOLTS] = [0.08, 4.5];
/** Of the stated on-resistance, what the channel is; the rest are leads and bond wires. */
const CHANNEL_SHARE = 0.8;

/** `nmos 1.2v 50mr @ 4.5v sot-23`: threshold, on-resistance and the gate volts that it holds at; what is left out is usual. */
function read(words: readonly string[]): TypedPart | string {
  const polarity = words.some((word) => /^pmos$/i.test(word)) ? 'p' : words.some((word) => /^nmos$/i.test(word)) ? 'n' : undefined;
  if (!polarity) return 'nmos or pmos?';
  const body = words.find((word) => packageWatts(word) !== undefined);
  const at = words.indexOf('@');
  const values: { volts?: number; ohms?: number; gate?: number } = {};
  for (const [index, word] of words.entries()) {
    if (/^[np]mos$/i.test(word) || word === body || word === '@') continue;
    const figure = readFigure(word);
    if (!figure) return `“${word}” says nothing of a MOSFET.`;
    if ('wrong' in figure) return figure.wrong;
    if (figure.unit === 'volts' && at !== -1 && index === at + 1) values.gate = figure.value;
    else if (figure.unit === 'volts') values.volts = figure.value;
    else if (figure.unit === 'ohms') values.ohms = figure.value;
    else return `${word} says nothing of a MOSFET: its threshold in volts, its on-resistance, as “nmos 1.2v 50mr @ 4.5v”.`;
  }
  const { volts = USUAL_THRESHOLD_VOLTS, ohms = USUAL_ON_OHMS, gate = USUAL_GATE_VOLTS } = values;
  if (!(gate > volts)) return `at ${gate} V on its gate it would not be on: its threshold is ${volts} V.`;
  // On: 1/(gain·(Vgs − Vt)) of the channel, and the rest in series.
  const gain = 1 / (CHANNEL_SHARE * ohms * (gate - volts));
  return {
    fields: {
      polarity,
      thresholdVolts: volts,
      gain,
      onOhms: (1 - CHANNEL_SHARE) * ohms,
      ...(body !== undefined && { body }),
    },
    ...((values.volts === undefined || values.ohms === undefined) && { why: 'what is not said is as usual of a small one' }),
  };
}
