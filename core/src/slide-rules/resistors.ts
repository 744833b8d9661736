import { nearestPreferred, preferredBetween } from '../quantity/index.ts';
import { type Asked, type SlideRule, say } from './slide-rule.ts';

export const ledResistor: SlideRule = {
  title: 'Resistor for LEDs in series',
  example: '12v 3 led 3.1v 15ma',
  answer(asked) {
    const [supply, chip] = asked.all('volts');
    const amps = asked.first('amps');
    if (!asked.has(/^leds?$/i) || supply === undefined || chip === undefined || amps === undefined) return undefined;
    const leds = asked.counts[0] ?? 1;
    const left = supply - leds * chip;
    if (left <= 0)
      return `${leds} × ${say(chip, 'volts')} is ${say(leds * chip, 'volts')}: more than ${say(supply, 'volts')} has. Fewer in series, or more volts.`;
    const ohms = left / amps;
    const near = nearestPreferred('E12', ohms);
    return `(${say(supply, 'volts')} − ${leds} × ${say(chip, 'volts')}) ÷ ${say(amps, 'amps')} = ${say(ohms, 'ohms')}; ${say(near, 'ohms')} gives ${say(left / near, 'amps')}, dissipates ${say(left ** 2 / near, 'watts')}`;
  },
};

export const ohmsLaw: SlideRule = {
  title: 'Volts, ohms, amps, watts',
  example: '27r 0.62v',
  answer(asked) {
    const [v] = asked.all('volts');
    const [i] = asked.all('amps');
    const r = asked.first('ohms');
    if (asked.has(/^leds?$/i)) return undefined;
    if (r !== undefined && v !== undefined)
      return `${say(v, 'volts')} ÷ ${say(r, 'ohms')} = ${say(v / r, 'amps')}, dissipates ${say(v ** 2 / r, 'watts')}`;
    if (r !== undefined && i !== undefined)
      return `${say(i, 'amps')} × ${say(r, 'ohms')} = ${say(i * r, 'volts')}, dissipates ${say(i ** 2 * r, 'watts')}`;
    if (v !== undefined && i !== undefined && i !== 0)
      return `${say(v, 'volts')} × ${say(i, 'amps')} = ${say(v * i, 'watts')}, as from ${say(v / i, 'ohms')}`;
    return undefined;
  },
};

/** Two of what is there, in series or in parallel, that come nearest to what is wanted. */
export const pairs: SlideRule = {
  word: 'pair',
  title: 'Two resistors that make a value',
  example: 'pair 60r from 33r 47r 68r 100r',
  answer(asked) {
    const [wanted, ...there] = asked.all('ohms');
    if (wanted === undefined || !(wanted > 0)) return undefined;
    const values = there.length > 0 ? there : preferredBetween('E12', wanted / 10, 10 * wanted);
    const made = values.flatMap((a, index) =>
      values.slice(index).flatMap((b) => [
        { ohms: a + b, words: `${say(a, 'ohms')} and ${say(b, 'ohms')} in series` },
        { ohms: (a * b) / (a + b), words: `${say(a, 'ohms')} and ${say(b, 'ohms')} in parallel` },
      ]),
    );
    const off = ({ ohms }: { readonly ohms: number }) => Math.abs(ohms / wanted - 1);
    const [best, next] = made.sort((a, b) => off(a) - off(b));
    if (!best) return undefined;
    const told = (one: typeof best) =>
      `${one.words}: ${say(one.ohms, 'ohms')}, ${(100 * (one.ohms / wanted - 1))
        .toFixed(1)
        .replace(/^-(?!0\.0$)/, '−')
        .replace('-', '')} % off`;
    return next ? `${told(best)}; then ${told(next)}` : told(best);
  },
};

/** Volts of a base-emitter junction that is well on; and how much more than is needed makes a switch saturate. */
const [BASE_VOLTS, OVERDRIVE] = [0.7, 3];
const USUAL_GAIN = 150;

export const baseResistor: SlideRule = {
  word: 'base',
  title: 'Base resistor of a switching transistor',
  example: 'base 3v 100ma gain 150',
  answer(asked) {
    const volts = asked.first('volts');
    const amps = asked.first('amps');
    const gain = asked.counts[0] ?? USUAL_GAIN;
    if (volts === undefined || amps === undefined) return undefined;
    if (volts <= BASE_VOLTS) return `${say(volts, 'volts')} turns no transistor on: its base takes ${BASE_VOLTS} V.`;
    const base = (OVERDRIVE * amps) / gain;
    const ohms = (volts - BASE_VOLTS) / base;
    return `(${say(volts, 'volts')} − ${BASE_VOLTS} V) ÷ (${OVERDRIVE} × ${say(amps, 'amps')} ÷ ${gain}) = ${say(ohms, 'ohms')}: ${say(nearestPreferred('E12', ohms), 'ohms')}, ${say(base, 'amps')} into the base`;
  },
};

export const lead: SlideRule = {
  word: 'lead',
  title: 'Volts lost in a lead or along a strip',
  example: 'lead 0.9a 12m 0.021r',
  answer(asked: Asked) {
    const amps = asked.first('amps');
    const ohms = asked.first('ohms');
    const length = asked.first('metres');
    if (amps === undefined || ohms === undefined || length === undefined) return undefined;
    const whole = 2 * length * ohms * amps;
    return `there and back 2 × ${length} m × ${say(ohms, 'ohms')} a metre × ${say(amps, 'amps')} = ${say(whole, 'volts')} with the load at its end; spread evenly along it half, ${say(whole / 2, 'volts')}; fed from both ends an eighth, ${say(whole / 8, 'volts')}`;
  },
};
