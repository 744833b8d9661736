import { type Circuit, celsiusOf, partOfKind, partsOfKind } from '../circuit/index.ts';
import { ledVoltsAt } from '../device/index.ts';
import { formatEngineering } from '../quantity/index.ts';
import type { Solution } from '../solve/index.ts';

/** Enough for a chip to be seen to glow, A. */
const GLOW_AMPS = 1e-5;

/** Why an LED may be dark, as far as its circuit tells. */
export interface DarkLed {
  readonly ref: string;
  /** Most that is across it, and where it begins to glow. */
  readonly acrossVolts: number;
  readonly glowsFromVolts: number;
  /** Converters that are fed less or more than they work from. */
  readonly offConverters: readonly { readonly ref: string; readonly fedVolts: number; readonly from: number; readonly to: number }[];
}

/** @returns undefined where there is no such LED */
export function darkLedOf(circuit: Circuit, solution: Solution, ref: string): DarkLed | undefined {
  const part = partOfKind(circuit, ref, 'led');
  const across = solution.parts[ref];
  if (!part || !across) return undefined;
  const offConverters = partsOfKind(circuit, 'converter').flatMap((one) => {
    const fedVolts = solution.parts[one.ref]?.volts.max ?? 0;
    const isOff = fedVolts < one.minInVolts || fedVolts > one.maxInVolts;
    return isOff ? [{ ref: one.ref, fedVolts, from: one.minInVolts, to: one.maxInVolts }] : [];
  });
  const glowsFromVolts = ledVoltsAt(part, GLOW_AMPS * (part.parallel ?? 1), { celsius: celsiusOf(circuit, part) });
  return { ref, acrossVolts: across.volts.max, glowsFromVolts, offConverters };
}

export function sayDarkLed({ ref, acrossVolts, glowsFromVolts, offConverters }: DarkLed): string {
  const volts = (value: number) => formatEngineering(value, 'volts').text;
  const off = offConverters.map(
    (one) => `${one.ref} is off: it is fed ${volts(one.fedVolts)}, and works from ${volts(one.from)} to ${volts(one.to)}.`,
  );
  const across =
    acrossVolts < 0
      ? `${ref} has ${volts(-acrossVolts)} across it the wrong way round.`
      : `${ref} has at most ${volts(acrossVolts)} across it, and glows from about ${volts(glowsFromVolts)} on.`;
  return [across, ...off].join(' ');
}
