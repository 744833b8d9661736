interface SeeThroughProps {
  /** 0: the front alone; 1: the back alone. */
  readonly value: number;
  readonly onChange: (value: number) => void;
  readonly mirrored: boolean;
}

/** A scale with a pointer, from the front of a board to its back. */
export function SeeThrough({ value, onChange, mirrored }: SeeThroughProps) {
  const percent = Math.round(100 * value);
  return (
    <div className="flex items-center gap-3">
      <b className="text-12 font-[650]">front</b>
      <input
        type="range"
        value={percent}
        max={100}
        step={5}
        onChange={(event) => onChange(event.target.valueAsNumber / 100)}
        aria-label="See through to the back"
        aria-valuetext={`${percent} % see-through`}
        className="scale-slider flex-1"
      />
      <span className="w-[150px] text-12 text-quiet">
        back{mirrored ? ', mirrored' : ''} · <span className="font-figures">{percent}</span> %
      </span>
    </div>
  );
}
