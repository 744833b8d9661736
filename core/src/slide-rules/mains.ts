import { nearestPreferred } from '../quantity/index.ts';
import { type SlideRule, say } from './slide-rule.ts';

/** Two diodes of a bridge, V; what may be touched a second after unplugging (IEC 60335-1), V. */
const [BRIDGE_VOLTS, SAFE_VOLTS] = [1.5, 34];

export const dropper: SlideRule = {
  word: 'dropper',
  title: 'Capacitor as a dropper on mains',
  example: 'dropper 230v 50hz 15ma 60v',
  answer(asked) {
    const [mains, string = 0] = asked.all('volts');
    const hertz = asked.first('hertz');
    const amps = asked.first('amps');
    if (mains === undefined || hertz === undefined || amps === undefined) return undefined;
    const left = Math.SQRT2 * mains - string - BRIDGE_VOLTS;
    if (!(left > 0)) return `a string of ${say(string, 'volts')} takes more than the peak of ${say(mains, 'volts')} leaves.`;
    const farads = amps / (4 * hertz * left);
    const bleeder = 1 / (farads * Math.log((Math.SQRT2 * mains) / SAFE_VOLTS));
    return `${say(amps, 'amps')} ÷ (4 × ${hertz} Hz × (√2 × ${say(mains, 'volts')} − ${say(string, 'volts')} − ${BRIDGE_VOLTS} V)) = ${say(farads, 'farads')} of class X2; across it at most ${say(bleeder, 'ohms')}, for ${SAFE_VOLTS} V a second after unplugging; in series a fusible resistor. Nothing of it is isolated from mains`;
  },
};

/** Steps over a quarter of a period. */
const STEPS = 2000;

/** A bridge, a resistor and a string without a store: current flows while mains is above the string. */
export const mainsResistors: SlideRule = {
  word: 'mains',
  title: 'Two resistors as a dropper on mains',
  example: 'mains 230v 8ma 60v',
  answer(asked) {
    const [mains, string = 0] = asked.all('volts');
    const amps = asked.first('amps');
    if (mains === undefined || amps === undefined) return undefined;
    const peak = Math.SQRT2 * mains;
    const held = string + BRIDGE_VOLTS;
    if (held >= peak) return `a string of ${say(string, 'volts')} takes more than the peak of ${say(mains, 'volts')} leaves.`;
    let [mean, square] = [0, 0];
    for (let step = 0; step < STEPS; step++) {
      const over = Math.max(0, peak * Math.sin((Math.PI / 2) * ((step + 0.5) / STEPS)) - held);
      mean += over / STEPS;
      square += over ** 2 / STEPS;
    }
    const ohms = mean / amps;
    const watts = square / ohms;
    const half = nearestPreferred('E12', ohms / 2);
    return `${say(mean, 'volts')} on average over the string ÷ ${say(amps, 'amps')} = ${say(ohms, 'ohms')}: two of ${say(half, 'ohms')}, ${say(watts / 2, 'watts')} in each, so parts for ${say(watts, 'watts')} each; peak ${say((peak - held) / ohms, 'amps')}`;
  },
};
