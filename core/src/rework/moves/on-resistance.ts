import { type Circuit, ohmsIn, partsOfKind, withFields } from '../../circuit/index.ts';
import { sinkAmps } from '../../device/index.ts';

/**
 * The same circuit with what every sink needs over it, where another current was set by other resistors. Starved of volts
 * it is its transistor fully on, a resistance of dropoutVolts over its amps: that is the part's own, whatever senses.
 */
export function withOnResistanceKept(before: Circuit, after: Circuit): Circuit {
  if (after === before) return after;
  return partsOfKind(after, 'sink').reduce((circuit, sink) => {
    const was = partsOfKind(before, 'sink').find(({ ref }) => ref === sink.ref);
    if (!was?.sense || !sink.sense || sink.dropoutVolts !== was.dropoutVolts) return circuit;
    const share = sinkAmps(sink, ohmsIn(after)) / sinkAmps(was, ohmsIn(before));
    if (!Number.isFinite(share) || share === 1) return circuit;
    return withFields(circuit, sink.ref, { dropoutVolts: share * was.dropoutVolts });
  }, after);
}
