import type { Specimen } from '@mindful-probe/core';
import { createContext, type ReactNode, use, useMemo, useState } from 'react';
import { type LitSets, type LitThing, litBy } from './lit-sets.ts';

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
