import { createContext, type ReactNode, use } from 'react';
import type { AnalysisView } from '../worker/use-analysis.ts';
import type { SpecimenData } from './use-specimen.ts';

/** The open specimen, as every stage sees it. */
export interface OpenSpecimen extends SpecimenData {
  /** Undefined until the first is there. */
  readonly analysis: AnalysisView | undefined;
  /** The analysis is of the tape before its last entry. */
  readonly isStale: boolean;
  /** Puts words on the bench line and goes there. */
  readonly suggest: (line: string) => void;
  /** Puts words on the bench line and leaves the focus where it is. */
  readonly write: (line: string) => void;
}

const SpecimenContext = createContext<OpenSpecimen | undefined>(undefined);

export function SpecimenProvider({ value, children }: { readonly value: OpenSpecimen; readonly children: ReactNode }) {
  return <SpecimenContext value={value}>{children}</SpecimenContext>;
}

export function useOpenSpecimen(): OpenSpecimen {
  const value = use(SpecimenContext);
  if (!value) throw new Error('There is no open specimen here: did you render a stage outside of the workspace?');
  return value;
}
