/** One of the parts that usually stand around a chip: its letter, its value as typed, and the two pins between which it lies. */
export interface AroundPart {
  readonly letter: 'R' | 'C' | 'L' | 'D';
  /** As the bench line reads it: `22u`, `schottky`; empty where only what it does is known. */
  readonly words: string;
  readonly from: string;
  readonly to: string;
}

/** What a mark says of how its chip is joined, as it is written in the table. */
interface JoinedMark {
  readonly pins?: string | undefined;
  readonly joins?: string | undefined;
  readonly setBy?: string | undefined;
  readonly around?: string | undefined;
}

/** Names in a list with commas between. */
export function namesOf(list: string | undefined): readonly string[] {
  return (list ?? '')
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter((name) => name !== '');
}

/** The two pins between which what sets the current lies. */
export function setByOf({ setBy }: JoinedMark): readonly [string, string] | undefined {
  return setBy === undefined ? undefined : pairOf(setBy);
}

/** What usually stands around it; a piece that cannot be read is left out, which the schema refuses before. */
export function aroundOf({ around }: JoinedMark): readonly AroundPart[] {
  return pieces(around).flatMap((piece) => readPiece(piece) ?? []);
}

/** What is wrong with how a mark says its chip is joined, with the field; undefined where nothing is. */
export function joinedProblem(
  mark: JoinedMark,
): { readonly field: 'pins' | 'joins' | 'setBy' | 'around'; readonly message: string } | undefined {
  const pins = namesOf(mark.pins);
  if ((mark.joins ?? mark.setBy ?? mark.around) !== undefined && pins.length === 0)
    return { field: 'pins', message: 'wanted, where it is said how they are joined' };
  const unread = pieces(mark.around).find((piece) => !readPiece(piece));
  if (unread !== undefined) return { field: 'around', message: `“${unread}” is not read: as “C 1u supply-ground; L 22uH supply-switch”` };
  const known = new Set([...pins, ...aroundOf(mark).flatMap(({ from, to }) => [from, to])]);
  const odd = namesOf(mark.joins).find((name) => !known.has(name));
  if (odd !== undefined) return { field: 'joins', message: `“${odd}” is neither one of its pins nor behind a part around it` };
  const between = setByOf(mark);
  if (mark.setBy !== undefined && !between) return { field: 'setBy', message: 'two of its pins, as “sense-ground”' };
  const missing = between?.find((name) => !pins.includes(name));
  if (missing !== undefined) return { field: 'setBy', message: `“${missing}” is none of its pins` };
  return undefined;
}

function pieces(around: string | undefined): readonly string[] {
  return (around ?? '')
    .split(';')
    .map((piece) => piece.trim())
    .filter((piece) => piece !== '');
}

function readPiece(piece: string): AroundPart | undefined {
  const words = piece.split(/\s+/);
  const letter = words[0]?.toUpperCase();
  const pair = pairOf(words.at(-1) ?? '');
  if (words.length < 2 || !isAroundLetter(letter) || !pair) return undefined;
  return { letter, words: words.slice(1, -1).join(' '), from: pair[0], to: pair[1] };
}

function isAroundLetter(letter: string | undefined): letter is AroundPart['letter'] {
  return letter === 'R' || letter === 'C' || letter === 'L' || letter === 'D';
}

function pairOf(text: string): readonly [string, string] | undefined {
  const [from = '', to = '', ...more] = text
    .toLowerCase()
    .split('-')
    .map((name) => name.trim());
  return from === '' || to === '' || from === to || more.length > 0 ? undefined : [from, to];
}
