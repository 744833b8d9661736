import type { Stage } from '@mindful-probe/core';
import type { ComponentType } from 'react';
import type { OpenSpecimen } from '../shared/data/open-specimen.tsx';

/** All that the workspace asks of a stage; its folder says it, and `registry.ts` lists it. */
export interface StageDefinition<S extends Stage = Stage> {
  readonly stage: S;
  readonly title: string;
  /** The letter after `g` that leads there. */
  readonly key: string;
  /** Fetched when the stage is first entered. */
  readonly view: () => Promise<{ default: ComponentType }>;
  /** One line of fact under its title in the spine; empty where there is none yet. */
  readonly fact: (open: OpenSpecimen) => string;
}

export function plural(count: number, word: string): string {
  return `${count} ${word}${count === 1 ? '' : 's'}`;
}
