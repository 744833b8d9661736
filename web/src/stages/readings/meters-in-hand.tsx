import { GENERIC_METERS, METER_ROLES, type Meter, type MeterRole, meterKey, sayMeter } from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { useMeters } from '../../shared/data/use-bench-list.ts';
import { Dialog } from '../../shared/kit/dialog.tsx';
import { OwnMeterForm } from './own-meter-form.tsx';

const ROLE_WORDS: Readonly<Record<MeterRole, string>> = {
  probes: 'with probes',
  'in-line': 'in the supply’s lead',
  light: 'for light',
  temperature: 'for temperature',
};

/** What the readings stand on: a meter for each purpose, as its maker specifies it. */
export function MetersInHand() {
  const { specimen } = useOpenSpecimen();
  const [open, setOpen] = useState(false);
  const inHand = METER_ROLES.flatMap((role) => specimen.meters.get(role) ?? []);
  return (
    <p className="mt-3 text-quiet">
      In hand:{' '}
      {inHand.length === 0
        ? 'nothing said, so a pocket meter that loads nothing'
        : inHand.map((meter) => `${meter.name} (${sayMeter(meter)})`).join('; ')}
      .{' '}
      <button type="button" className="text-petrol underline" onClick={() => setOpen(true)}>
        Meters
      </button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="Meters"
        description="From when one is taken in hand, readings have its uncertainty and its load. Those before stay as they were."
      >
        <MeterLists />
      </Dialog>
    </p>
  );
}

function MeterLists() {
  const { specimen, record } = useOpenSpecimen();
  const { meters: own, put, remove } = useMeters();
  const [adding, setAdding] = useState(false);
  const ownKeys = new Set(own.map(meterKey));
  const all: readonly Meter[] = [...own, ...GENERIC_METERS.filter((meter) => !ownKeys.has(meterKey(meter)))];
  return (
    <>
      {METER_ROLES.map((role) => (
        <section key={role} aria-label={ROLE_WORDS[role]} className="mb-4">
          <h3 className="border-b border-ink font-[650]">{ROLE_WORDS[role]}</h3>
          <ul>
            {all
              .filter((meter) => meter.role === role)
              .map((meter) => {
                const isTaken = specimen.meters.get(role)?.name === meter.name;
                return (
                  <li key={meter.name} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5">
                    <b className="font-[650]">{meter.name}</b>
                    <span className="flex-1 text-quiet">{sayMeter(meter)}</span>
                    {ownKeys.has(meterKey(meter)) && (
                      <button
                        type="button"
                        className="text-petrol underline"
                        aria-label={`take out ${meter.name}`}
                        onClick={() => void remove(meterKey(meter))}
                      >
                        take out
                      </button>
                    )}
                    {isTaken ? (
                      <span>in hand</span>
                    ) : (
                      <button
                        type="button"
                        className="text-petrol underline"
                        aria-label={`take ${meter.name} in hand`}
                        onClick={() => record({ kind: 'meter', meter })}
                      >
                        take in hand
                      </button>
                    )}
                  </li>
                );
              })}
          </ul>
        </section>
      ))}
      {adding ? (
        <OwnMeterForm
          onSave={async (meter) => {
            await put([meter]);
            setAdding(false);
          }}
        />
      ) : (
        <button type="button" className="action" onClick={() => setAdding(true)}>
          Add a meter of your own
        </button>
      )}
    </>
  );
}
