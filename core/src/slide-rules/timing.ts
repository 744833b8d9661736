import { formatSignificant, nearestPreferred } from '../quantity/index.ts';
import { type SlideRule, say } from './slide-rule.ts';

/** Of a small transistor: well on, beginning to be on, and saturated, V. */
const [ON_VOLTS, BEGINS_VOLTS, SATURATED_VOLTS] = [0.7, 0.5, 0.05];

/** Time constants that a half of it takes: a base pushed below by the swing of the other collector comes back. */
function halfIn(volts: number): number {
  return Math.log((2 * volts - ON_VOLTS - SATURATED_VOLTS) / (volts - BEGINS_VOLTS));
}

export const flasher: SlideRule = {
  word: 'flasher',
  title: 'Flasher of two transistors',
  example: 'flasher 3v 47k 10uf',
  answer(asked) {
    const volts = asked.first('volts');
    const farads = asked.first('farads');
    const ohms = asked.first('ohms');
    const hertz = asked.first('hertz');
    if (volts === undefined || farads === undefined || !(volts > ON_VOLTS)) return undefined;
    const times = halfIn(volts);
    if (ohms !== undefined) {
      const seconds = 2 * ohms * farads * times;
      return `2 × ${say(ohms, 'ohms')} × ${say(farads, 'farads')} × ${times.toFixed(2)} = ${say(seconds, 'seconds')}: ${say(1 / seconds, 'hertz')}, with both sides alike and their collectors free to come up`;
    }
    if (hertz === undefined) return undefined;
    const wanted = 1 / (2 * hertz * farads * times);
    return `1 ÷ (2 × ${say(hertz, 'hertz')} × ${say(farads, 'farads')} × ${times.toFixed(2)}) = ${say(wanted, 'ohms')} at each base: ${say(nearestPreferred('E12', wanted), 'ohms')}`;
  },
};

export const multiplex: SlideRule = {
  word: 'multiplex',
  title: 'LEDs on a few wires',
  example: 'multiplex 3 wires 1ma',
  answer(asked) {
    const [wires] = asked.counts;
    if (wires === undefined || wires < 2) return undefined;
    const leds = wires * (wires - 1);
    const amps = asked.first('amps');
    const peak = amps === undefined ? '' : `; ${say(amps, 'amps')} on average takes ${say(amps * leds, 'amps')} at the peak, one at a time`;
    return `${wires} × ${wires - 1} = ${leds} LEDs, each on for 1 ÷ ${leds} = ${formatSignificant(100 / leds, 3)} % of the time${peak}`;
  },
};

export const pulses: SlideRule = {
  word: 'pulse',
  title: 'Average, peak and rms of a pulsed current',
  example: 'pulse 90ma 25%',
  answer(asked) {
    const amps = asked.first('amps');
    const duty = (asked.first('percent') ?? 0) / 100;
    if (amps === undefined || !(duty > 0) || duty > 1) return undefined;
    return `average ${say(amps * duty, 'amps')}, which a meter shows on direct current; rms ${say(amps * Math.sqrt(duty), 'amps')}, which heats resistors; peak ${say(amps, 'amps')}`;
  },
};
