import {
  beamOf,
  candelaFromLux,
  lowRiskFlickerPercent,
  lumensFromCandela,
  noEffectFlickerPercent,
  THROW_LUX,
  throwMetres,
} from '../drive/index.ts';
import { formatSignificant } from '../quantity/index.ts';
import { type SlideRule, say } from './slide-rule.ts';

export const flicker: SlideRule = {
  word: 'flicker',
  title: 'How much flicker is of low risk',
  example: 'flicker 100hz',
  answer(asked) {
    const hertz = asked.first('hertz');
    if (hertz === undefined) return undefined;
    return `at ${say(hertz, 'hertz')} up to ${formatSignificant(lowRiskFlickerPercent(hertz), 2)} % is of low risk, up to ${formatSignificant(noEffectFlickerPercent(hertz), 2)} % without an effect (IEEE 1789)`;
  },
};

export const throwOf: SlideRule = {
  word: 'throw',
  title: 'Candela and throw of a beam',
  example: 'throw 840lux 2m',
  answer(asked) {
    const lux = asked.first('lux');
    const metres = asked.first('metres');
    if (lux === undefined || metres === undefined) return undefined;
    const candela = candelaFromLux(lux, metres);
    return `${say(lux, 'lux')} × ${metres}² = ${say(candela, 'candela')}; it reaches ${formatSignificant(throwMetres(candela))} m until it is down to ${THROW_LUX} lx (ANSI FL 1)`;
  },
};

export const beamAngle: SlideRule = {
  word: 'beam',
  title: 'Beam angle and lumens from two readings',
  example: 'beam 300lux 180lux 20deg 1m',
  answer(asked) {
    const [axis, aside] = asked.all('lux');
    const degrees = asked.first('degrees');
    const metres = asked.first('metres') ?? 1;
    if (axis === undefined || aside === undefined || degrees === undefined) return undefined;
    if (!(aside < axis) || !(aside > 0) || degrees >= 90)
      return 'the second reading is to be less than the first, off the axis by less than 90°; a beam with a hole in it wants more readings, on a specimen';
    const candela = (lux: number) => ({ value: candelaFromLux(lux, metres), uncertainty: 0 });
    const beam = beamOf([
      { degrees: 0, candela: candela(axis) },
      { degrees, candela: candela(aside) },
    ]);
    if (!beam) return undefined;
    const exponent = Math.log(aside / axis) / Math.log(Math.cos((degrees * Math.PI) / 180));
    const half = beam.beamDegrees?.value;
    return `${say(beam.peak.candela.value, 'candela')} × cos(angle) to the power of ${formatSignificant(exponent)}: half of it at ${half === undefined ? 'no angle' : `± ${formatSignificant(half / 2)}°, a beam of ${formatSignificant(half)}°`}; ${say((2 * Math.PI * beam.peak.candela.value) / (exponent + 1), 'lumens')} over the half in front, where it is round`;
  },
};

export const onAWall: SlideRule = {
  word: 'wall',
  title: 'Light on a wall further away',
  example: 'wall 840lux 2m 10m 12deg',
  answer(asked) {
    const lux = asked.first('lux');
    const [near, far] = asked.all('metres');
    if (lux === undefined || near === undefined || far === undefined) return undefined;
    const candela = candelaFromLux(lux, near);
    const degrees = asked.first('degrees');
    const spot =
      degrees === undefined || degrees >= 180
        ? ''
        : `; a beam of ${degrees}° is ${formatSignificant(2 * far * Math.tan((degrees * Math.PI) / 360))} m wide there, and holds about ${say(lumensFromCandela(candela, degrees), 'lumens')} if it is even`;
    return `${say(lux, 'lux')} × (${near} ÷ ${far})² = ${say(candela / far ** 2, 'lux')} in the middle, as long as ${near} m is ten times the size of the lamp${spot}`;
  },
};
