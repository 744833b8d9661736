import type { CircuitError } from '@mindful-probe/core';

/** What a verb comes to: a document or bytes for standard output, or an error with its exit status. */
export type Outcome =
  | { readonly document: unknown }
  | { readonly bytes: Uint8Array }
  | { readonly error: CliError; readonly status: 2 | 3 };

export interface CliError {
  readonly code: string;
  readonly message: string;
  readonly path: string;
}

/** A verb that came to nothing. */
export type Refusal = Extract<Outcome, { readonly status: number }>;

/** Bad input ends with 2. A circuit that is well formed and has no solution ends with 3. */
export function refused(error: CircuitError | CliError): Refusal {
  const unsolvable = error.code === 'contradiction' || error.code === 'no-convergence';
  return { error, status: unsolvable ? 3 : 2 };
}

/** The command line itself was wrong. */
export function misused(message: string): Refusal {
  return { error: { code: 'usage', message, path: '' }, status: 2 };
}
