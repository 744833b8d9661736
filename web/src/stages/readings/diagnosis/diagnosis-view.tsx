import { likeliestOf, packagesNamed, packagesOf, shortFinding, stringMapOf } from '@mindful-probe/core';
import { useMemo } from 'react';
import { useOpenSpecimen } from '../../../shared/data/open-specimen.tsx';
import { Empty } from '../../../shared/kit/empty.tsx';
import { StageHeader } from '../../../shared/kit/stage-header.tsx';
import { SchematicView } from '../../../shared/pictures/schematic-view.tsx';
import { type AnalysisView, type DiagnosisView as Found, useAftermath, useDiagnosis } from '../../../shared/worker/use-analysis.ts';
import { AftermathView } from './aftermath-view.tsx';
import { FaultsList } from './faults-list.tsx';
import { NextTests } from './next-tests.tsx';
import { StringMap } from './string-map.tsx';
import { Suppose, SymptomSentence } from './symptoms.tsx';

/** While something does not work: what may be broken, and what to do next to find out. */
export function DiagnosisView() {
  const { id, entries, specimen } = useOpenSpecimen();
  const { found, progress, isStale, again } = useDiagnosis(id, entries, specimen.state, true);
  if (found === null) {
    return (
      <>
        <StageHeader title="Readings">
          <SymptomSentence />
        </StageHeader>
        <Empty>
          <p>Nothing is traced yet. Trace it, or say what it is usually built as; the usual circuit stands in until then.</p>
          <Suppose />
        </Empty>
      </>
    );
  }
  if (found === undefined || !found.ok) {
    return (
      <>
        <StageHeader
          title="Readings"
          fact={found ? undefined : progress ? `${progress.done} of ${progress.of} faults solved…` : 'computing…'}
        >
          <SymptomSentence />
        </StageHeader>
        {found && <p role="alert">{found.error.message} Without a circuit that can be solved no fault of it can be.</p>}
        {again && (
          <button type="button" className="action" onClick={again}>
            look for the fault
          </button>
        )}
      </>
    );
  }
  return <FoundView view={found.value} isStale={isStale} again={again} />;
}

/** Findings of the thing as it is now that no mending takes away, in words. */
function unsafeIn({ now }: AnalysisView): readonly string[] {
  const unsafe = (now.judged?.findings ?? []).filter(({ severity }) => severity === 'unsafe');
  return [...new Set(unsafe.map(shortFinding))];
}

interface FoundProps {
  readonly view: Found;
  readonly isStale: boolean;
  readonly again: (() => void) | undefined;
}

function FoundView({ view, isStale, again }: FoundProps) {
  const { id, entries, specimen, analysis } = useOpenSpecimen();
  const { diagnosis, isSupposed } = view;
  const loose = specimen.nets.filter(({ pins }) => pins.length === 1).flatMap(({ pins }) => pins);
  const { circuit, evidence, next, looked } = diagnosis;
  const aftermath = useAftermath(id, entries, view, analysis && unsafeIn(analysis));
  const map = useMemo(() => stringMapOf(circuit, evidence), [circuit, evidence]);
  const likeliest = likeliestOf(diagnosis);
  const test = next[0]?.test;
  const askedName = test && ('across' in test ? test.across : 'through' in test ? test.through : undefined);
  const asked = useMemo(
    () => new Set(askedName === undefined ? [] : packagesNamed(packagesOf(circuit), askedName).map(({ name }) => name)),
    [circuit, askedName],
  );
  const lit = useMemo(() => new Set(askedName === undefined ? [] : [askedName]), [askedName]);
  return (
    <>
      <StageHeader
        title="Readings"
        fact={`${evidence.length} seen or read, ${[...likeliest].filter(([, probability]) => probability > 0.02).length} of ${looked.faults} faults left${isStale ? ', from before' : ''}`}
      >
        <SymptomSentence />
      </StageHeader>
      {isSupposed && (
        <p className="mb-2 border-l-4 border-ochre pl-3">
          Assumed: nothing is traced yet, the usual circuit of its kind stands in. What is said of parts holds for that one.
        </p>
      )}
      {!isSupposed && !diagnosis.wouldLight && (
        <p className="mb-2 border-l-4 border-ochre pl-3">
          As it is traced no LED would light even with nothing broken{loose.length > 0 ? `: ${loose.join(', ')} joined to nothing yet` : ''}
          . What is said of faults holds once that is put right.
        </p>
      )}
      {again && (
        <button type="button" className="action mb-2" onClick={again}>
          go on looking for the fault
        </button>
      )}
      <div
        className={`grid gap-x-7 gap-y-5 lg:grid-cols-2 xl:grid-cols-[minmax(0,270fr)_minmax(0,260fr)_minmax(0,254fr)] ${isStale ? 'text-quiet' : ''}`}
      >
        <section aria-label="Packages" className="min-w-0">
          <h2 className="border-b border-ink">String map</h2>
          <StringMap circuit={circuit} packages={map} asked={asked} />
        </section>
        <FaultsList diagnosis={diagnosis} />
        <NextTests diagnosis={diagnosis} />
      </div>
      <section aria-label="Circuit" className="mt-5 border-t border-ink pt-2">
        <h2 className="sr-only">Circuit</h2>
        <SchematicView circuit={circuit} maxHeight={200} lit={lit} />
      </section>
      {aftermath && <AftermathView aftermath={aftermath} diagnosis={diagnosis} />}
    </>
  );
}
