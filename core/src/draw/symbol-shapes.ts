import type { PartKind } from '../device/index.ts';

/**
 * The strokes of a symbol lying with its first pin at the left, middle at (0, 0), pins at x = ±27. International
 * rectangular symbols (IEC 60617), on a grid of one pixel. `fill` is what closed shapes are filled with.
 */
export interface SymbolStroke {
  readonly d: string;
  readonly fill: 'none' | 'sheet' | 'ink' | 'light';
  readonly bold?: boolean;
}

const LEADS = (half: number): SymbolStroke => ({ d: `M-27 0H${-half}M${half} 0H27`, fill: 'none' });

const BOX: readonly SymbolStroke[] = [{ d: 'M-27 -16H27V16H-27Z', fill: 'sheet' }];

export const SYMBOL_SHAPES: Readonly<Record<PartKind, readonly SymbolStroke[]>> = {
  resistor: [{ d: 'M-27 -9H27V9H-27Z', fill: 'sheet' }],
  led: [
    LEADS(10),
    { d: 'M-10 -11V11L10 0Z', fill: 'light' },
    { d: 'M10 -11V11', fill: 'none' },
    { d: 'M-4 13L3 21M3 21L-2.5 19.5M3 21L1.8 15.4M6 13L13 21M13 21L7.5 19.5M13 21L11.8 15.4', fill: 'none' },
  ],
  battery: [LEADS(4), { d: 'M-4 -14V14', fill: 'none' }, { d: 'M4 -7V7', fill: 'none', bold: true }],
  dc: [LEADS(13), { d: 'M-13 0A13 13 0 1 0 13 0A13 13 0 1 0 -13 0Z', fill: 'sheet' }, { d: 'M-7 -3V3M-10 0H-4M4 0H10', fill: 'none' }],
  switch: [
    LEADS(18),
    { d: 'M-18 0L17 -9', fill: 'none' },
    { d: 'M-21 0A3 3 0 1 0 -15 0A3 3 0 1 0 -21 0ZM15 0A3 3 0 1 0 21 0A3 3 0 1 0 15 0Z', fill: 'ink' },
  ],
  ac: [LEADS(13), { d: 'M-13 0A13 13 0 1 0 13 0A13 13 0 1 0 -13 0Z', fill: 'sheet' }, { d: 'M-8 0C-5 -8 -3 -8 0 0S5 8 8 0', fill: 'none' }],
  capacitor: [LEADS(4), { d: 'M-4 -13V13M4 -13V13', fill: 'none' }],
  inductor: [{ d: 'M-27 -7H27V7H-27Z', fill: 'ink' }],
  diode: [LEADS(10), { d: 'M-10 -11V11L10 0Z', fill: 'sheet' }, { d: 'M10 -11V11', fill: 'none' }],
  zener: [LEADS(10), { d: 'M-10 -11V11L10 0Z', fill: 'sheet' }, { d: 'M5 -11H10V11', fill: 'none' }],
  sink: [LEADS(13), { d: 'M-13 0A13 13 0 1 0 13 0A13 13 0 1 0 -13 0Z', fill: 'sheet' }, { d: 'M0 -13V13', fill: 'none' }],
  // Parts of more than two pins are boxes.
  bridge: BOX,
  bjt: BOX,
  mosfet: BOX,
  converter: BOX,
  fuse: [
    { d: 'M-27 -7H27V7H-27Z', fill: 'sheet' },
    { d: 'M-27 0H27', fill: 'none' },
  ],
};
