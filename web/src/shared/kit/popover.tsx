import { useState } from 'react';
import { fetchedPart } from './fetched.tsx';
import type { PopoverProps } from './opened-popover.tsx';

const OpenedPopover = fetchedPart<PopoverProps>(
  async () => (await import('./opened-popover.tsx')).OpenedPopover,
  ({ trigger }) => <span className="block text-left">{trigger}</span>,
);

/** Something more about what it hangs on, opened by a press and closed by Escape; what places it is fetched at the first press. */
export function Popover(props: PopoverProps) {
  const [isAsked, setAsked] = useState(false);
  if (isAsked) return <OpenedPopover {...props} />;
  return (
    <button type="button" className="cursor-pointer text-left" aria-haspopup="dialog" aria-expanded={false} onClick={() => setAsked(true)}>
      {props.trigger}
    </button>
  );
}
