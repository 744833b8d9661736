import type { Appraisal, DriveDetails, LedDetails } from '@mindful-probe/core';
import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';
import { HeatPanel } from './heat-panel.tsx';
import { LightPanel } from './light-panel.tsx';
import { SharingPanel } from './sharing-panel.tsx';
import { SupplyPanel } from './supply-panel.tsx';
import { WavesPanel } from './waves-panel.tsx';
import { WhatIfPanel } from './what-if-panel.tsx';

interface DetailsProps {
  readonly details: DriveDetails;
  readonly appraisal: Appraisal;
}

/** What lies behind the verdict: one thing at a time. */
export function Details({ details, appraisal }: DetailsProps) {
  const led = details.leds.find(({ ref }) => ref === appraisal.hardest?.ref) ?? details.leds[0];
  const tabs = tabsOf(details, led, appraisal);
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
    </Tabs.Root>
  );
}

function tabsOf(details: DriveDetails, led: LedDetails | undefined, appraisal: Appraisal): readonly (readonly [string, ReactNode])[] {
  return [
    ...(details.waves.length > 0 ? [['Waves', <WavesPanel key="waves" waves={details.waves} />] as const] : []),
    ...(led ? [['Heat', <HeatPanel key="heat" led={led} soaks={details.soaks} />] as const] : []),
    ...(led ? [['Light and life', <LightPanel key="light" led={led} details={details} />] as const] : []),
    ['What if', <WhatIfPanel key="what-if" appraisal={appraisal} />],
    ['Supply', <SupplyPanel key="supply" details={details} />],
    ...(details.strings.length > 0 || details.leds.some(({ sharing, dark }) => sharing.length > 0 || dark)
      ? [['Chips together', <SharingPanel key="sharing" details={details} />] as const]
      : []),
  ];
}

/** Values become ids, and an id has no spaces. */
function slug(name: string): string {
  return name.toLowerCase().replaceAll(' ', '-');
}
