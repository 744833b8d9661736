/** Colours of a drawing that stands outside the application: bone, lamp-black, or plain black on white. */
export interface Palette {
  readonly sheet: string;
  readonly ink: string;
  readonly quiet: string;
  readonly act: string;
  readonly light: string;
}

export const PALETTES = {
  bone: { sheet: '#FBFAF6', ink: '#20242A', quiet: '#5E6470', act: '#0F5E6B', light: '#E8C65A' },
  'lamp-black': { sheet: '#1B1E24', ink: '#ECE7DC', quiet: '#A4A8B0', act: '#6CBFCB', light: '#C9AA4E' },
  plain: { sheet: '#FFFFFF', ink: '#000000', quiet: '#333333', act: '#000000', light: '#FFFFFF' },
} as const satisfies Record<string, Palette>;

export type PaletteName = keyof typeof PALETTES;
