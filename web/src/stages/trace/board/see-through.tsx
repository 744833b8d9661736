import { Slider } from 'radix-ui';

interface SeeThroughProps {
  /** 0: the front alone; 1: the back alone. */
  readonly value: number;
  readonly onChange: (value: number) => void;
  readonly mirrored: boolean;
}

/** A scale with a pointer, from the front of a board to its back. */
export function SeeThrough({ value, onChange, mirrored }: SeeThroughProps) {
  return (
    <div className="flex items-center gap-3">
      <b className="text-12 font-[650]">front</b>
      <Slider.Root
        value={[Math.round(100 * value)]}
        max={100}
        step={5}
        onValueChange={([next = 0]) => onChange(next / 100)}
        className="relative flex h-7 flex-1 touch-none items-center"
      >
        <Slider.Track className="relative h-[1.5px] flex-1 bg-ink" />
        <Slider.Thumb
          aria-label="See through to the back"
          aria-valuetext={`${Math.round(100 * value)} % see-through`}
          className="block h-4 w-3 bg-petrol [clip-path:polygon(50%_0,100%_40%,100%_100%,0_100%,0_40%)]"
        />
      </Slider.Root>
      <span className="w-[150px] text-12 text-quiet">
        back{mirrored ? ', mirrored' : ''} · <span className="font-figures">{Math.round(100 * value)}</span> %
      </span>
    </div>
  );
}
