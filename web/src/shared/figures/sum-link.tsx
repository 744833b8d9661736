import type { Sum } from '@mindful-probe/core';
import { Popover } from '../kit/popover.tsx';
import { SumView } from './sum-view.tsx';

/** The word “sum” behind a figure: opens how it comes about. */
export function SumLink({ sum }: { readonly sum: Sum }) {
  return (
    <Popover
      label={`Sum: ${sum.title}`}
      trigger={
        <span className="text-12 text-petrol underline decoration-1 underline-offset-2">
          sum<span className="sr-only">: {sum.title}</span>
        </span>
      }
    >
      <SumView sum={sum} />
    </Popover>
  );
}
