import { formatSignificant } from '../quantity/index.ts';
import type { TraceRemark } from './remarks.ts';

/** A remark as a sentence. */
export function sayRemark(remark: TraceRemark): string {
  const { refs } = remark;
  switch (remark.code) {
    case 'led-reversed':
      return `${refs[0]} has ${formatSignificant(remark.volts, 3)} V the wrong way round and never lights: turned round, or traced so.`;
    case 'electrolytic-reversed':
      return `${refs[0]} has its first pin, its plus, at the lower side: an electrolytic one would be reversed. Turn it round if only the trace has it so.`;
    case 'outputs-together':
      return `${refs.join(' and ')} both drive net ${remark.net}: two outputs together, unless that is meant.`;
    case 'coil-of-converter':
      return `${refs[0]} leads from the input of ${refs[1]} to its output: the coil of a converter is a part of ${refs[1]} here, and ${refs[0]} a short round it. Strike ${refs[0]}, and keep its value as a note.`;
    case 'cells-opposed':
      return `${refs.join(' and ')} meet ${remark.pole} to ${remark.pole}: one of them is in the wrong way round, or traced so.`;
  }
}
