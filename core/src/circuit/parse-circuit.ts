import type { z } from 'zod';
import { deviceOf, PART_KINDS } from '../device/index.ts';
import { type CircuitError, fail, type Result, succeed } from './circuit-error.ts';
import { type Circuit, circuitSchema } from './schema.ts';

/**
 * Checks an unknown value as a circuit document. The first thing wrong is named with its part and field.
 */
export function parseCircuit(json: unknown): Result<Circuit> {
  if (typeof json !== 'object' || json === null || Array.isArray(json)) return fail('bad-document', 'A circuit document is a JSON object.');
  const document = json as Record<string, unknown>;
  if (document.format !== 'mindful-probe.circuit') {
    return fail('bad-document', `The format is ${JSON.stringify(document.format)}; a circuit says "mindful-probe.circuit".`, 'format');
  }
  if (document.version !== 1)
    return fail('unsupported-version', `Version ${JSON.stringify(document.version)} is not known; this reader knows 1.`, 'version');
  const parsed = circuitSchema.safeParse(json);
  if (!parsed.success) return { ok: false, error: fromIssue(parsed.error.issues[0], document) };
  return checkConnections(parsed.data);
}

/** What holds between parts: refs differ, there is something to solve, the ground net exists. */
export function checkConnections(circuit: Circuit): Result<Circuit> {
  if (circuit.parts.length === 0) return fail('no-parts', 'The circuit has no parts.', 'parts');
  const seen = new Set<string>();
  for (const [index, { ref }] of circuit.parts.entries()) {
    if (seen.has(ref)) return fail('duplicate-ref', `Two parts are called ${ref}; every ref must be its own.`, `parts.${index}.ref`);
    seen.add(ref);
  }
  const independent = checkDependencies(circuit);
  if (!independent.ok) return independent;
  const { ground } = circuit;
  if (ground !== undefined && !circuit.parts.some((part) => (part.pins as readonly string[]).includes(ground))) {
    return fail('unknown-net', `The ground net ${ground} is not a net of any part.`, 'ground');
  }
  return succeed(circuit);
}

/** Every part that follows another's ohms has it. */
export function checkDependencies(circuit: Circuit): Result<Circuit> {
  for (const [index, part] of circuit.parts.entries()) {
    const missing = deviceOf(part.kind)
      .dependsOn?.(part)
      .find((ref) => !circuit.parts.some((other) => other.ref === ref && other.kind === 'resistor'));
    if (missing !== undefined)
      return fail('unknown-ref', `${part.ref} is set by ${missing}, which is no resistor of this circuit.`, `parts.${index}.sense`);
  }
  return succeed(circuit);
}

type Issue = z.core.$ZodIssue;

function fromIssue(issue: Issue | undefined, document: Record<string, unknown>): CircuitError {
  const path = issue?.path.map(String) ?? [];
  const parts = Array.isArray(document.parts) ? (document.parts as unknown[]) : [];
  const part = path[0] === 'parts' ? (parts[Number(path[1])] as { ref?: unknown; kind?: unknown } | undefined) : undefined;
  const name = typeof part?.ref === 'string' ? part.ref : path[0] === 'parts' && path[1] !== undefined ? `part ${path[1]}` : 'the circuit';
  const field = path.slice(part === undefined ? 0 : 2).join('.');
  const message =
    issue?.code === 'invalid_union'
      ? `${name}: the kind ${JSON.stringify(part?.kind)} is not one of ${PART_KINDS.join(', ')}.`
      : `${name}${field ? `, ${field}` : ''}: ${issue?.message ?? 'not valid'}.`;
  return { code: 'bad-document', message, path: path.join('.') };
}
