import type { CurveLaw, CurvePoint } from '../law.ts';

/** The current at which a varistor's volts are stated, A (IEC 61051-1). */
const TEST_AMPS = 1e-3;
/** Above this the power would leave double precision, and no varistor lives. */
const MOST_TIMES = 20;

/** I = 1 mA·(V/volts)^exponent, odd. */
export function varistorLaw(voltsAtTest: number, exponent: number): CurveLaw {
  const evaluate = (volts: number, out: CurvePoint) => {
    const times = Math.min(Math.abs(volts) / voltsAtTest, MOST_TIMES);
    const slope = TEST_AMPS * times ** (exponent - 1);
    out.amps = Math.sign(volts) * slope * times;
    out.siemens = (exponent * slope) / voltsAtTest;
  };
  return {
    evaluate,
    // A step up is taken as far as its logarithm, as of a junction (Nagel, SPICE2, UCB/ERL M520, 1975, 3.2.2): the law
    // grows by e where its volts grow by one part in `exponent`. Steps down, and below its volts, are free.
    limit: (volts, previous) => {
      const [wanted, before] = [Math.abs(volts), Math.sign(volts) === Math.sign(previous) ? Math.abs(previous) : 0];
      const from = Math.max(before, 0.9 * voltsAtTest);
      const scale = from / exponent;
      if (wanted <= from + 2 * scale) return volts;
      return Math.sign(volts) * (from + scale * (1 + Math.log((wanted - from) / scale)));
    },
    firstVolts: 0,
  };
}
