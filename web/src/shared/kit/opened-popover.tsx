import { Popover as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

export interface PopoverProps {
  readonly trigger: ReactNode;
  readonly label: string;
  readonly children: ReactNode;
}

/** A popover that is open when it comes, and can be closed and opened again. */
export function OpenedPopover({ trigger, label, children }: PopoverProps) {
  return (
    <Radix.Root defaultOpen>
      <Radix.Trigger className="cursor-pointer text-left">{trigger}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          align="start"
          sideOffset={6}
          collisionPadding={12}
          aria-label={label}
          className="z-30 max-w-[min(560px,92vw)] rounded-corner border-[1.5px] border-ink bg-sheet p-4"
        >
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
