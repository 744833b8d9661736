import type { Unit } from '../quantity/index.ts';

interface ClaimDefinition {
  readonly label: string;
  readonly unit: Unit;
  /** Words that name it, before its figure or behind. */
  readonly typed: readonly string[];
  /** A figure with its unit alone is this one. */
  readonly byUnit?: true;
}

/** What body, box or listing can say in figures. */
export const CLAIM_DEFINITIONS = {
  volts: { label: 'Volts', unit: 'volts', typed: ['volts'], byUnit: true },
  amps: { label: 'Amps', unit: 'amps', typed: ['amps', 'current'], byUnit: true },
  hertz: { label: 'Mains frequency', unit: 'hertz', typed: ['frequency'], byUnit: true },
  watts: { label: 'Watts', unit: 'watts', typed: ['watts', 'power'], byUnit: true },
  equivalentWatts: { label: '“Equivalent” watts', unit: 'watts', typed: ['equivalent', 'like', 'replaces'] },
  lumens: { label: 'Lumens', unit: 'lumens', typed: ['lumens'], byUnit: true },
  kelvin: { label: 'Colour temperature', unit: 'kelvin', typed: ['colour', 'cct'], byUnit: true },
  colourIndex: { label: 'Colour rendering', unit: 'one', typed: ['cri', 'ra'] },
  beamDegrees: { label: 'Beam angle', unit: 'degrees', typed: ['beam'], byUnit: true },
  candela: { label: 'Candela', unit: 'candela', typed: ['candela'], byUnit: true },
  throwMetres: { label: 'Throw', unit: 'metres', typed: ['throw', 'reach'] },
  cells: { label: 'Cells', unit: 'one', typed: ['cells'] },
  ampHours: { label: 'Capacity', unit: 'ampHours', typed: ['capacity'], byUnit: true },
  hours: { label: 'Runtime', unit: 'hours', typed: ['runtime', 'lasts'], byUnit: true },
  lifeHours: { label: 'Life', unit: 'hours', typed: ['life', 'lifetime', 'lifespan'] },
  powerFactor: { label: 'Power factor', unit: 'one', typed: ['pf', 'factor'] },
  ledCount: { label: 'LEDs', unit: 'one', typed: ['leds', 'chips'] },
  wattsPerMetre: { label: 'Watts a metre', unit: 'watts', typed: ['w/m'] },
  lengthMetres: { label: 'Length', unit: 'metres', typed: ['length'] },
  diameterMetres: { label: 'Diameter', unit: 'metres', typed: ['diameter'] },
} as const satisfies Record<string, ClaimDefinition>;

export type ClaimField = keyof typeof CLAIM_DEFINITIONS;
export const CLAIM_FIELDS = Object.keys(CLAIM_DEFINITIONS) as [ClaimField, ...ClaimField[]];

/** What can be said in words only. */
export const CLAIM_TEXT_LABELS = {
  battery: 'Battery',
  energy: 'Energy class',
  base: 'Cap',
  modes: 'Modes',
  water: 'Water and dust',
  impact: 'Impact',
  marks: 'Marks of conformity',
  protection: 'Protections',
  dimmable: 'Dimmable',
  price: 'Price',
  bought: 'Bought',
  listing: 'Listing, whole',
} as const;
export type ClaimTextField = keyof typeof CLAIM_TEXT_LABELS;
export const CLAIM_TEXT_FIELDS = Object.keys(CLAIM_TEXT_LABELS) as [ClaimTextField, ...ClaimTextField[]];

/** Where it is said. */
export const CLAIM_SOURCES = ['body', 'box', 'leaflet', 'adapter', 'listing', 'seller'] as const;
export type ClaimSource = (typeof CLAIM_SOURCES)[number];

export const CLAIM_LABELS = Object.fromEntries(CLAIM_FIELDS.map((field) => [field, CLAIM_DEFINITIONS[field].label])) as Readonly<
  Record<ClaimField, string>
>;

/** The field that a figure with this unit fills by itself; undefined where the unit alone does not tell. */
export function claimFieldOf(unit: Unit): ClaimField | undefined {
  return CLAIM_FIELDS.find((field) => CLAIM_DEFINITIONS[field].unit === unit && 'byUnit' in CLAIM_DEFINITIONS[field]);
}

/** The field that a word names. */
export function claimFieldNamed(word: string): ClaimField | undefined {
  const lower = word.toLowerCase();
  return CLAIM_FIELDS.find((field) => (CLAIM_DEFINITIONS[field].typed as readonly string[]).includes(lower));
}
