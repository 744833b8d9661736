import type { ReactNode } from 'react';
import { type Level, LevelBar, levelInk } from '../kit/level-mark.tsx';
import { Popover } from '../kit/popover.tsx';

interface FigureBlockProps {
  readonly level: Level;
  readonly figure: ReactNode;
  readonly name: string;
  readonly limit: ReactNode;
  readonly big?: boolean;
  /** Opens on a press, where there is a sum to show. */
  readonly sum?: ReactNode;
}

/** A state bar, a large figure, its name and its limit. No frame. */
export function FigureBlock({ level, figure, name, limit, big = false, sum }: FigureBlockProps) {
  const body = (
    <>
      <LevelBar level={level} />
      <div className={`mt-1.5 font-figures whitespace-nowrap ${big ? 'text-40 font-[650]' : 'text-24 font-medium'} ${levelInk(level)}`}>
        {figure}
      </div>
      <div className="text-12 text-quiet">
        <b className="font-semibold text-ink">{name}</b> {limit}
        {sum && <span className="ml-1 text-petrol underline">sum</span>}
      </div>
    </>
  );
  return (
    <div className="min-w-[110px]" data-figure={name}>
      {sum ? (
        <Popover label={`Sum of ${name}`} trigger={<span className="block">{body}</span>}>
          {sum}
        </Popover>
      ) : (
        body
      )}
    </div>
  );
}
