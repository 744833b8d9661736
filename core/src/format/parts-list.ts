import { type Circuit, parseCircuit, type Result, succeed } from '../circuit/index.ts';
import { deviceOf, partValue } from '../device/index.ts';
import type { EntryDraft, Specimen } from '../tape/index.ts';
import { partsFromCsv, plain, type TakenParts } from './parts-csv.ts';
import { parseJson } from './tape-document.ts';

/** A circuit in lines that a person reads: each part with its nets, then each net with what is on it. */
export function netlistText({ parts }: Circuit): string {
  const nets = new Map<string, string[]>();
  for (const { ref, kind, pins } of parts)
    for (const [index, net] of (pins as readonly string[]).entries())
      nets.set(net, [...(nets.get(net) ?? []), `${ref} ${deviceOf(kind).pins[index] ?? index + 1}`]);
  const refs = Math.max(3, ...parts.map(({ ref }) => ref.length));
  const lines = parts.map((part) => {
    const what = `${deviceOf(part.kind).name} ${plain(partValue(part))}`.trim();
    return `${part.ref.padEnd(refs)}  ${what}${part.marking ? `, marked ${part.marking}` : ''}: ${part.pins.join(', ')}`;
  });
  return `${[...lines, '', ...[...nets].map(([net, pins]) => `net ${net}: ${pins.join(', ')}`)].join('\n')}\n`;
}

/**
 * A circuit document, or a table of parts as CSV, as entries for a tape, a part each.
 *
 * @returns an error that names what is wrong with it and where
 */
export function partsOfCircuit(text: string, specimen: Specimen): Result<TakenParts> {
  if (!text.trimStart().startsWith('{')) return partsFromCsv(text, specimen);
  const json = parseJson(text);
  if (!json.ok) return json;
  const circuit = parseCircuit(json.value);
  if (!circuit.ok) return circuit;
  const present = new Set(specimen.circuit.parts.map(({ ref }) => ref));
  const { parts } = circuit.value;
  return succeed({
    drafts: parts.filter(({ ref }) => !present.has(ref)).map((part): EntryDraft => ({ kind: 'part', part })),
    left: parts.filter(({ ref }) => present.has(ref)).map(({ ref }) => ref),
  });
}
