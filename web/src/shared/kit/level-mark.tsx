/** `at`: its uncertainty crosses the limit. */
export type Level = 'within' | 'caution' | 'at' | 'over' | 'none';

const WORDS: Readonly<Record<Level, string>> = {
  within: 'within',
  caution: 'caution',
  at: 'at its rating',
  over: 'over',
  none: 'not known',
};

function isDotted(level: Level): boolean {
  return level === 'caution' || level === 'at';
}

/** The small square before a finding: plain, dotted or hatched, so that it never speaks by colour alone. */
export function LevelMark({ level }: { readonly level: Level }) {
  if (level === 'none') {
    return (
      <svg width="16" height="16" role="img" aria-label={WORDS.none} className="shrink-0">
        <path d="M2 8H13" className="stroke-quiet" strokeWidth="1.5" />
      </svg>
    );
  }
  return (
    <svg width="16" height="16" role="img" aria-label={WORDS[level]} className="shrink-0">
      <rect
        x="1"
        y="1"
        width="14"
        height="14"
        strokeWidth="1.5"
        className={level === 'over' ? 'stroke-brick' : isDotted(level) ? 'stroke-ochre' : 'stroke-moss'}
        fill={level === 'over' ? 'url(#hatch)' : 'none'}
      />
      {isDotted(level) &&
        [4, 9].flatMap((x) =>
          [4, 9].map((y) => <rect key={`${x}-${y}`} x={x} y={y} width="3" height="3" className="fill-[var(--ochre)]" />),
        )}
    </svg>
  );
}

/** The bar over a figure: a plain line, dots, or a hatch. */
export function LevelBar({ level }: { readonly level: Level }) {
  return (
    <svg height="6" aria-hidden="true" className="block w-0 min-w-full">
      {level === 'over' && <rect width="100%" height="6" fill="url(#hatch)" />}
      {isDotted(level) && <rect width="100%" height="6" fill="url(#dots)" />}
      {level === 'within' && <rect y="4" width="100%" height="2" className="fill-moss" />}
      {level === 'none' && <rect y="5" width="100%" height="1" className="fill-rule" />}
    </svg>
  );
}

export function levelInk(level: Level): string {
  return level === 'over' ? 'text-brick' : 'text-ink';
}
