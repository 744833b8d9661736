import type { BenchState } from '@mindful-probe/core';

const WORDS: Readonly<Record<BenchState, string>> = {
  dead: 'no source, stores empty',
  charged: 'no source, a store holds volts',
  live: 'powered',
};

/** The 6 px strip across the very top: plain, dotted, or hatched. */
export function BenchStrip({ state }: { readonly state: BenchState }) {
  return (
    <svg width="100%" height="6" aria-hidden="true" className="block" data-bench-state={state}>
      <rect width="100%" height="6" className={state === 'dead' ? 'fill-rule' : 'fill-ground'} />
      {state === 'charged' && <rect width="100%" height="6" fill="url(#dots)" />}
      {state === 'live' && <rect width="100%" height="6" fill="url(#hatch)" />}
    </svg>
  );
}

/** The state in words; a press or `b` leads to the next one. */
export function BenchStateButton({ state, onNext }: { readonly state: BenchState; readonly onNext: () => void }) {
  return (
    <button type="button" onClick={onNext} className="flex h-full items-center gap-2 border-l border-rule px-4 whitespace-nowrap">
      <svg width="18" height="18" aria-hidden="true">
        <rect
          x="1"
          y="1"
          width="16"
          height="16"
          strokeWidth="1.5"
          fill={state === 'live' ? 'url(#hatch)' : state === 'charged' ? 'url(#dots)' : 'var(--rule)'}
          className={state === 'live' ? 'stroke-brick' : state === 'charged' ? 'stroke-ochre' : 'stroke-ink'}
        />
      </svg>
      <span className={`text-17 font-[650] ${state === 'live' ? 'text-brick' : state === 'charged' ? 'text-ochre' : 'text-ink'}`}>
        {state}
      </span>
      <span className="hidden text-14 lg:inline">{WORDS[state]}</span>
      <span className="sr-only">is the bench state; change it</span>
      <kbd className="key-hint">b</kbd>
    </button>
  );
}
