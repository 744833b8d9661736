import { markKey, type SemiconductorMark } from './mark.ts';

export interface MarkFound {
  readonly mark: SemiconductorMark;
  /** Letters that had to be taken for others, as typed and as in the table; empty for an exact match. */
  readonly mistaken: readonly (readonly [string, string])[];
}

/** Letters and figures that look alike on a body of two millimetres: the first of each group stands for all. */
const ALIKE: readonly string[] = ['0O', '8B', '1IL', '5S'];

/**
 * Looks a mark up as typed, then with letters that people take for each other. The body narrows it down where it
 * was seen; a mark whose body is not in the table's entry is taken for any.
 *
 * @param table own entries first: of two with the same mark and body the first counts
 */
export function findMarks(typed: string, table: readonly SemiconductorMark[], body?: string): readonly MarkFound[] {
  const wanted = typed.trim().toUpperCase();
  if (wanted === '') return [];
  const shape = shapeOf(wanted);
  const seen = new Set<string>();
  const found = table.flatMap((mark): MarkFound[] => {
    const text = mark.mark.toUpperCase();
    const fits = body === undefined || mark.package === undefined || plain(mark.package) === plain(body);
    if (!fits || shapeOf(text) !== shape || seen.has(markKey(mark))) return [];
    seen.add(markKey(mark));
    return [
      {
        mark,
        mistaken: [...wanted].flatMap((letter, index) => (letter === text[index] ? [] : [[letter, text[index] as string] as const])),
      },
    ];
  });
  return found.sort((a, b) => a.mistaken.length - b.mistaken.length);
}

/** In words: how a mark was found. */
export function sayMistaken({ mistaken }: MarkFound): string {
  return mistaken.length === 0 ? 'as typed' : `if ${mistaken.map(([typed, meant]) => `${typed} is ${meant}`).join(' and ')}`;
}

function shapeOf(text: string): string {
  return [...text].map((letter) => ALIKE.find((group) => group.includes(letter))?.[0] ?? letter).join('');
}

function plain(body: string): string {
  return body.toLowerCase().replace(/[\s-]/g, '');
}
