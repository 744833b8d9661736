import { type Specimen, terminalName } from '@mindful-probe/core';

/** What the pointer or the focus is on. */
export type LitThing = { readonly kind: 'net' | 'part' | 'pad'; readonly name: string };

/** What lights up with it, in photo, nets and schematic at once. */
export interface LitSets {
  readonly refs: ReadonlySet<string>;
  readonly nets: ReadonlySet<string>;
  readonly pads: ReadonlySet<string>;
}

/** A net lights its pins' parts and its pads; a pad its net; a part itself and the pads under it. */
export function litBy({ kind, name }: LitThing, { nets, continuity, circuit }: Specimen): LitSets {
  if (kind === 'part') {
    const pins =
      circuit.parts.find(({ ref }) => ref === name)?.pins.map((_, index) => terminalName(circuit.parts, `${name}.${index + 1}`)) ?? [];
    const own = nets.filter((net) => net.pins.some((pin) => pins.includes(pin)));
    return { refs: new Set([name]), nets: new Set(), pads: new Set(own.flatMap(({ pads }) => pads)) };
  }
  const net = nets.find((candidate) => (kind === 'net' ? candidate.name === name : candidate.pads.includes(name)));
  const group = continuity?.nets.find((pads) => pads.includes(name)) ?? [];
  return {
    refs: new Set(net?.pins.map((pin) => pin.slice(0, pin.lastIndexOf('.'))) ?? []),
    nets: new Set(net ? [net.name] : []),
    pads: new Set([...(net?.pads ?? []), ...(kind === 'pad' ? [name, ...group] : [])]),
  };
}
