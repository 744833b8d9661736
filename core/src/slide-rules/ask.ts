import { dropper, mainsResistors } from './mains.ts';
import { beamAngle, flicker, onAWall, throwOf } from './optics.ts';
import { baseResistor, lead, ledResistor, ohmsLaw, pairs } from './resistors.ts';
import { readAsked, type SlideRule } from './slide-rule.ts';
import { pack, runtime, store } from './stored.ts';
import { ledStrip } from './strip.ts';
import { flasher, multiplex, pulses } from './timing.ts';

/** Every slide rule, in the order of their page. A new one is an entry here. */
export const SLIDE_RULES: readonly SlideRule[] = [
  ledResistor,
  ohmsLaw,
  pairs,
  dropper,
  mainsResistors,
  baseResistor,
  runtime,
  pack,
  store,
  flasher,
  multiplex,
  pulses,
  flicker,
  lead,
  ledStrip,
  throwOf,
  beamAngle,
  onAWall,
];

const BY_WORD = new Map(SLIDE_RULES.flatMap((rule) => (rule.word === undefined ? [] : [[rule.word, rule] as const])));

export type Answer = { readonly answer: string } | { readonly problem: string };

/** Answers a question without its question mark: `5v 2 led 3.1v 15ma`, `runtime 3 aa alkaline 20ma`. */
export function ask(words: readonly string[]): Answer {
  const [first = '', ...rest] = words;
  const named = BY_WORD.get(first.toLowerCase());
  const asked = readAsked(named ? rest : words);
  if (typeof asked === 'string') return { problem: asked };
  if (named) {
    const answer = named.answer(asked);
    return answer === undefined ? { problem: `${named.title}: as “? ${named.example}”.` } : { answer };
  }
  const odd = asked.words.find((word) => !/^(leds?|\d+)$/i.test(word));
  if (odd !== undefined)
    return {
      problem: `“${odd}” is not part of a question that I can answer. One begins with figures, or with ${[...BY_WORD.keys()].join(', ')}.`,
    };
  const answer = ledResistor.answer(asked) ?? ohmsLaw.answer(asked);
  return answer === undefined
    ? { problem: 'Ask as “? 5v 2 led 3.1v 15ma” (a resistor), “? 27r 0.62v” (a current), “? 27r 20ma” (a drop), “? 5v 100ma” (watts).' }
    : { answer };
}
