import { COMFORT } from '../drive/index.ts';
import type { Summary } from './summarise.ts';

/** How hard something is driven, as a shelf is asked for it. */
export const DRIVE_BANDS = ['over', 'near', 'comfort', 'unknown'] as const;
export type DriveBand = (typeof DRIVE_BANDS)[number];

/** By the likeliest figure: over the rating, above comfort, within it, or not known. */
export function driveBandOf({ drive }: Pick<Summary, 'drive'>): DriveBand {
  if (!drive) return 'unknown';
  const { value } = drive.ratio;
  return value > 1 ? 'over' : value > COMFORT.high ? 'near' : 'comfort';
}
