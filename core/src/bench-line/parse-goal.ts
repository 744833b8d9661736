import { packagesNamed, packagesOf, partsOfKind } from '../circuit/index.ts';
import { ratedChipAmps } from '../device/index.ts';
import { formatEngineering, readFigure } from '../quantity/index.ts';
import { sayWanted, type Wanted } from '../rework/index.ts';
import type { BenchContext } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';

const EXAMPLES = '“goal D1 15ma”, “goal 15ma”, “goal D1 0.8x”, “goal 2.2w”, “goal most light” or “goal safe”';

/** What a rework is to reach, in a few words. */
export function parseGoal(words: readonly string[], { specimen }: BenchContext): BenchOutcome {
  if (/^most(?: light)?$/i.test(words.join(' '))) return goal({ aim: 'most-light' });
  if (/^safe$/i.test(words.join(' '))) return goal({ aim: 'none' });
  const leds = partsOfKind(specimen.circuit, 'led');
  // One of a row is driven as the row is.
  const [named = ''] = words;
  const row = packagesNamed(packagesOf(specimen.circuit), named.toUpperCase())[0]?.ref;
  const led = leds.find(({ ref }) => ref.toLowerCase() === named.toLowerCase() || ref === row);
  const [word = ''] = led ? words.slice(1) : words;
  const share = /^([\d.,]+)[x×]$/i.exec(word);
  if (share) {
    const value = Number((share[1] as string).replace(',', '.'));
    if (!(value > 0)) return unread(`goal: ${word} is no share of a rating.`);
    return goal({ aim: 'rated-share', value, ...(led && { led: led.ref }) });
  }
  const parsed = readFigure(word);
  if (parsed && !('wrong' in parsed) && parsed.value > 0) {
    if (parsed.unit === 'watts') return goal({ aim: 'supply-watts', value: parsed.value });
    if (parsed.unit === 'amps') return goal({ aim: 'chip-amps', value: parsed.value, ...(led && { led: led.ref }) });
  }
  if (led)
    return unread(
      `goal ${led.ref}: the wanted current of a chip, as “${formatEngineering(ratedChipAmps(led).value / 2, 'amps').text}”, or a share of its rating, as “0.8x”.`,
    );
  return unread(`goal: what is wanted, as ${EXAMPLES}.`);
}

function goal(wanted: Wanted): BenchOutcome {
  return entry(`wanted: ${sayWanted(wanted)}`, { kind: 'goal', wanted });
}
