import type { Rated } from '../../device/index.ts';
import { formatEngineering } from '../../quantity/index.ts';

/** "R4 82 Ω, 500 mW": a resistor that is to be fitted. */
export function resistorWords({
  ref,
  ohms,
  rated,
}: {
  readonly ref: string;
  readonly ohms: number;
  readonly rated?: Rated | undefined;
}): string {
  const watts = rated?.watts === undefined ? '' : `, ${formatEngineering(rated.watts, 'watts').text}`;
  return `${ref} ${formatEngineering(ohms, 'ohms').text}${watts}`;
}
