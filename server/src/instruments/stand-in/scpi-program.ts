import { dataType, missingParameter } from './scpi-errors.ts';

/** One message unit: a header with its arguments. */
export interface ProgramUnit {
  /** From the root, without a leading colon: `MEAS:VOLT:DC?`. */
  readonly header: string;
  readonly parameters: readonly string[];
}

/**
 * Splits a program message (IEEE 488.2, 7.3) into its units. A header without a leading colon goes on from the branch
 * of the one before it (SCPI-99, volume 1, 6.2.4); common commands, with an asterisk, leave the branch as it is.
 */
export function unitsOf(message: string): readonly ProgramUnit[] {
  let branch = '';
  return splitOutsideQuotes(message, ';').flatMap((raw): ProgramUnit[] => {
    const text = raw.trim();
    if (text === '') return [];
    const [, typed = '', rest = ''] = /^(\S+)\s*(.*)$/s.exec(text) ?? [];
    const parameters = rest === '' ? [] : splitOutsideQuotes(rest, ',').map((parameter) => parameter.trim());
    if (typed.startsWith('*')) return [{ header: typed, parameters }];
    const header = typed.startsWith(':') ? typed.slice(1) : branch + typed;
    branch = header.slice(0, header.lastIndexOf(':') + 1);
    return [{ header, parameters }];
  });
}

function splitOutsideQuotes(text: string, separator: string): string[] {
  const pieces = [''];
  let quote = '';
  for (const character of text) {
    if (quote === '' && character === separator) {
      pieces.push('');
      continue;
    }
    if (quote === '' && (character === '"' || character === "'")) quote = character;
    else if (character === quote) quote = '';
    pieces[pieces.length - 1] += character;
  }
  return pieces;
}

/** `MEASure[:SCALar]:VOLTage[:DC]?` as what matches its long and short forms, in any case. */
export function headerPattern(definition: string): RegExp {
  const source = definition
    .replace(/[*?]/g, '\\$&')
    .replaceAll('[', '(?:')
    .replaceAll(']', ')?')
    // The short form is in capitals; the rest of the word may be left out, but only whole.
    .replace(/([A-Z]+)([a-z]+)/g, (_, short: string, rest: string) => `${short}(?:${rest.toUpperCase()})?`);
  return new RegExp(`^${source}$`, 'i');
}

const UNIT_FACTORS: Readonly<Record<string, number>> = { '': 1, V: 1, A: 1, MV: 1e-3, MA: 1e-3, UA: 1e-6, KV: 1e3, M: 1 };

/** A decimal with a suffix (`500MA`). @throws ScpiError */
export function numberOf(parameter: string | undefined): number {
  if (parameter === undefined) throw missingParameter();
  const match = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:E[+-]?\d+)?)\s*([A-Z]*)$/i.exec(parameter);
  const factor = UNIT_FACTORS[(match?.[2] ?? '').toUpperCase()];
  if (!match || factor === undefined) throw dataType(parameter);
  return Number(match[1]) * factor;
}

/** ON, OFF, 1, 0. @throws ScpiError */
export function booleanOf(parameter: string | undefined): boolean {
  if (parameter === undefined) throw missingParameter();
  const word = parameter.toUpperCase();
  if (word === 'ON' || word === '1') return true;
  if (word === 'OFF' || word === '0') return false;
  throw dataType(parameter);
}

/** A quoted string; bare words pass too. @throws ScpiError */
export function stringOf(parameter: string | undefined): string {
  if (parameter === undefined) throw missingParameter();
  const match = /^(["'])(.*)\1$/s.exec(parameter);
  return match ? (match[2] as string) : parameter;
}
