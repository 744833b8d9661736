import { formatEngineering, nearestPreferred, readFigure, type Unit } from '../quantity/index.ts';
import { type BenchOutcome, unread } from './outcome.ts';

/** A question with its parts read: volts, ohms, amps by unit, in order; and how many LEDs. */
interface Asked {
  readonly volts: readonly number[];
  readonly ohms: readonly number[];
  readonly amps: readonly number[];
  readonly leds?: number;
}

/**
 * A question needs no specimen: `? 5v 2 led 3.1v 15ma` (which resistor), `? 27r 0.62v` (which current), `? 27r 20ma`
 * (which drop), `? 5v 100ma` (which watts).
 */
export function parseQuestion(words: readonly string[]): BenchOutcome {
  if (words.length === 0) return unread('Ask as “? 5v 2 led 3.1v 15ma” or “? 27r 0.62v”.');
  const asked = readQuestion(words);
  if (typeof asked === 'string') return unread(asked);
  const answer = ledResistor(asked) ?? ohmsLaw(asked);
  if (!answer)
    return unread('Ask as “? 5v 2 led 3.1v 15ma” (a resistor), “? 27r 0.62v” (a current), “? 27r 20ma” (a drop), “? 5v 100ma” (watts).');
  return { kind: 'answer', meaning: answer, draft: { kind: 'note', text: `? ${words.join(' ')}: ${answer}` } };
}

function readQuestion(words: readonly string[]): Asked | string {
  const found: Record<'volts' | 'ohms' | 'amps', number[]> = { volts: [], ohms: [], amps: [] };
  let leds: number | undefined;
  for (const [index, word] of words.entries()) {
    if (/^leds?$/i.test(word)) {
      leds ??= /^\d+$/.test(words[index - 1] ?? '') ? Number(words[index - 1]) : 1;
      continue;
    }
    if (/^\d+$/.test(word) && /^leds?$/i.test(words[index + 1] ?? '')) continue;
    const parsed = readFigure(word);
    if (parsed && 'wrong' in parsed) return parsed.wrong;
    if (!parsed?.unit || !(parsed.unit in found)) return `“${word}” is not part of a question I can answer.`;
    found[parsed.unit as keyof typeof found].push(parsed.value);
  }
  return { ...found, ...(leds !== undefined && { leds }) };
}

function ledResistor({ volts, amps, leds }: Asked): string | undefined {
  const [supply, chip] = volts;
  const [current] = amps;
  if (leds === undefined || supply === undefined || chip === undefined || current === undefined || !(current > 0)) return undefined;
  const left = supply - leds * chip;
  if (left <= 0)
    return `${leds} × ${say(chip, 'volts')} is ${say(leds * chip, 'volts')}: more than ${say(supply, 'volts')} has. Fewer in series, or more volts.`;
  const ohms = left / current;
  const near = nearestPreferred('E12', ohms);
  return `(${say(supply, 'volts')} − ${leds} × ${say(chip, 'volts')}) ÷ ${say(current, 'amps')} = ${say(ohms, 'ohms')}; ${say(near, 'ohms')} gives ${say(left / near, 'amps')}, dissipates ${say(left ** 2 / near, 'watts')}`;
}

function ohmsLaw({ volts, ohms, amps }: Asked): string | undefined {
  const [v, r, i] = [volts[0], ohms[0], amps[0]];
  if (r !== undefined && r > 0 && v !== undefined)
    return `${say(v, 'volts')} ÷ ${say(r, 'ohms')} = ${say(v / r, 'amps')}, dissipates ${say(v ** 2 / r, 'watts')}`;
  if (r !== undefined && i !== undefined)
    return `${say(i, 'amps')} × ${say(r, 'ohms')} = ${say(i * r, 'volts')}, dissipates ${say(i ** 2 * r, 'watts')}`;
  if (v !== undefined && i !== undefined && i !== 0)
    return `${say(v, 'volts')} × ${say(i, 'amps')} = ${say(v * i, 'watts')}, as from ${say(v / i, 'ohms')}`;
  return undefined;
}

function say(value: number, unit: Unit): string {
  return formatEngineering(value, unit).text;
}
