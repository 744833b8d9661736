import { deviceOf, PART_KINDS, type Part, type PartKind } from '../device/index.ts';
import { readFigure } from '../quantity/index.ts';
import { onNoBoard, type Stock } from './stock.ts';

const MOST_OF_ONE = 999_999;
const EXAMPLE = '“12 x 33r 0.25w in strip 2B”, “3 x 330n X2 310v”, “20 x led white 5mm”';
const KIND_OF_UNIT: Readonly<Record<string, PartKind>> = { ohms: 'resistor', farads: 'capacitor', henries: 'inductor' };
const KIND_WORDS = new Map(PART_KINDS.flatMap((kind) => (deviceOf(kind).typed?.words ?? []).map((word) => [word, kind] as const)));

/**
 * What lies in the drawer, as typed: how many, what, and behind “in” where.
 *
 * @returns what is missing or wrong in a sentence
 */
export function stockFromLine(line: string): Stock | string {
  const [what = '', where] = line.trim().split(/\s+in\s+/i, 2);
  const words = what.split(/\s+/).filter(Boolean);
  const counted = /^(\d+)\s*[x×]?$/i.exec(words[0] ?? '');
  if (counted && Number(counted[1]) > MOST_OF_ONE) return `At most ${MOST_OF_ONE.toLocaleString('en')} of one part.`;
  const count = counted ? Number(counted[1]) : 1;
  const rest = (counted ? words.slice(1) : words).filter((word) => !/^[x×]$/i.test(word));
  const priced = rest.find((word) => /^@\d+([.,]\d+)?$/.test(word));
  const price = priced === undefined ? undefined : Number(priced.slice(1).replace(',', '.'));
  return stockOf(
    rest.filter((word) => word !== priced),
    { count, ...(where && { where }), ...(price !== undefined && { price }) },
  );
}

/** What of a part is said apart from its words. */
type Said = Pick<Part, 'rated' | 'tolerance'>;

/**
 * A part by its words, with how many there are of it. A tolerance, and volts that a resistor bears, may stand among them.
 *
 * @param said ratings that were given apart
 */
export function stockOf(words: readonly string[], more: Omit<Stock, 'part'>, said: Said = {}): Stock | string {
  if (words.length === 0) return `What, and how many? As ${EXAMPLE}.`;
  const kind = kindIn(words);
  const typed = kind && deviceOf(kind).typed;
  if (!kind || !typed) return `“${words.join(' ')}”: what kind of part? As ${EXAMPLE}.`;
  const percent = typed.ownPercent ? undefined : words.find((word) => /^[\d.,]+%$/.test(word));
  const volts = kind === 'resistor' ? words.find((word) => /^[\d.,]+v$/i.test(word)) : undefined;
  const telling = words
    .filter((word) => word !== percent && word !== volts)
    .filter((word) => KIND_WORDS.get(word.toLowerCase()) !== kind || typed.telling?.includes(word.toLowerCase()))
    // A bare multiplier is of ohms here.
    .map((word) => (kind === 'resistor' && /^\d+([.,]\d+)?[kM]$/.test(word) ? `${word}r` : word));
  const read = typed.read(telling, 1);
  if (typeof read === 'string') return `${deviceOf(kind).name}: ${read}`;
  const number = (word: string) => Number.parseFloat(word.replace(',', '.'));
  const rated = { ...(read.fields.rated as Part['rated']), ...(volts !== undefined && { volts: number(volts) }), ...said.rated };
  const tolerance = said.tolerance ?? (percent === undefined ? undefined : number(percent) / 100);
  const part = onNoBoard({
    ...read.fields,
    kind,
    ...(Object.keys(rated).length > 0 && { rated }),
    ...(tolerance !== undefined && { tolerance }),
  });
  return part ? { part, ...more } : `“${words.join(' ')}” is no whole ${deviceOf(kind).name}.`;
}

function kindIn(words: readonly string[]): PartKind | undefined {
  const said = words.map((word) => KIND_WORDS.get(word.toLowerCase())).find(Boolean);
  if (said) return said;
  for (const word of words) {
    const figure = readFigure(word);
    const unit = figure && !('wrong' in figure) ? figure.unit : undefined;
    if (unit !== undefined && KIND_OF_UNIT[unit]) return KIND_OF_UNIT[unit];
    if (/^\d+[.,]?\d*[pnuµ]f?$/i.test(word)) return 'capacitor';
    if (/^\d+[.,]?\d*[rkM]\d*$/.test(word) || /^\d+R\d*$/.test(word)) return 'resistor';
  }
  // Cells go by their size, as on a board.
  return typeof deviceOf('battery').typed?.read(words, 1) === 'string' ? undefined : 'battery';
}
