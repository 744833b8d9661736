import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { multipleText } from '../../shared/figures/figure.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { ChecksPanel } from './checks-panel.tsx';
import { LightPanel } from './light-panel.tsx';
import { PowerPanel } from './power-panel.tsx';
import { PredictionsTable } from './predictions-table.tsx';
import { RuntimePanel } from './runtime-panel.tsx';
import { SignOff } from './sign-off.tsx';
import { SoakPanel } from './soak-panel.tsx';
import { TwoPictures } from './two-pictures.tsx';

/** What was promised, measured: dead first, then with power, then over time. */
export function ProofStage() {
  const { analysis, specimen } = useOpenSpecimen();
  const rework = specimen.reworks.at(-1);
  if (!rework) {
    return (
      <>
        <StageHeader title="Proof" />
        <Empty>
          <p>After a rework the readings it predicts stand here, to be measured one by one. Take a way in Rework first.</p>
        </Empty>
        <SoakPanel drifts={[]} />
      </>
    );
  }
  if (!analysis?.predicted || !analysis.after) return <StageHeader title="Proof" fact="computing…" />;
  if (!analysis.predicted.ok) return <p role="alert">{analysis.predicted.error.message}</p>;
  const { proof } = analysis;
  const after = analysis.after.ok ? analysis.after.value : undefined;
  const predictions = proof?.predictions ?? [];
  const done = predictions.filter(({ outcome }) => outcome !== 'open').length;
  const off = predictions.filter(({ outcome }) => outcome === 'not').length;
  return (
    <>
      <StageHeader
        title="Proof"
        fact={`${rework.title}: ${done} of ${predictions.length} measured${off > 0 ? `, ${off} not as predicted` : ''}`}
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
      {proof && <ChecksPanel checks={proof.checks} rework={rework} />}
      {proof && <PowerPanel steps={proof.power} rework={rework} isStopped={proof.stops.length > 0} />}
      <PredictionsTable predictions={predictions} />
      <SoakPanel drifts={proof?.drifts ?? []} />
      {proof?.runtime && <RuntimePanel runtime={proof.runtime} />}
      {proof && (
        <LightPanel light={proof.light}>
          <TwoPictures />
        </LightPanel>
      )}
      <SignOff proof={proof} />
    </>
  );
}
