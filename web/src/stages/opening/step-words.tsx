import type { EntryOf } from '@mindful-probe/core';
import { LevelMark } from '../../shared/kit/level-mark.tsx';

/** A step with what holds it, what it takes, and what it leaves loose. */
export function StepWords({ step: { text, heldBy, tool, risk, keeps, reversible } }: { readonly step: EntryOf<'step'> }) {
  const more = [heldBy && `held by ${heldBy}`, tool, keeps && `loose: ${keeps}`, reversible === false && 'not reversible']
    .filter(Boolean)
    .join(' · ');
  return (
    <span>
      <span className="text-17">{text}</span>
      {more !== '' && <span className="block text-quiet">{more}</span>}
      {risk !== undefined && (
        <span className="flex items-center gap-1.5 text-ochre">
          <LevelMark level="caution" />
          {risk}
        </span>
      )}
    </span>
  );
}
