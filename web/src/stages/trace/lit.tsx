import { type Specimen, terminalName } from '@mindful-probe/core';
import { createContext, type ReactNode, use, useMemo, useState } from 'react';

/** What the pointer or the focus is on. */
export type LitThing = { readonly kind: 'net' | 'part' | 'pad'; readonly name: string };

/** What lights up with it, in photo, nets and schematic at once. */
export interface LitSets {
  readonly refs: ReadonlySet<string>;
  readonly nets: ReadonlySet<string>;
  readonly pads: ReadonlySet<string>;
}

const NOTHING: LitSets = { refs: new Set(), nets: new Set(), pads: new Set() };

interface Lit extends LitSets {
  readonly light: (thing: LitThing | undefined) => void;
}

const LitContext = createContext<Lit>({ ...NOTHING, light: () => undefined });

export function LitProvider({ specimen, children }: { readonly specimen: Specimen; readonly children: ReactNode }) {
  const [thing, light] = useState<LitThing>();
  const lit = useMemo(() => ({ ...(thing ? litBy(thing, specimen) : NOTHING), light }), [thing, specimen]);
  return <LitContext value={lit}>{children}</LitContext>;
}

export function useLit(): Lit {
  return use(LitContext);
}

/** Pointer and focus on something that stands for a net, a part or a pad. */
export function lightsOf(light: Lit['light'], thing: LitThing) {
  return {
    onPointerEnter: () => light(thing),
    onPointerLeave: () => light(undefined),
    onFocus: () => light(thing),
    onBlur: () => light(undefined),
  };
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
