import { deviceOf } from '../device/index.ts';
import { partOf } from './edit-circuit.ts';
import type { Circuit } from './schema.ts';

/** Cells that are parts of their own, one behind the other: what flows through one flows through all. */
export interface SeriesPack {
  /** From the plus end on. */
  readonly refs: readonly string[];
  /** Its ends. */
  readonly plus: string;
  readonly minus: string;
}

/** The cells in a row with a supply; the supply alone where it is no cell or stands alone. Undefined without that part. */
export function seriesPackOf(circuit: Circuit, ref: string): SeriesPack | undefined {
  const supply = partOf(circuit, ref);
  if (!supply) return undefined;
  const [plus, minus] = supply.pins as readonly [string, string];
  const alone = { refs: [ref], plus, minus };
  if (!deviceOf(supply.kind).source?.isCell) return alone;
  const refs = [ref];
  const grow = (from: string, pin: 0 | 1): string => {
    let net = from;
    for (;;) {
      // Where anything else lies between two cells it is a tap, and their currents differ.
      const there = circuit.parts.filter(({ pins }) => (pins as readonly string[]).includes(net));
      const next = there.find((part) => !refs.includes(part.ref) && deviceOf(part.kind).source?.isCell && part.pins[1 - pin] === net);
      if (!next || there.length !== 2) return net;
      if (pin === 0) refs.unshift(next.ref);
      else refs.push(next.ref);
      net = next.pins[pin] as string;
    }
  };
  return { plus: grow(plus, 0), minus: grow(minus, 1), refs };
}
