import { AMBIENT_CELSIUS, type Part } from '../device/index.ts';
import type { Circuit } from './schema.ts';

/** What a part sits in, °C: its own temperature where it states one, else the circuit's, else the usual. */
export function celsiusOf({ celsius }: Pick<Circuit, 'celsius'>, part?: Pick<Part, 'celsius'>): number {
  return part?.celsius ?? celsius ?? AMBIENT_CELSIUS;
}
