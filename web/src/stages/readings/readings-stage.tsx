import { type Appraisal, ledCurrentSum, type SchematicSymbol, type Slot, slotWhere } from '@mindful-probe/core';
import { useCallback, useMemo } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Figure, figureText, multipleText } from '../../shared/figures/figure.tsx';
import { SumView } from '../../shared/figures/sum-view.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { SchematicView } from '../../shared/pictures/schematic-view.tsx';
import { LoggedDialog } from './logged-dialog.tsx';
import { MetersInHand } from './meters-in-hand.tsx';
import { Misfits } from './misfits.tsx';
import { NextProbes } from './next-probes.tsx';
import { SlotTray } from './slot-tray.tsx';

/** The circuit with a slot wherever a reading helps, what was read there, and what was to be expected. */
export function ReadingsStage() {
  const { analysis } = useOpenSpecimen();
  if (!analysis) return <StageHeader title="Readings" fact="computing…" />;
  if (!analysis.found.ok) {
    return (
      <>
        <StageHeader title="Readings" />
        <Empty>
          <p>{analysis.found.error.message} Readings find their places once the circuit is traced.</p>
        </Empty>
      </>
    );
  }
  return <ReadingsOf appraisal={analysis.found.value} />;
}

function ReadingsOf({ appraisal }: { readonly appraisal: Appraisal }) {
  const { suggest, specimen } = useOpenSpecimen();
  const { slots, hardest, next } = appraisal;
  const filled = slots.filter(({ read }) => read).length;
  const off = slots.filter(({ fits }) => !fits);
  const asked = next[0]?.ref;
  const askedVolts = next[0]?.kind === 'volts' ? asked : undefined;
  const lit = useMemo(() => new Set(asked === undefined ? [] : [asked]), [asked]);
  const traySlot = useCallback(
    (symbol: SchematicSymbol) => {
      const slot = slots.find(({ ref, kind }) => ref === symbol.ref && kind === 'volts');
      return slot ? <SlotTray symbol={symbol} slot={slot} asked={askedVolts === symbol.ref} /> : null;
    },
    [slots, askedVolts],
  );
  return (
    <>
      <StageHeader
        title="Readings"
        fact={`${filled} of ${slots.length} slots${off.length > 0 ? `, ${off.length} do not fit` : ''}.  ≈ is what to expect`}
      >
        {hardest && (
          <p>
            {hardest.ref}: <b className="font-figures">{multipleText(hardest.ratio.value)}</b>{' '}
            <span className="text-quiet">{appraisal.measured ? 'measured' : 'expected'}</span>
          </p>
        )}
      </StageHeader>
      <SchematicView circuit={specimen.circuit} maxHeight={400} slot={traySlot} lit={lit} />
      {off.length > 0 && <Misfits off={off} />}
      <NextProbes appraisal={appraisal} />
      <MetersInHand />
      <p className="mt-1">
        <LoggedDialog />
      </p>
      {hardest && (
        <details className="mt-2 max-w-[840px]">
          <summary className="cursor-pointer text-petrol underline">From the readings to the LED current, step by step</summary>
          <SumView sum={ledCurrentSum(appraisal, hardest.ref)} />
        </details>
      )}
      <SlotTable slots={slots} onPick={(slot) => suggest(slot.ref ? `${slot.ref} ` : `${slot.nets?.join(' to ')} `)} />
    </>
  );
}

function SlotTable({ slots, onPick }: { readonly slots: readonly Slot[]; readonly onPick: (slot: Slot) => void }) {
  return (
    <table className="mt-4 w-full max-w-[840px] border-collapse">
      <caption className="sr-only">Readings beside what is expected</caption>
      <thead>
        <tr className="border-b border-ink">
          <th scope="col">Where</th>
          <th scope="col" className="text-right">
            Read
          </th>
          <th scope="col" className="text-right">
            Expected
          </th>
          <th scope="col" className="pl-8">
            Fits
          </th>
        </tr>
      </thead>
      <tbody>
        {slots.map((slot) => (
          <tr key={slotWhere(slot)} className="border-b border-rule">
            <th scope="row" className="py-1 font-normal">
              <button type="button" className="underline decoration-1 underline-offset-2" onClick={() => onPick(slot)}>
                {slotWhere(slot)}
              </button>
            </th>
            <td className="text-right">
              {slot.read ? (
                <>
                  <Figure value={slot.read} unit={slot.kind} className={slot.fits ? 'font-[650]' : 'font-[650] text-brick'} />
                  {slot.read.asRead !== undefined && (
                    <span className="block text-12 text-quiet">{figureText(slot.read.asRead, slot.kind)} with the meter on it</span>
                  )}
                </>
              ) : (
                <span className="text-quiet">not read</span>
              )}
            </td>
            <td className="pl-3 text-right text-quiet">
              ≈ <Figure value={slot.expected} unit={slot.kind} />
            </td>
            <td className="pl-8">
              {slot.read && (
                <span className="flex items-center gap-2">
                  <LevelMark level={slot.read.leftOut !== undefined ? 'caution' : slot.fits ? 'within' : 'over'} />{' '}
                  {slot.read.leftOut ?? (slot.fits ? 'yes' : 'no')}
                </span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
