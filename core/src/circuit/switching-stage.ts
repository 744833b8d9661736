import type { Circuit } from './schema.ts';

/**
 * Coils and diodes at a pin of a converter that its averaged law does not have: they are of its switching stage, for
 * which that law stands. What it solves for them is not what flows in them, which comes in pulses.
 *
 * @returns their refs
 */
export function switchingStageOf({ parts }: Circuit): ReadonlySet<string> {
  const inside = new Set(
    parts.flatMap((part) => {
      if (part.kind !== 'converter') return [];
      const outside = new Set<string>(part.pins);
      return (part.chipPins ?? []).map(({ on }) => on).filter((net) => !outside.has(net));
    }),
  );
  const isOfStage = ({ kind, pins }: Circuit['parts'][number]) =>
    (kind === 'inductor' || kind === 'diode') && (pins as readonly string[]).some((net) => inside.has(net));
  return new Set(parts.filter(isOfStage).map(({ ref }) => ref));
}
