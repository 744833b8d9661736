import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface DialogProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  readonly description?: string;
  readonly children: ReactNode;
}

/** A sheet over the page; Escape and its cross close it, and focus goes back to where it was. */
export function Dialog({ open, onOpenChange, title, description, children }: DialogProps) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-20 bg-ink/30" />
        <Radix.Content
          className="fixed top-1/2 left-1/2 z-30 max-h-[90vh] w-[min(640px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto rounded-corner border-[1.5px] border-ink bg-sheet p-6"
          {...(description === undefined && { 'aria-describedby': undefined })}
        >
          <Radix.Title className="pr-10 text-24 font-[650]">{title}</Radix.Title>
          {description !== undefined && <Radix.Description className="mt-1 text-quiet">{description}</Radix.Description>}
          <div className="mt-4">{children}</div>
          {/* Last, so that a field is what is focused first. */}
          <Radix.Close className="absolute top-4 right-4 p-1" aria-label="Close">
            <X size={18} aria-hidden />
          </Radix.Close>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
