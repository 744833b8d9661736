import { z } from 'zod';
import type { DeviceDefinition } from '../definition.ts';
import { junctionLaw, TYPICAL_DIODES } from '../diode/junction.ts';
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
  across: [0, 2],
  toleranced: () => ({ field: 'thresholdVolts', usual: 0.4 }),
  // Of one type, sheets give a factor of two from least to most.
  learns: ({ gain, onOhms = 0 }) => [
    { field: 'gain', value: gain, uncertainty: 0.3 * gain },
    ...(onOhms > 0 ? [{ field: 'onOhms', value: onOhms, uncertainty: 0.2 * onOhms }] : []),
  ],
  ratings: (part) => semiconductorRatings(part, USUAL_WATTS),
  fails: ['short', 'open'],
};
