import { type Circuit, isKind } from '@mindful-probe/core';
import { useOpenSpecimen } from '../data/open-specimen.tsx';

/** How it is said what a gadget can be switched to, by a part of its own; nothing where no part switches anything. */
export function ModeHint() {
  const { specimen } = useOpenSpecimen();
  const example = exampleOf(specimen.circuit);
  if (example === undefined) return null;
  return (
    <p className="mt-1 text-quiet">
      What it can be switched to: <kbd className="font-figures">mode low {example}</kbd>, <kbd className="font-figures">mode low</kbd> where
      only readings tell, and behind a reading <kbd className="font-figures">mode low</kbd>.
    </p>
  );
}

/** A current of a chip, a switch that opens, or a transistor's share of the time. */
function exampleOf({ parts }: Circuit): string | undefined {
  const chip = parts.find((part) => isKind(part, 'sink') || isKind(part, 'converter'));
  if (chip) return `${chip.ref} 60ma`;
  const own = parts.find((part) => isKind(part, 'switch'));
  if (own) return `${own.ref} open`;
  return parts.some((part) => isKind(part, 'mosfet') || isKind(part, 'bjt')) ? '40% 500hz' : undefined;
}
