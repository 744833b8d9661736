/** What can be wrong with a circuit or document that somebody hands in. Stable: others' scripts read the codes. */
export type CircuitErrorCode =
  | 'bad-json'
  | 'bad-document'
  | 'unsupported-version'
  | 'duplicate-ref'
  | 'no-parts'
  | 'no-supply'
  | 'unknown-net'
  | 'unknown-pad'
  | 'unknown-ref'
  | 'self-joined'
  | 'contradiction'
  | 'no-convergence'
  | 'no-common-period'
  | 'bad-value'
  | 'unknown-figure'
  | 'stopped';

/** An error as a value: where a person can meet it, it is returned and not thrown. */
export interface CircuitError {
  readonly code: CircuitErrorCode;
  /** Names the thing, what was found, what was allowed. */
  readonly message: string;
  /** Where: `parts.3.ohms`, or a ref. */
  readonly path: string;
}

export type Result<T, E = CircuitError> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E };

export function succeed<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value };
}

export function fail(code: CircuitErrorCode, message: string, path = ''): { readonly ok: false; readonly error: CircuitError } {
  return { ok: false, error: { code, message, path } };
}
