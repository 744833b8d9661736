import { formatEngineering } from '../quantity/index.ts';

/** Why a reading does not count, though nobody doubted it. */
export type LeftOut =
  /** Taken while the thing did not work: it tells of the fault, not of how the thing is built. */
  | { readonly why: 'while faulty' }
  /** Of direct current, where the circuit as traced has no ripple to set it against. */
  | { readonly why: 'no ripple' }
  /** The amps of a meter that averages, of a current that comes in pulses. */
  | { readonly why: 'averaging' }
  /** Watts that an in-line meter read at these volts, where the board has others: the lead has its share of them. */
  | { readonly why: 'before the lead'; readonly meterVolts: number; readonly boardVolts: number };

export function sayLeftOut(leftOut: LeftOut): string {
  const volts = (value: number) => formatEngineering(value, 'volts').text;
  switch (leftOut.why) {
    case 'while faulty':
      return 'taken while it did not work';
    case 'no ripple':
      return 'on direct current the circuit as traced has no ripple to set it against';
    case 'averaging':
      return 'this meter averages: of a current in pulses it shows 10 to 40 % too little';
    case 'before the lead':
      return `read before the lead: ${volts(leftOut.meterVolts)} there, ${volts(leftOut.boardVolts)} at the board`;
  }
}
