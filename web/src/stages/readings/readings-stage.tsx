import { type Appraisal, isLit, type SchematicSymbol, symptomsOf } from '@mindful-probe/core';
import { useCallback, useMemo } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { SymptomButtons } from '../../shared/faults/symptom-buttons.tsx';
import { LedCurrentSum } from '../../shared/figures/fetched-sums.ts';
import { multipleText } from '../../shared/figures/figure.tsx';
import { groundWords } from '../../shared/figures/ground-words.ts';
import { Disclosure } from '../../shared/kit/disclosure.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { fetchedPart } from '../../shared/kit/fetched.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { ModeHint } from '../../shared/modes/mode-hint.tsx';
import { ModesTable } from '../../shared/modes/modes-table.tsx';
import { SchematicView } from '../../shared/pictures/schematic-view.tsx';
import { LoggedFromCsv } from './logged-from-csv.tsx';
import { MetersInHand } from './meters-in-hand.tsx';
import { Misfits } from './misfits.tsx';
import { NextProbes } from './next-probes.tsx';
import { SlotTray } from './slot-tray.tsx';

const DiagnosisView = fetchedPart(async () => (await import('./diagnosis/diagnosis-view.tsx')).DiagnosisView);
const SlotTable = fetchedPart(async () => (await import('./slot-table.tsx')).SlotTable);

/** The circuit with a slot wherever a reading helps, what was read there, and what was to be expected. */
export function ReadingsStage() {
  const { analysis, specimen } = useOpenSpecimen();
  if (symptomsOf(specimen).length > 0) return <FaultyReadings />;
  if (!analysis) return <StageHeader title="Readings" fact="computing…" />;
  if (!analysis.found.ok) {
    return (
      <>
        <StageHeader title="Readings" />
        <Empty>
          <p>{analysis.found.error.message} Readings find their places once the circuit is traced.</p>
        </Empty>
        <NotWorking />
      </>
    );
  }
  return <ReadingsOf appraisal={analysis.found.value} />;
}

/** While something does not work the fault comes first, and the slots behind it. */
function FaultyReadings() {
  const { analysis } = useOpenSpecimen();
  return (
    <>
      <DiagnosisView />
      {analysis?.found.ok && (
        <Disclosure className="mt-4" summary={`All ${analysis.found.value.slots.length} slots, as if it worked`}>
          <SlotTable slots={analysis.found.value.slots} next={analysis.found.value.next} />
          <MetersInHand />
        </Disclosure>
      )}
    </>
  );
}

/** Where a diagnosis begins. */
function NotWorking() {
  return (
    <Disclosure summary="It does not work, or not as it should">
      <div className="mt-2">
        <SymptomButtons />
      </div>
    </Disclosure>
  );
}

function ReadingsOf({ appraisal }: { readonly appraisal: Appraisal }) {
  const { specimen } = useOpenSpecimen();
  const { slots, hardest, next } = appraisal;
  const filled = slots.filter(({ read }) => read).length;
  const off = slots.filter(({ fits }) => !fits);
  const asked = next[0]?.ref;
  const askedVolts = next[0]?.kind === 'volts' && next[0].chipAmps === undefined ? asked : undefined;
  const lit = useMemo(() => new Set(asked === undefined ? [] : [asked]), [asked]);
  const traySlot = useCallback(
    (symbol: SchematicSymbol) => {
      const slot = slots.find((candidate) => candidate.ref === symbol.ref && candidate.kind === 'volts' && !candidate.ripple);
      return slot ? <SlotTray symbol={symbol} slot={slot} asked={askedVolts === symbol.ref} /> : null;
    },
    [slots, askedVolts],
  );
  return (
    <>
      <StageHeader
        title="Readings"
        fact={`${filled} of ${slots.length} slots${off.length > 0 ? `, ${off.length} ${off.length === 1 ? 'does' : 'do'} not fit` : ''}.  ≈ is what to expect`}
      >
        {hardest && (
          <p>
            {hardest.ref}:{' '}
            {isLit(hardest) ? (
              <>
                <b className="font-figures">{multipleText(hardest.ratio.value)}</b>{' '}
                <span className="text-quiet">{groundWords(appraisal)}</span>
              </>
            ) : (
              <span className="text-quiet">no current as traced</span>
            )}
          </p>
        )}
      </StageHeader>
      <SchematicView circuit={specimen.circuit} maxHeight={400} slot={traySlot} lit={lit} />
      {off.length > 0 && <Misfits off={off} />}
      <NextProbes appraisal={appraisal} />
      <ModesTable rework={0} />
      <ModeHint />
      <MetersInHand />
      <p className="mt-1">
        <LoggedFromCsv />
      </p>
      {hardest && (
        <Disclosure className="mt-2 max-w-[840px]" summary="From the readings to the LED current, step by step">
          <LedCurrentSum appraisal={appraisal} led={hardest.ref} />
        </Disclosure>
      )}
      <NotWorking />
      <Disclosure summary={`All ${slots.length} slots, as a table`}>
        <SlotTable slots={slots} next={next} />
      </Disclosure>
    </>
  );
}
