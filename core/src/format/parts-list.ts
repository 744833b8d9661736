import { type Circuit, parseCircuit, type Result, succeed } from '../circuit/index.ts';
import { deviceOf, partValue } from '../device/index.ts';
import { csvText } from '../logged/index.ts';
import type { EntryDraft } from '../tape/index.ts';
import { parseJson } from './tape-document.ts';

/** Parts as CSV (RFC 4180): one a row, its value in words, its nets in the order of its pins. */
export function partsCsv({ parts }: Circuit): string {
  const rows = parts.map((part) => [part.ref, deviceOf(part.kind).name, plain(partValue(part)), part.marking ?? '', part.pins.join(' ')]);
  return csvText([['ref', 'kind', 'value', 'marking', 'nets'], ...rows]);
}

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

function plain(text: string): string {
  return text.replaceAll('\u2009', ' ');
}

/**
 * A circuit document as entries for a tape, a part each.
 *
 * @param present refs that are on the board already, which are left as they are
 * @returns an error that names what is wrong with it and where
 */
export function partsOfCircuit(
  text: string,
  present: readonly string[],
): Result<{ readonly drafts: readonly EntryDraft[]; readonly left: readonly string[] }> {
  const json = parseJson(text);
  if (!json.ok) return json;
  const circuit = parseCircuit(json.value);
  if (!circuit.ok) return circuit;
  const { parts } = circuit.value;
  return succeed({
    drafts: parts.filter(({ ref }) => !present.includes(ref)).map((part): EntryDraft => ({ kind: 'part', part })),
    left: parts.filter(({ ref }) => present.includes(ref)).map(({ ref }) => ref),
  });
}
