/** The colours of IEC 60062:2016, table 1, with what each can stand for. */
export interface BandColour {
  readonly digit?: number;
  /** Power of ten. */
  readonly multiplier?: number;
  /** Relative. */
  readonly tolerance?: number;
  /** 1e-6 per kelvin. */
  readonly temperature?: number;
}

export const BAND_COLOURS: Readonly<Record<string, BandColour>> = {
  black: { digit: 0, multiplier: 0, temperature: 250 },
  brown: { digit: 1, multiplier: 1, tolerance: 0.01, temperature: 100 },
  red: { digit: 2, multiplier: 2, tolerance: 0.02, temperature: 50 },
  orange: { digit: 3, multiplier: 3, tolerance: 0.0005, temperature: 15 },
  yellow: { digit: 4, multiplier: 4, tolerance: 0.0002, temperature: 25 },
  green: { digit: 5, multiplier: 5, tolerance: 0.005, temperature: 20 },
  blue: { digit: 6, multiplier: 6, tolerance: 0.0025, temperature: 10 },
  violet: { digit: 7, multiplier: 7, tolerance: 0.001, temperature: 5 },
  grey: { digit: 8, multiplier: 8, tolerance: 0.0001, temperature: 1 },
  white: { digit: 9, multiplier: 9 },
  gold: { multiplier: -1, tolerance: 0.05 },
  silver: { multiplier: -2, tolerance: 0.1 },
};

/** Other spellings and short forms people type. */
const ALIASES: Readonly<Record<string, string>> = {
  gray: 'grey',
  purple: 'violet',
  brn: 'brown',
  blk: 'black',
  org: 'orange',
  yel: 'yellow',
  grn: 'green',
  blu: 'blue',
  vio: 'violet',
  gry: 'grey',
  wht: 'white',
  gld: 'gold',
  sil: 'silver',
};

/** The standard's name of a colour as typed; undefined when it is not one. */
export function bandColour(typed: string): string | undefined {
  const lower = typed.toLowerCase();
  if (Object.hasOwn(BAND_COLOURS, lower)) return lower;
  return Object.hasOwn(ALIASES, lower) ? ALIASES[lower] : undefined;
}
