import type { DriveDetails } from '@mindful-probe/core';
import { figureText } from '../../shared/figures/figure.tsx';

/** What comes in, what of it reaches the LEDs, and what the lead keeps. */
export function SupplyPanel({ details: { supply, lead } }: { readonly details: DriveDetails }) {
  const { ref, watts, voltAmps, powerFactor, distortion, ledWatts, efficiency } = supply;
  return (
    <dl className="grid gap-x-6 gap-y-2 sm:grid-cols-[160px_minmax(0,1fr)]">
      <dt className="text-quiet">{ref} delivers</dt>
      <dd>
        <b className="font-figures">{figureText(watts, 'watts')}</b>
        {powerFactor !== null && powerFactor < 0.995 && (
          <>
            {' '}
            of {figureText(voltAmps, 'voltAmps')}: power factor <b className="font-figures">{powerFactor.toFixed(2)}</b>
            {distortion !== null && `, ${Math.round(100 * distortion)} % distortion`}
          </>
        )}
      </dd>
      <dt className="text-quiet">The LEDs take</dt>
      <dd>
        {figureText(ledWatts, 'watts')} ÷ {figureText(watts, 'watts')} = <b className="font-figures">{Math.round(100 * efficiency)} %</b>
      </dd>
      <dt className="text-quiet">The lead keeps</dt>
      <dd>
        {lead ? (
          <>
            {figureText(lead.sourceVolts, 'volts')} at the source, {figureText(lead.boardVolts, 'volts')} at the board:{' '}
            <b className="font-figures">{figureText(lead.watts, 'watts')}</b> in {figureText(lead.ohms, 'ohms')}
          </>
        ) : (
          <span className="text-quiet">nothing that readings show; volts at the source and at the board would tell</span>
        )}
      </dd>
    </dl>
  );
}
