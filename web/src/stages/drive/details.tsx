import type { Appraisal, DriveDetails, FaultOutcome, LedDetails } from '@mindful-probe/core';
import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';
import { fetchedPart } from '../../shared/kit/fetched.tsx';

// Only one is looked at at a time.
const AlongPanel = fetchedPart(async () => (await import('./along-panel.tsx')).AlongPanel);
const ChargingPanel = fetchedPart(async () => (await import('./charging-panel.tsx')).ChargingPanel);
const FaultsPanel = fetchedPart(async () => (await import('./faults-panel.tsx')).FaultsPanel);
const HeatPanel = fetchedPart(async () => (await import('./heat-panel.tsx')).HeatPanel);
const LightPanel = fetchedPart(async () => (await import('./light-panel.tsx')).LightPanel);
const SharingPanel = fetchedPart(async () => (await import('./sharing-panel.tsx')).SharingPanel);
const SourcePanel = fetchedPart(async () => (await import('./source-panel.tsx')).SourcePanel);
const SupplyPanel = fetchedPart(async () => (await import('./supply-panel.tsx')).SupplyPanel);
const WavesPanel = fetchedPart(async () => (await import('./waves-panel.tsx')).WavesPanel);
const WhatIfPanel = fetchedPart(async () => (await import('./what-if-panel.tsx')).WhatIfPanel);

interface DetailsProps {
  readonly details: DriveDetails;
  readonly appraisal: Appraisal;
  readonly faults: readonly FaultOutcome[];
}

/** What lies behind the verdict: one thing at a time. */
export function Details({ details, appraisal, faults }: DetailsProps) {
  const led = details.leds.find(({ ref }) => ref === appraisal.hardest?.ref) ?? details.leds[0];
  const tabs = tabsOf(details, led, appraisal, faults);
  return (
    <Tabs.Root defaultValue={slug(tabs[0]?.[0] ?? '')} className="mt-6 max-w-[860px]">
      <Tabs.List aria-label="Details" className="flex flex-wrap gap-x-5 border-b border-ink">
        {tabs.map(([name]) => (
          <Tabs.Trigger
            key={name}
            value={slug(name)}
            className="pb-1 text-17 text-quiet data-[state=active]:font-[650] data-[state=active]:text-ink"
          >
            {name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {tabs.map(([name, panel]) => (
        <Tabs.Content key={name} value={slug(name)} className="pt-3">
          {panel}
        </Tabs.Content>
      ))}
      {details.failed.map(({ name, message }) => (
        <p key={`${name} ${message}`} className="mt-2 text-ochre">
          The {name} could not be worked out: {message}
        </p>
      ))}
    </Tabs.Root>
  );
}

function tabsOf(
  details: DriveDetails,
  led: LedDetails | undefined,
  appraisal: Appraisal,
  faults: readonly FaultOutcome[],
): readonly (readonly [string, ReactNode])[] {
  return [
    ...(details.waves.length > 0 ? [['Waves', <WavesPanel key="waves" waves={details.waves} rhythms={details.rhythms} />] as const] : []),
    ...(led ? [['Heat', <HeatPanel key="heat" led={led} soaks={details.soaks} early={details.earlySoaks} />] as const] : []),
    ...(led ? [['Light and life', <LightPanel key="light" led={led} details={details} />] as const] : []),
    ['What if', <WhatIfPanel key="what-if" appraisal={appraisal} />],
    ...(details.charging ? [['Charging', <ChargingPanel key="charging" charging={details.charging} />] as const] : []),
    ...(details.along ? [['Along the wires', <AlongPanel key="along" along={details.along} />] as const] : []),
    ...(details.supply ? [['Supply', <SupplyPanel key="supply" details={details} supply={details.supply} />] as const] : []),
    ...(details.source ? [['Source', <SourcePanel key="source" source={details.source} />] as const] : []),
    ...(faults.length > 0 ? [['One part fails', <FaultsPanel key="faults" faults={faults} />] as const] : []),
    ...(details.strings.length > 0 || details.leds.some(({ sharing, dark }) => sharing.length > 0 || dark)
      ? [['Chips together', <SharingPanel key="sharing" details={details} />] as const]
      : []),
  ];
}

/** Values become ids, and an id has no spaces. */
function slug(name: string): string {
  return name.toLowerCase().replaceAll(' ', '-');
}
