import { supposedCircuit } from '../arrangement/index.ts';
import { type Circuit, partOf, suppliesOf } from '../circuit/index.ts';
import { deviceOf } from '../device/index.ts';
import type { Evidence, FaultReading } from '../diagnosis/index.ts';
import { applyMoves } from '../rework/index.ts';
import type { Specimen, SpecimenReading } from '../tape/index.ts';
import type { Analysis } from './analysis.ts';
import { placedReadings } from './placed-readings.ts';
import { entriesWhileFaulty } from './symptoms.ts';

/** What is known of a specimen while it does not work. */
export interface FaultEvidence {
  readonly circuit: Circuit;
  /** Nothing is traced yet: the circuit is the usual one of its kind. */
  readonly isSupposed: boolean;
  readonly evidence: readonly { readonly what: Evidence; readonly entryId: string }[];
}

/** The circuit that a diagnosis is about: as traced, else what was supposed; undefined where neither is there. */
export function faultyCircuit(specimen: Specimen): { readonly circuit: Circuit; readonly isSupposed: boolean } | undefined {
  if (specimen.circuit.parts.length > 1 && suppliesOf(specimen.circuit).length > 0) return { circuit: specimen.circuit, isSupposed: false };
  const { supposed } = specimen;
  return supposed && { circuit: supposedCircuit(supposed.arrangement, supposed.leds), isSupposed: true };
}

/** Everything that was read and seen since it last worked; undefined where there is no circuit to hold it against. */
export function faultEvidence({ specimen, rework, before }: Analysis): FaultEvidence | undefined {
  const found = faultyCircuit(specimen);
  if (!found) return undefined;
  const circuit = before
    ? applyMoves(faultEvidence(before)?.circuit ?? found.circuit, specimen.reworks[rework - 1]?.moves ?? [])
    : found.circuit;
  const faulty = entriesWhileFaulty(specimen);
  const placeOnTape = new Map(specimen.tape.map(({ entry }, index) => [entry.id, index]));
  const isSince = (id: string) => faulty.has(id);
  const read = placedReadings(specimen, circuit, rework)
    .filter(({ entryId, doubtful, leftOut }) => isSince(entryId) && !doubtful && (leftOut === undefined || leftOut.why === 'while faulty'))
    .map(({ entryId, reading }) => ({ what: reading as Evidence, entryId }));
  const others = specimen.readings
    .filter((reading) => reading.rework === rework && isSince(reading.entry.id))
    .flatMap((reading) => otherReadings(circuit, reading).map((what) => ({ what, entryId: reading.entry.id })));
  const seen = specimen.observed
    .filter((one) => one.rework === rework && isSince(one.entry.id))
    .flatMap(({ entry }) => entry.things.filter(({ kind }) => kind !== 'used').map((what) => ({ what, entryId: entry.id })));
  const all: FaultEvidence['evidence'][number][] = [...read, ...others, ...seen, ...usedIn(specimen)];
  return { ...found, circuit, evidence: all.sort((a, b) => (placeOnTape.get(a.entryId) ?? 0) - (placeOnTape.get(b.entryId) ?? 0)) };
}

/** For how long it was in use, as said last: also before it was known not to work. */
export function usedIn({ observed }: Specimen): FaultEvidence['evidence'] {
  const said = observed.flatMap(({ entry }) =>
    entry.things.filter(({ kind }) => kind === 'used').map((what) => ({ what, entryId: entry.id })),
  );
  return said.slice(-1);
}

/** What a fault shows in and an estimate has no use for: ohms of what is no resistor, and a diode by itself. */
function otherReadings(circuit: Circuit, { entry: { id, place, figures, condition } }: SpecimenReading): readonly FaultReading[] {
  const part = place.at === 'part' ? partOf(circuit, place.ref) : undefined;
  if (!part) return [];
  const { readings = [] } = deviceOf(part.kind);
  return figures.flatMap(({ unit, value, uncertainty }, index): FaultReading[] => {
    const figure = { id: `${id}_${index}`, value, uncertainty };
    if (unit === 'ohms' && !readings.includes('ohms')) return [{ ...figure, kind: 'ohms', across: part.ref, state: 'dead' }];
    const { supplied } = condition;
    if (unit === 'volts' && supplied && !readings.includes('alone'))
      return [{ ...figure, kind: 'volts', across: part.ref, state: 'dead', atAmps: supplied.amps }];
    return [];
  });
}
