import { type DriveDetails, leadSum, type SupplyDetails, sayDischarge, storeSum, supplySum, trackSum } from '@mindful-probe/core';
import type { ReactNode } from 'react';
import { Figure } from '../../shared/figures/figure.tsx';
import { SumLink } from '../../shared/figures/sum-link.tsx';

/** What comes in, what of it reaches the LEDs, what leads and tracks keep, and what stays behind when it is unplugged. */
export function SupplyPanel({ details, supply }: { readonly details: DriveDetails; readonly supply: SupplyDetails }) {
  const { lead, tracks, stores } = details;
  const { ref, watts, voltAmps, powerFactor, distortion, ledWatts, efficiency } = supply;
  return (
    <dl className="grid gap-x-6 gap-y-2 sm:grid-cols-[160px_minmax(0,1fr)]">
      <Row name={`${ref} delivers`}>
        <Figure value={watts} unit="watts" className="font-[650]" />
        {powerFactor && powerFactor.value < 0.995 && (
          <>
            {' '}
            of <Figure value={voltAmps} unit="voltAmps" />: power factor <Figure value={powerFactor} unit="one" className="font-[650]" />
            {distortion !== undefined && `, ${Math.round(100 * distortion)} % distortion`}
          </>
        )}{' '}
        <SumLink sum={supplySum(supply)} />
      </Row>
      <Row name="The LEDs take">
        <Figure value={ledWatts} unit="watts" />, which is <Figure value={percent(efficiency)} unit="percent" className="font-[650]" /> of
        that
      </Row>
      <Row name="Voltage drop in the lead">
        {lead ? (
          <>
            <Figure value={lead.watts} unit="watts" className="font-[650]" /> in <Figure value={lead.ohms} unit="ohms" />:{' '}
            <Figure value={lead.sourceVolts} unit="volts" /> at the source, <Figure value={lead.boardVolts} unit="volts" /> at the board{' '}
            <SumLink sum={leadSum(lead)} />
          </>
        ) : (
          <span className="text-quiet">none that readings show; volts at the source and at the board would tell</span>
        )}
      </Row>
      <Row name="Voltage drop in tracks">
        {tracks.length === 0 && (
          <span className="text-quiet">none that was read; millivolts between two ends of one net would tell, as “V1.+ to R1.1 12mv”</span>
        )}
        {tracks.map((track) => (
          <span key={`${track.from} ${track.to}`} className="block">
            {track.from} to {track.to}: <Figure value={track.volts} unit="volts" />, at most{' '}
            <Figure value={track.watts} unit="watts" className="font-[650]" /> <SumLink sum={trackSum(track, supply.amps)} />
          </span>
        ))}
      </Row>
      {stores.length > 0 && (
        <Row name="When unplugged">
          {stores.map((store) => (
            <span key={store.ref} className="block">
              {sayDischarge(store)} <SumLink sum={storeSum(store)} />
            </span>
          ))}
        </Row>
      )}
    </dl>
  );
}

function Row({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <>
      <dt className="text-quiet">{name}</dt>
      <dd>{children}</dd>
    </>
  );
}

function percent({ value, uncertainty }: { readonly value: number; readonly uncertainty: number }) {
  return { value: 100 * value, uncertainty: 100 * uncertainty };
}
