import type { Prediction } from '@mindful-probe/core';
import { LevelMark } from '../../shared/kit/level-mark.tsx';

const WORDS: Readonly<Record<Prediction['outcome'], string>> = {
  'as predicted': 'as predicted',
  not: 'not as predicted',
  'cannot tell': 'cannot tell',
  open: '',
};

const LEVELS = { 'as predicted': 'within', not: 'over', 'cannot tell': 'caution' } as const;

/** How a reading compares with what was promised, by sign and word. */
export function OutcomeMark({ outcome }: { readonly outcome: Prediction['outcome'] }) {
  if (outcome === 'open') return null;
  return (
    <span className={`flex items-center gap-2 ${outcome === 'not' ? 'text-brick' : outcome === 'cannot tell' ? 'text-ochre' : ''}`}>
      <LevelMark level={LEVELS[outcome]} /> {WORDS[outcome]}
    </span>
  );
}
