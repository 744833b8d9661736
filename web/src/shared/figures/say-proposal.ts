import { type Circuit, deviceOf, formatEngineering, formatSignificant, type ProbeProposal, suppliesOf } from '@mindful-probe/core';

/** A proposed reading in words. */
export interface SaidProposal {
  /** A ref, or the supply's lead. */
  readonly what: string;
  /** What it is. */
  readonly place: string;
  /** How much it would settle. */
  readonly gain: string;
  /** The start of its bench line. */
  readonly line: string;
  /** Where a hand comes near live mains. */
  readonly caution?: string;
}

/** @param wanted the figure that is to be settled, for its uncertainty as a share */
export function sayProposal(
  { kind, ref, state, contact, chipAmps, now, expectedUncertainty }: ProbeProposal,
  wanted: number,
  circuit: Circuit,
): SaidProposal {
  const share = (uncertainty: number) => `±${formatSignificant((200 * uncertainty) / wanted, 2)} %`;
  const gain = `${share(now)} → ${share(expectedUncertainty)}`;
  if (chipAmps !== undefined) {
    const place = `one chip of ${ref} alone, dead, with ${formatEngineering(chipAmps, 'amps').text} from a bench supply`;
    return { what: ref, place, gain, line: `${ref} chip @ ${Number((1000 * chipAmps).toPrecision(3))}ma ` };
  }
  const supply = suppliesOf(circuit)[0];
  const inLead = ref === supply?.ref && (kind === 'amps' || kind === 'watts');
  const place = inLead ? `${kind} in the supply’s lead` : kind === 'volts' ? `volts across ${ref}` : `ohms of ${ref}, ${state}`;
  const caution =
    contact && supply && deviceOf(supply.kind).source?.hertz ? 'a live contact with mains: clip on dead, one hand, then power' : undefined;
  return { what: inLead ? 'in' : ref, place, gain, line: inLead ? 'in ' : `${ref} `, ...(caution !== undefined && { caution }) };
}
