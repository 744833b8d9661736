import type { Unit } from '../quantity/index.ts';

/** What body, box or listing can say in figures. */
export const CLAIM_FIELDS = ['volts', 'amps', 'watts', 'lumens', 'ampHours', 'hours', 'candela'] as const;
export type ClaimField = (typeof CLAIM_FIELDS)[number];

/** Where it is said. */
export const CLAIM_SOURCES = ['body', 'box', 'leaflet', 'listing', 'seller'] as const;
export type ClaimSource = (typeof CLAIM_SOURCES)[number];

export const CLAIM_LABELS: Readonly<Record<ClaimField, string>> = {
  volts: 'Volts',
  amps: 'Amps',
  watts: 'Watts',
  lumens: 'Lumens',
  ampHours: 'Capacity',
  hours: 'Runtime',
  candela: 'Candela',
};

/** The field that a figure with this unit fills; undefined where no claim has such a unit. */
export function claimFieldOf(unit: Unit): ClaimField | undefined {
  return CLAIM_FIELDS.find((field) => field === unit);
}
