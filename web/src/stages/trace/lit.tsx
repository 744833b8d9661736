import type { Specimen } from '@mindful-probe/core';
import { createContext, type ReactNode, use, useMemo, useState } from 'react';
import { type LitSets, type LitThing, litBy } from './lit-sets.ts';

const NOTHING: LitSets = { refs: new Set(), nets: new Set(), pads: new Set() };

interface Lit extends LitSets {
  readonly light: (thing: LitThing | undefined) => void;
}

const LitContext = createContext<Lit>({ ...NOTHING, light: () => undefined });

interface LitProviderProps {
  readonly specimen: Specimen;
  /** The part that the next probe asks for: lit where nothing else is. */
  readonly asked: string | undefined;
  readonly children: ReactNode;
}

export function LitProvider({ specimen, asked, children }: LitProviderProps) {
  const [thing, light] = useState<LitThing>();
  const lit = useMemo(() => {
    const shown = thing ?? (asked === undefined ? undefined : ({ kind: 'part', name: asked } as const));
    return { ...(shown ? litBy(shown, specimen) : NOTHING), light };
  }, [thing, asked, specimen]);
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
