import { readFigure } from '../../quantity/index.ts';
import type { TypedPart } from '../definition.ts';
import { LED_BODY_NAMES, LED_COLOUR_NAMES } from './colours.ts';

type Copies = 'series' | 'parallel';

/** Of one that flashes by itself, where nobody counted: between 1.5 and 2.5. */
const USUAL_BLINK_HERTZ = 2;

/** `white 5mm 3 series 2 parallel rated 30ma 3.1v @ 20ma`, `white 1w`, `red flashing 2hz`, in any order. */
export function readLed(words: readonly string[], count: number): TypedPart | string {
  const fields: Record<string, unknown> = {};
  const copies: Partial<Record<Copies, number>> = {};
  /** A number or a word that waits for its fellow: “3 parallel”, or “parallel 3”. */
  let counted: number | undefined;
  let arrangement: Copies | undefined;
  let volts: number | undefined;
  let amps: number | undefined;
  let isRating = false;
  const rated: { amps?: number; watts?: number } = {};
  let wattsOf: 'each' | 'all' | undefined;
  for (const word of words) {
    const lower = word.toLowerCase().replace(/^smd-?(?=\d{4}$)/, '');
    if (lower === '@' || lower === 'in') continue;
    if (lower === 'series' || lower === 'parallel') {
      if (counted === undefined) arrangement = lower;
      else copies[lower] = counted;
      counted = undefined;
    } else if (lower === 'flashing' || lower === 'blinking') fields.blinkHertz ??= USUAL_BLINK_HERTZ;
    else if (lower === 'rated') isRating = true;
    else if (lower === 'each' || lower === 'all') wattsOf = lower;
    else if (isOneOf(LED_COLOUR_NAMES, lower)) fields.colour = lower;
    else if (isOneOf(LED_BODY_NAMES, lower)) fields.body = lower;
    else if (/^(?:\d+x?|x\d+)$/.test(lower)) {
      counted = Number.parseInt(lower.replace('x', ''), 10);
      if (counted < 1) return 'that counts no LED.';
      if (arrangement === undefined) continue;
      copies[arrangement] = counted;
      arrangement = undefined;
      counted = undefined;
    } else {
      const parsed = readFigure(word);
      if (!parsed) return `“${word}” is neither a colour, a body (5mm, 2835 …), series nor parallel.`;
      if ('wrong' in parsed) return parsed.wrong;
      if (parsed.unit === 'volts') volts = parsed.value;
      else if (parsed.unit === 'amps' && isRating) rated.amps = parsed.value;
      else if (parsed.unit === 'amps') amps = parsed.value;
      else if (parsed.unit === 'watts') rated.watts = parsed.value;
      else if (parsed.unit === 'hertz' && fields.blinkHertz !== undefined) fields.blinkHertz = parsed.value;
      else return `${word} says nothing of an LED; a point is “3.1v @ 20ma”, a rating “rated 20ma” or “1w”.`;
    }
  }
  if (arrangement) copies[arrangement] = count;
  const open = counted ?? (Object.keys(copies).length === 0 ? count : 1);
  if (open > 1) return `${open} LEDs: in series or parallel?`;
  for (const [way, number] of Object.entries(copies)) if (number > 1) fields[way] = number;
  const chips = (copies.series ?? 1) * (copies.parallel ?? 1);
  if (rated.watts !== undefined && chips > 1) {
    if (wattsOf === undefined)
      return `${rated.watts} W of each of ${chips} LEDs, or of all together? Write “${rated.watts}w each” or “${rated.watts}w all”.`;
    if (wattsOf === 'all') rated.watts /= chips;
  }
  if (Object.keys(rated).length > 0) fields.rated = rated;
  if (volts !== undefined && amps === undefined) return `${volts} V at which current? Write “${volts}v @ 20ma”.`;
  if (volts !== undefined && amps !== undefined) fields.points = [[amps, volts]];
  if (amps !== undefined && volts === undefined) return 'a current alone: “rated 20ma” for its rating, “3.1v @ 20ma” for a point.';
  return { fields };
}

function isOneOf(names: readonly string[], word: string): boolean {
  return names.includes(word);
}
