import { type Appraisal, slotWhere } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { promisedTo, useDrawer } from '../../shared/data/use-drawer.ts';
import { Figure, multipleText } from '../../shared/figures/figure.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { type Check, checkPredictions } from './check-predictions.ts';

/** The predicted readings as a checklist, each with what was measured after the rework. */
export function ProofStage() {
  const { analysis, specimen } = useOpenSpecimen();
  if (specimen.reworks.length === 0) {
    return (
      <>
        <StageHeader title="Proof" />
        <Empty>
          <p>After a rework the readings it predicts stand here, to be measured one by one. Take a way in Rework first.</p>
        </Empty>
      </>
    );
  }
  if (!analysis?.predicted || !analysis.after) return <StageHeader title="Proof" fact="computing…" />;
  if (!analysis.predicted.ok) return <p role="alert">{analysis.predicted.error.message}</p>;
  return <Checklist predicted={analysis.predicted.value} {...(analysis.after.ok && { after: analysis.after.value })} />;
}

function Checklist({ predicted, after }: { readonly predicted: Appraisal; readonly after?: Appraisal }) {
  const { specimen, suggest } = useOpenSpecimen();
  const checks = checkPredictions(predicted.slots, after?.slots ?? []);
  const done = checks.filter(({ read }) => read);
  const off = done.filter(({ holds }) => !holds);
  return (
    <>
      <StageHeader
        title="Proof"
        fact={`${specimen.reworks.at(-1)?.title}: ${done.length} of ${checks.length} measured${off.length > 0 ? `, ${off.length} not as predicted` : ''}`}
      >
        {after?.hardest && after.measured && (
          <p>
            {after.hardest.ref}: <b className="font-figures">{multipleText(after.hardest.ratio.value)}</b>{' '}
            <span className="text-quiet">measured after</span>
          </p>
        )}
      </StageHeader>
      <p className="max-w-[760px] border-l-4 border-[var(--ochre)] py-1 pl-3">
        Polarity and volts before anything is connected; first power from a limited source; off again at smoke, smell or a current well
        above the predicted one.
      </p>
      <table className="mt-4 w-full max-w-[840px] border-collapse">
        <caption className="sr-only">Predicted and measured</caption>
        <thead>
          <tr className="border-b border-ink">
            <th scope="col">Where</th>
            <th scope="col" className="text-right">
              Predicted
            </th>
            <th scope="col" className="text-right">
              Measured
            </th>
            <th scope="col" className="pl-8">
              As predicted
            </th>
          </tr>
        </thead>
        <tbody>
          {checks.map((check) => (
            <CheckRow key={slotWhere(check.slot)} check={check} onPick={() => suggest(`${check.slot.ref ?? ''} `)} />
          ))}
        </tbody>
      </table>
      <SignOff />
    </>
  );
}

function CheckRow({ check: { slot, read, holds }, onPick }: { readonly check: Check; readonly onPick: () => void }) {
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="py-1.5 font-normal">
        <button type="button" className="underline decoration-1 underline-offset-2" onClick={onPick}>
          {slotWhere(slot)}
        </button>
      </th>
      <td className="text-right">
        <Figure value={slot.expected} unit={slot.kind} />
      </td>
      <td className="text-right">
        {read ? <Figure value={read} unit={slot.kind} className="text-17 font-[650]" /> : <span className="text-quiet">to be read</span>}
      </td>
      <td className="pl-8">
        {read && (
          <span className={`flex items-center gap-2 ${holds ? '' : 'text-brick'}`}>
            <LevelMark level={holds ? 'within' : 'over'} /> {holds ? 'within uncertainty' : 'not within uncertainty'}
          </span>
        )}
      </td>
    </tr>
  );
}

function SignOff() {
  const { specimen, record, id } = useOpenSpecimen();
  const { settle } = useDrawer();
  const sign = (verdict: 'keep' | 'back') => {
    record({ kind: 'proof', verdict });
    // What stays in is out of the drawer, and what is taken back lies in it again.
    settle(promisedTo(id, specimen.reworks.length), verdict === 'keep').catch(() => undefined);
  };
  if (specimen.proof) {
    return (
      <p className="mt-6 text-17">
        {specimen.proof.verdict === 'keep'
          ? 'Signed off: the rework stays.'
          : 'Taken back: as it was before. Another way can be tried in Rework.'}
      </p>
    );
  }
  return (
    <div className="mt-6 flex gap-4">
      <button type="button" className="action" onClick={() => sign('keep')}>
        Sign off: it stays
      </button>
      <button type="button" className="action" onClick={() => sign('back')}>
        Take it back
      </button>
    </div>
  );
}
