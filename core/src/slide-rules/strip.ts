import { type SlideRule, say } from './slide-rule.ts';

/** A strip of equal groups of LEDs, each with its resistor, along a pair of wires. */
interface LedStrip {
  readonly supplyVolts: number;
  readonly groups: number;
  /** Of the LEDs of a group, taken as held whatever flows. */
  readonly ledVolts: number;
  readonly groupOhms: number;
  /** Of both wires, from one group to the next. */
  readonly stepOhms: number;
}

interface AlongStrip {
  /** Of the group next to the feed, and of the one furthest from it. */
  readonly nearAmps: number;
  readonly farAmps: number;
  readonly allAmps: number;
  readonly lostVolts: number;
}

const HALVINGS = 60;

/**
 * Volts along a strip that is fed at one end. The volts at the far end are found by halving: each group's current and the
 * wires' drop follow from them back to the feed (Kirchhoff), and the volts there rise with them.
 */
function alongStrip({ supplyVolts, groups, ledVolts, groupOhms, stepOhms }: LedStrip): AlongStrip {
  const groupAmps = (volts: number) => Math.max(0, volts - ledVolts) / groupOhms;
  const backFrom = (farVolts: number) => {
    let [volts, amps] = [farVolts, groupAmps(farVolts)];
    for (let group = 1; group < groups; group++) {
      volts += amps * stepOhms;
      amps += groupAmps(volts);
    }
    return { volts, amps };
  };
  let [low, high] = [0, supplyVolts];
  for (let halving = 0; halving < HALVINGS; halving++) {
    const middle = (low + high) / 2;
    if (backFrom(middle).volts > supplyVolts) high = middle;
    else low = middle;
  }
  return { nearAmps: groupAmps(supplyVolts), farAmps: groupAmps(low), allAmps: backFrom(low).amps, lostVolts: supplyVolts - low };
}

export const ledStrip: SlideRule = {
  word: 'strip',
  title: 'A strip of LED groups, and where to feed it',
  example: 'strip 24v 25 x 8 led 2.75v 470r 12m 0.21r',
  answer(asked) {
    const [supplyVolts, ledVolts] = asked.all('volts');
    const [groups, inGroup] = asked.counts;
    const [groupOhms, wireOhms] = asked.all('ohms');
    const metres = asked.first('metres');
    if ([supplyVolts, ledVolts, groupOhms, wireOhms, metres, groups, inGroup].some((value) => value === undefined || !(value > 0)))
      return undefined;
    const [supply, chip, ohms, wire, length] = [supplyVolts, ledVolts, groupOhms, wireOhms, metres] as [
      number,
      number,
      number,
      number,
      number,
    ];
    const [count, each] = [groups, inGroup] as [number, number];
    if (count < 2 || count > MOST_GROUPS) return `${count} groups: from 2 to ${MOST_GROUPS} can be reckoned with.`;
    if (each * chip >= supply) return `${each} × ${chip} V are ${say(each * chip, 'volts')}: at ${say(supply, 'volts')} nothing lights.`;
    const strip: LedStrip = {
      supplyVolts: supply,
      groups: count,
      ledVolts: each * chip,
      groupOhms: ohms,
      stepOhms: (2 * wire * length) / count,
    };
    const oneEnd = alongStrip(strip);
    // From the middle each half is a strip of its own; from both ends the halves meet in the middle, and are the same.
    const half = alongStrip({ ...strip, groups: Math.ceil(count / 2) });
    const share = (amps: number) => `${Math.round((100 * amps) / oneEnd.nearAmps)} %`;
    const thicker = alongStrip({ ...strip, stepOhms: strip.stepOhms / 2 });
    return `(${say(supply, 'volts')} − ${each} × ${chip} V) ÷ ${say(ohms, 'ohms')} = ${say(oneEnd.nearAmps, 'amps')} a group next to the feed, ${say(oneEnd.allAmps, 'amps')} in all; the wires lose ${say(oneEnd.lostVolts, 'volts')} to the far end, which has ${say(oneEnd.farAmps, 'amps')}: ${share(oneEnd.farAmps)} of the light; fed in the middle or at both ends ${share(half.farAmps)}, by wire of twice the copper ${share(thicker.farAmps)}`;
  },
};

const MOST_GROUPS = 2000;
