import { cellAlarm, type Runtime, usualAlarmVolts } from '@mindful-probe/core';
import { useId, useState } from 'react';
import { runtimeText } from './life-words.ts';

/** When an alarm that watches each cell would sound, at volts that can be set as on the alarm. */
export function AlarmLine({ runtime }: { readonly runtime: Runtime }) {
  const usual = usualAlarmVolts(runtime.chemistry);
  const [typed, setTyped] = useState(String(usual ?? ''));
  const id = useId();
  if (usual === undefined) return null;
  const volts = Number(typed.trim().replace(',', '.').replace(/\s*v$/i, ''));
  const alarm = volts > 0 ? cellAlarm(runtime, volts) : undefined;
  return (
    <p className="my-1">
      <label htmlFor={id}>A cell alarm set to</label>{' '}
      <input id={id} className="w-14 font-figures" inputMode="decimal" value={typed} onChange={(event) => setTyped(event.target.value)} /> V
      a cell{' '}
      {!(volts > 0) ? (
        <span className="text-brick">wants volts, as {usual}</span>
      ) : alarm ? (
        <>
          sounds after <b className="font-figures">{runtimeText(alarm.hours)}</b>, with {Math.round(100 * alarm.left)} % left and{' '}
          {runtimeText(alarm.hoursLeft)} to that end.
        </>
      ) : (
        'does not sound before that end.'
      )}
    </p>
  );
}
