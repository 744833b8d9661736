import { type DeadCheck, formatEngineering, sayCheck } from '@mindful-probe/core';
import { Dialog } from '../../shared/kit/dialog.tsx';

interface PowerStopDialogProps {
  readonly stops: readonly DeadCheck[];
  readonly open: boolean;
  /** It stays without power, and what was to be entered stands on the bench line again. */
  readonly onRefuse: () => void;
  readonly onAnyway: () => void;
}

/** A check before power is wrong: it is not powered, unless somebody says that they know better, which goes on the tape. */
export function PowerStopDialog({ stops, open, onRefuse, onAnyway }: PowerStopDialogProps) {
  return (
    <Dialog
      open={open}
      onOpenChange={(next) => !next && onRefuse()}
      title="Not powered"
      description="A check before power is not as expected. With a short or a wrong part the first power can destroy it, or hurt."
    >
      <ul data-power-stop>
        {stops.map((check) => {
          const { what, expect } = sayCheck(check);
          return (
            <li key={check.key} className="border-b border-rule py-2">
              {what}: expected {expect}
              {check.read && (
                <>
                  , read <b className="font-figures text-brick">{formatEngineering(check.read.value, 'ohms').text}</b>
                </>
              )}
            </li>
          );
        })}
      </ul>
      <div className="mt-4 flex flex-wrap gap-4">
        <button type="button" className="action" onClick={onRefuse}>
          Stay unpowered and look
        </button>
        <button type="button" className="underline" onClick={onAnyway}>
          Power it all the same; it goes on the tape
        </button>
      </div>
    </Dialog>
  );
}
