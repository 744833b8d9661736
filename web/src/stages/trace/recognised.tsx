import type { Arrangement, ArrangementCode, Role } from '@mindful-probe/core';
import { LevelMark } from '../../shared/kit/level-mark.tsx';

const NAMES: Readonly<Record<ArrangementCode, string>> = {
  'resistor-ballast': 'a resistor for each string',
  'shared-resistor': 'one resistor for several LEDs',
  direct: 'LEDs straight on their source',
  'resistive-dropper': 'a resistor that drops the mains',
  'capacitive-dropper': 'a capacitor that drops the mains',
  'linear-sink': 'a linear constant-current sink',
  'step-up': 'a step-up converter',
  'step-down': 'a step-down converter',
  'module-converter': 'a converter module',
  'transistor-switch': 'a transistor as a switch',
  'back-to-back': 'LEDs back to back',
  multiplex: 'multiplexed LEDs',
  rectifier: 'a rectifier without a store',
  'smoothed-rectifier': 'a rectifier with a store',
  'parallel-strings': 'strings side by side',
  'parallel-regulators': 'regulators side by side',
  flasher: 'a flasher',
};

/** What the circuit is by its shape, who does what in it, and what is usual there and missing here. */
export function Recognised({ arrangements }: { readonly arrangements: readonly Arrangement[] }) {
  if (arrangements.length === 0) return null;
  return (
    <section aria-label="Recognised" className="mt-4 max-w-[860px]">
      <h2 className="border-b border-ink">Recognised</h2>
      <ul>
        {arrangements.map(({ code, roles, missing }) => (
          <li key={`${code} ${JSON.stringify(roles)}`} className="border-b border-rule py-1.5">
            <b className="font-[650]">{NAMES[code]}</b>{' '}
            <span className="text-quiet">
              {Object.entries(roles).map(([role, refs]) => (
                <span key={role} className="mr-3">
                  {sayRole(role)} <span className="font-figures text-ink">{refs?.join(' ')}</span>
                </span>
              ))}
            </span>
            {missing.length > 0 && (
              <span className="flex items-center gap-2">
                <LevelMark level="caution" /> usual, and not here: {missing.map(sayRole).join(', ')}
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function sayRole(role: Role | string): string {
  return role.replace(/-/g, ' ');
}
