import type { Point, Specimen } from '@mindful-probe/core';

/** What a pick on the photo does. */
export const TOOL_MODES = ['look', 'pin', 'part', 'hold', 'align', 'strip'] as const;
export type ToolMode = (typeof TOOL_MODES)[number];

/** What was picked so far, for what. */
export type Tool =
  | { readonly mode: 'look' }
  /** Pads picked to say something of them. */
  | { readonly mode: 'pin'; readonly picked: readonly string[] }
  | { readonly mode: 'part'; readonly letter: string; readonly pads: readonly string[] }
  | { readonly mode: 'hold'; readonly held?: string; readonly touched: ReadonlyMap<string, 'beep' | 'silent'> }
  /** The point on the front, waiting for its fellow on the back; in shares of the photo. */
  | { readonly mode: 'align'; readonly front?: Point }
  | { readonly mode: 'strip'; readonly pads: readonly string[]; readonly points: readonly Point[] };

export function startTool(mode: ToolMode): Tool {
  switch (mode) {
    case 'pin':
      return { mode, picked: [] };
    case 'part':
      return { mode, letter: 'R', pads: [] };
    case 'hold':
      return { mode, touched: new Map() };
    case 'strip':
      return { mode, pads: [], points: [] };
    default:
      return { mode };
  }
}

/** How many pads a part of this letter has, where it can be picked. */
export const PART_LETTERS: Readonly<Record<string, number>> = { R: 2, C: 2, D: 2, L: 2, Z: 2, F: 2, S: 2, V: 2, B: 4, U: 2, Q: 3 };
const KIND_WORD: Readonly<Record<string, string>> = { B: ' bridge' };

/** A pad is tapped: what the tool holds then. */
export function tapPad(tool: Tool, pad: string): Tool {
  switch (tool.mode) {
    case 'pin':
      return { ...tool, picked: toggled(tool.picked, pad) };
    case 'part': {
      const pads = toggled(tool.pads, pad);
      // One too many begins the next part.
      return { ...tool, pads: pads.length > (PART_LETTERS[tool.letter] ?? 2) ? [pad] : pads };
    }
    case 'hold': {
      if (tool.held === undefined) return { ...tool, held: pad };
      if (tool.held === pad) return startTool('hold');
      const touched = new Map(tool.touched);
      const now = touched.get(pad);
      if (now === undefined) touched.set(pad, 'beep');
      else if (now === 'beep') touched.set(pad, 'silent');
      else touched.delete(pad);
      return { ...tool, touched };
    }
    case 'strip':
      return { ...tool, pads: tool.pads.length >= 2 && !tool.pads.includes(pad) ? tool.pads : toggled(tool.pads, pad) };
    default:
      return tool;
  }
}

/** The bench line that the picks come to; undefined where there is none yet. */
export function lineOf(tool: Tool, specimen: Specimen): string | undefined {
  if (tool.mode === 'part') {
    if (tool.pads.length < (PART_LETTERS[tool.letter] ?? 2)) return undefined;
    return `${freeRef(tool.letter, specimen)}${KIND_WORD[tool.letter] ?? ''} on ${tool.pads.join(' ')} `;
  }
  if (tool.mode !== 'hold' || tool.held === undefined) return undefined;
  const of = (heard: 'beep' | 'silent') => [...tool.touched].filter(([, was]) => was === heard).map(([pad]) => pad);
  const [beeps, silent] = [of('beep'), of('silent')];
  // Where silence is tapped, only what was tapped was touched; else it is every other pad.
  const over = silent.length > 0 ? ` over ${[...beeps, ...silent].join(' ')}` : '';
  return `hold ${tool.held}${over}: ${beeps.length > 0 ? beeps.join(' ') : silent.length > 0 ? 'none' : ''}`;
}

/** The next ref of a letter that nothing on the board has. */
export function freeRef(letter: string, { circuit, placed }: Pick<Specimen, 'circuit' | 'placed'>): string {
  const taken = new Set([...circuit.parts, ...placed].map(({ ref }) => ref));
  for (let number = 1; ; number++) if (!taken.has(`${letter}${number}`)) return `${letter}${number}`;
}

/** The next number that no pad has. */
export function freePad(pads: readonly { readonly name: string }[]): string {
  const taken = new Set(pads.map(({ name }) => name));
  for (let number = 1; ; number++) if (!taken.has(String(number))) return String(number);
}

function toggled(list: readonly string[], item: string): readonly string[] {
  return list.includes(item) ? list.filter((other) => other !== item) : [...list, item];
}
