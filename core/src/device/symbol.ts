/**
 * The strokes of a symbol lying with its first pin at the left, middle at (0, 0), pins at x = ±27. International
 * rectangular symbols (IEC 60617), on a grid of one pixel. `fill` is what closed shapes are filled with.
 */
export interface SymbolStroke {
  readonly d: string;
  readonly fill: 'none' | 'sheet' | 'ink' | 'light';
  readonly bold?: boolean;
}

/** The wires from both pins to a body so wide. */
export function leads(half: number): SymbolStroke {
  return { d: `M-27 0H${-half}M${half} 0H27`, fill: 'none' };
}

export const RESISTOR_BODY: SymbolStroke = { d: 'M-27 -9H27V9H-27Z', fill: 'sheet' };

export const CIRCLE: SymbolStroke = { d: 'M-13 0A13 13 0 1 0 13 0A13 13 0 1 0 -13 0Z', fill: 'sheet' };

/** The triangle of a junction. */
export function triangle(fill: 'sheet' | 'light'): SymbolStroke {
  return { d: 'M-10 -11V11L10 0Z', fill };
}

export const CATHODE_BAR: SymbolStroke = { d: 'M10 -11V11', fill: 'none' };

/** Parts of more than two pins are boxes. */
export const BOX: readonly SymbolStroke[] = [{ d: 'M-27 -16H27V16H-27Z', fill: 'sheet' }];
