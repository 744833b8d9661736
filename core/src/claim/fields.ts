import type { Unit } from '../quantity/index.ts';

interface ClaimDefinition {
  readonly label: string;
  readonly unit: Unit;
  /** Words that name it where its unit alone does not. */
  readonly typed: readonly string[];
}

/** What body, box or listing can say in figures. */
export const CLAIM_DEFINITIONS = {
  volts: { label: 'Volts', unit: 'volts', typed: [] },
  amps: { label: 'Amps', unit: 'amps', typed: [] },
  hertz: { label: 'Mains frequency', unit: 'hertz', typed: [] },
  watts: { label: 'Watts', unit: 'watts', typed: [] },
  equivalentWatts: { label: '“Equivalent” watts', unit: 'watts', typed: ['equivalent', 'like', 'replaces'] },
  lumens: { label: 'Lumens', unit: 'lumens', typed: [] },
  kelvin: { label: 'Colour temperature', unit: 'kelvin', typed: ['colour', 'cct'] },
  colourIndex: { label: 'Colour rendering', unit: 'one', typed: ['cri', 'ra'] },
  beamDegrees: { label: 'Beam angle', unit: 'degrees', typed: ['beam'] },
  candela: { label: 'Candela', unit: 'candela', typed: [] },
  throwMetres: { label: 'Throw', unit: 'metres', typed: ['throw', 'reach'] },
  cells: { label: 'Cells', unit: 'one', typed: ['cells'] },
  ampHours: { label: 'Capacity', unit: 'ampHours', typed: [] },
  hours: { label: 'Runtime', unit: 'hours', typed: ['runtime', 'lasts'] },
  lengthMetres: { label: 'Length', unit: 'metres', typed: ['length'] },
  diameterMetres: { label: 'Diameter', unit: 'metres', typed: ['diameter'] },
} as const satisfies Record<string, ClaimDefinition>;

export type ClaimField = keyof typeof CLAIM_DEFINITIONS;
export const CLAIM_FIELDS = Object.keys(CLAIM_DEFINITIONS) as [ClaimField, ...ClaimField[]];

/** What can be said in words only. */
export const CLAIM_TEXT_LABELS = {
  battery: 'Battery',
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
export const CLAIM_SOURCES = ['body', 'box', 'leaflet', 'listing', 'seller'] as const;
export type ClaimSource = (typeof CLAIM_SOURCES)[number];

export const CLAIM_LABELS = Object.fromEntries(CLAIM_FIELDS.map((field) => [field, CLAIM_DEFINITIONS[field].label])) as Readonly<
  Record<ClaimField, string>
>;

/** The field that a figure with this unit fills by itself; undefined where the unit alone does not tell. */
export function claimFieldOf(unit: Unit): ClaimField | undefined {
  const fields = CLAIM_FIELDS.filter((field) => CLAIM_DEFINITIONS[field].unit === unit);
  return fields.length === 1 ? fields[0] : fields.find((field) => CLAIM_DEFINITIONS[field].typed.length === 0);
}

/** The field that a word names. */
export function claimFieldNamed(word: string): ClaimField | undefined {
  const lower = word.toLowerCase();
  return CLAIM_FIELDS.find((field) => (CLAIM_DEFINITIONS[field].typed as readonly string[]).includes(lower));
}
