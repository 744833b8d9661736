/**
 * Typical cells. The figures are rounded class averages for fresh cells at room temperature, of the kind found in
 * cell makers' general application manuals, not of one maker's product; a cell in hand may be off by a third in
 * resistance and capacity. Open volts are after rest.
 */
export const CHEMISTRIES = ['alkaline', 'zinc-carbon', 'nimh', 'nicd', 'lithium-coin', 'li-ion', 'lifepo4'] as const;
export type Chemistry = (typeof CHEMISTRIES)[number];

/** Wants a protection against overcharge, deep discharge and shorts (IEC 62133-2). */
export function isRechargeableLithium(chemistry: Chemistry | undefined): boolean {
  return chemistry === 'li-ion' || chemistry === 'lifepo4';
}

interface CellChemistry {
  /** As it is printed on cells. */
  readonly name: string;
  /** [charge, open volts], charge falling from 1 to 0. */
  readonly openVolts: readonly (readonly [number, number])[];
  /** [charge, factor] on the fresh resistance. */
  readonly ohmsFactor: readonly (readonly [number, number])[];
  /** Below this under load it is taken out or switched off. */
  readonly cutOffVolts: number;
  readonly isRechargeable: boolean;
  /** Its capacity is stated for a discharge over so many hours; at more it holds less, by a power of the ratio of currents. */
  readonly statedHours: number;
  readonly rateExponent: number;
  readonly sizes: Readonly<Record<string, { readonly ohms: number; readonly ampHours: number }>>;
  /** The size taken where none is given. */
  readonly usualSize: string;
}

export const CELLS: Readonly<Record<Chemistry, CellChemistry>> = {
  alkaline: {
    name: 'alkaline',
    openVolts: [
      [1, 1.59],
      [0.9, 1.46],
      [0.8, 1.4],
      [0.6, 1.33],
      [0.4, 1.28],
      [0.2, 1.23],
      [0.1, 1.18],
      [0, 1.05],
    ],
    ohmsFactor: [
      [1, 1],
      [0.5, 1.4],
      [0.2, 2],
      [0, 4],
    ],
    cutOffVolts: 0.9,
    isRechargeable: false,
    statedHours: 100,
    rateExponent: 0.17,
    sizes: {
      AAA: { ohms: 0.25, ampHours: 1.1 },
      AA: { ohms: 0.15, ampHours: 2.5 },
      C: { ohms: 0.12, ampHours: 7 },
      D: { ohms: 0.1, ampHours: 14 },
      N: { ohms: 0.5, ampHours: 0.8 },
      LR44: { ohms: 5, ampHours: 0.12 },
      '6LR61': { ohms: 0.35, ampHours: 0.5 },
    },
    usualSize: 'AA',
  },
  'zinc-carbon': {
    name: 'zinc-carbon',
    openVolts: [
      [1, 1.6],
      [0.8, 1.46],
      [0.6, 1.37],
      [0.4, 1.28],
      [0.2, 1.17],
      [0.1, 1.1],
      [0, 0.95],
    ],
    ohmsFactor: [
      [1, 1],
      [0.5, 1.8],
      [0.2, 3],
      [0, 6],
    ],
    cutOffVolts: 0.9,
    isRechargeable: false,
    statedHours: 100,
    rateExponent: 0.25,
    sizes: {
      AAA: { ohms: 0.7, ampHours: 0.45 },
      AA: { ohms: 0.5, ampHours: 0.9 },
      C: { ohms: 0.4, ampHours: 2.8 },
      D: { ohms: 0.3, ampHours: 6 },
    },
    usualSize: 'AA',
  },
  nimh: {
    name: 'NiMH',
    openVolts: [
      [1, 1.4],
      [0.9, 1.33],
      [0.5, 1.28],
      [0.2, 1.24],
      [0.1, 1.2],
      [0, 1.02],
    ],
    ohmsFactor: [
      [1, 1],
      [0.2, 1.2],
      [0, 2],
    ],
    cutOffVolts: 0.9,
    isRechargeable: true,
    statedHours: 5,
    rateExponent: 0.03,
    sizes: {
      AAA: { ohms: 0.06, ampHours: 0.8 },
      AA: { ohms: 0.035, ampHours: 2 },
      C: { ohms: 0.02, ampHours: 4 },
      D: { ohms: 0.012, ampHours: 8 },
    },
    usualSize: 'AA',
  },
  // Of emergency lights and old tools. Flatter than nickel-metal hydride, with less in it; capacity and end by IEC 61951-1.
  nicd: {
    name: 'NiCd',
    openVolts: [
      [1, 1.35],
      [0.9, 1.3],
      [0.5, 1.26],
      [0.2, 1.22],
      [0.1, 1.18],
      [0, 1.02],
    ],
    ohmsFactor: [
      [1, 1],
      [0.2, 1.2],
      [0, 2],
    ],
    cutOffVolts: 0.9,
    isRechargeable: true,
    statedHours: 5,
    rateExponent: 0.03,
    sizes: {
      AAA: { ohms: 0.04, ampHours: 0.3 },
      AA: { ohms: 0.02, ampHours: 0.8 },
      SC: { ohms: 0.008, ampHours: 1.6 },
      C: { ohms: 0.01, ampHours: 2.4 },
      D: { ohms: 0.006, ampHours: 4.5 },
    },
    usualSize: 'AA',
  },
  'lithium-coin': {
    name: 'lithium coin',
    openVolts: [
      [1, 3.25],
      [0.9, 3.05],
      [0.5, 2.98],
      [0.2, 2.9],
      [0.1, 2.75],
      [0, 2.2],
    ],
    ohmsFactor: [
      [1, 1],
      [0.5, 1.3],
      [0.2, 2.2],
      [0, 6],
    ],
    cutOffVolts: 2,
    isRechargeable: false,
    statedHours: 1000,
    rateExponent: 0.03,
    sizes: {
      2450: { ohms: 10, ampHours: 0.6 },
      2430: { ohms: 12, ampHours: 0.28 },
      2032: { ohms: 15, ampHours: 0.22 },
      2025: { ohms: 18, ampHours: 0.16 },
      2016: { ohms: 25, ampHours: 0.09 },
    },
    usualSize: '2032',
  },
  'li-ion': {
    name: 'Li-ion',
    openVolts: [
      [1, 4.2],
      [0.9, 4.06],
      [0.8, 3.98],
      [0.6, 3.87],
      [0.4, 3.79],
      [0.2, 3.72],
      [0.1, 3.65],
      [0.05, 3.45],
      [0, 3],
    ],
    ohmsFactor: [
      [1, 1],
      [0.2, 1.2],
      [0, 1.8],
    ],
    cutOffVolts: 2.8,
    isRechargeable: true,
    statedHours: 5,
    rateExponent: 0.02,
    sizes: {
      18650: { ohms: 0.05, ampHours: 2.5 },
      14500: { ohms: 0.09, ampHours: 0.75 },
      16340: { ohms: 0.1, ampHours: 0.65 },
      10440: { ohms: 0.15, ampHours: 0.32 },
      21700: { ohms: 0.03, ampHours: 4.5 },
      26650: { ohms: 0.035, ampHours: 4.5 },
      pouch: { ohms: 0.12, ampHours: 0.5 },
    },
    usualSize: '18650',
  },
  lifepo4: {
    name: 'LiFePO4',
    openVolts: [
      [1, 3.5],
      [0.95, 3.34],
      [0.5, 3.29],
      [0.2, 3.22],
      [0.1, 3.13],
      [0, 2.6],
    ],
    ohmsFactor: [
      [1, 1],
      [0.2, 1.2],
      [0, 2],
    ],
    cutOffVolts: 2.5,
    isRechargeable: true,
    statedHours: 5,
    rateExponent: 0.02,
    sizes: {
      18650: { ohms: 0.05, ampHours: 1.5 },
      14500: { ohms: 0.08, ampHours: 0.6 },
      26650: { ohms: 0.02, ampHours: 3 },
    },
    usualSize: '18650',
  },
};

export function chemistryName(chemistry: Chemistry): string {
  return CELLS[chemistry].name;
}

/** One cell at a charge. */
export interface CellState {
  readonly openVolts: number;
  readonly ohms: number;
  readonly ampHours: number;
}

/**
 * The typical cell of a chemistry and size at `charge` (0 to 1; clamped).
 *
 * @param size any case; an unknown one is taken as the chemistry's usual size
 */
export function typicalCell(chemistry: Chemistry, size: string | undefined, charge: number): CellState {
  const cell = CELLS[chemistry];
  const known = cellSize(chemistry, size) ?? cell.usualSize;
  const { ohms, ampHours } = cell.sizes[known] as { ohms: number; ampHours: number };
  return { openVolts: interpolate(cell.openVolts, charge), ohms: ohms * interpolate(cell.ohmsFactor, charge), ampHours };
}

/** The table's own spelling of a cell size, or undefined where the chemistry has no such size. */
export function cellSize(chemistry: Chemistry, size: string | undefined): string | undefined {
  return Object.keys(CELLS[chemistry].sizes).find((known) => known.toLowerCase() === size?.toLowerCase());
}

function interpolate(table: readonly (readonly [number, number])[], charge: number): number {
  const [first, ...rest] = table as [readonly [number, number], ...(readonly [number, number])[]];
  if (charge >= first[0]) return first[1];
  let [upperCharge, upper] = first;
  for (const [lowerCharge, lower] of rest) {
    if (charge >= lowerCharge) return lower + ((charge - lowerCharge) / (upperCharge - lowerCharge)) * (upper - lower);
    [upperCharge, upper] = [lowerCharge, lower];
  }
  return upper;
}
