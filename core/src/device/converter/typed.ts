import { readFigure } from '../../quantity/index.ts';
import type { TypedPart } from '../definition.ts';

type Mode = 'boost' | 'buck' | 'boost-buck';

/** What an engineer calls them, and what the format does. */
const MODES: Readonly<Record<string, Mode>> = {
  boost: 'boost',
  'step-up': 'boost',
  buck: 'buck',
  'step-down': 'buck',
  'boost-buck': 'boost-buck',
};
export const MODE_WORDS: readonly string[] = Object.keys(MODES);

/** What small ones reach by their data sheets, between 0.7 and 0.95; and how far one of which nothing is known may be off it. */
const [USUAL_EFFICIENCY, EFFICIENCY_SPREAD] = [0.82, 0.07];
/** Where one of which nothing is known begins to work: from a single cell on, or a little above what it makes. */
const [STEP_UP_FROM_VOLTS, STEP_DOWN_OVER_VOLTS] = [0.9, 0.5];
/** The most that such chips stand as a rule; one that raises volts further stands at least what it makes. */
const MOST_IN_VOLTS: Readonly<Record<Mode, number>> = { boost: 5.5, buck: 30, 'boost-buck': 30 };

/**
 * `boost 3.3v limit 30ma 85% in 0.9v`, `step-down 5v 3a in 7v-28v`: the volts that it makes with little on it, the current
 * that it gives at most, or `ref 0.2v R5` what sets it, its efficiency, and the input volts between which it works.
 */
export function readConverter(words: readonly string[]): TypedPart | string {
  let mode: Mode | undefined;
  let outVolts: number | undefined;
  let limitAmps: number | undefined;
  let efficiency: number | undefined;
  let range: readonly number[] = [];
  let senseVolts: number | undefined;
  const sense: string[] = [];
  for (let index = 0; index < words.length; index++) {
    const word = (words[index] as string).toLowerCase();
    const named = MODES[word];
    if (named) mode = named;
    else if (word === 'limit') continue;
    else if (word === 'ref') {
      const figure = readFigure(words[++index] ?? '');
      if (!figure || 'wrong' in figure || figure.unit !== 'volts')
        return 'the volts over what senses, and the resistors that do, as “ref 0.2v R5”.';
      senseVolts = figure.value;
    } else if (senseVolts !== undefined && /^r\d{1,4}$/.test(word)) sense.push(word.toUpperCase());
    else if (word === 'in') range = rangeOf(words[++index] ?? '');
    else if (/^[\d.,]+%$/.test(word)) efficiency = Number(word.slice(0, -1).replace(',', '.')) / 100;
    else {
      const figure = readFigure(words[index] as string);
      if (!figure) return `“${words[index]}” says nothing of a converter.`;
      if ('wrong' in figure) return figure.wrong;
      if (figure.unit === 'volts') outVolts = figure.value;
      else if (figure.unit === 'amps') limitAmps = figure.value;
      else return `${words[index]} says nothing of a converter.`;
    }
  }
  if (!mode) return `which way: ${MODE_WORDS.join(', ')}?`;
  const isSensed = senseVolts !== undefined && sense.length > 0;
  if (senseVolts !== undefined && !isSensed) return `which resistors sense? As “ref ${senseVolts}v R5”.`;
  if (outVolts === undefined || (limitAmps === undefined && !isSensed))
    return 'the volts that it makes with little on it and the current that it gives at most, as “boost 3.3v limit 30ma”.';
  if (range.some(Number.isNaN)) return 'the input volts between which it works, as “in 0.9v” or “in 0.9v-5v”.';
  const [minInVolts = mode === 'buck' ? outVolts + STEP_DOWN_OVER_VOLTS : STEP_UP_FROM_VOLTS, typedMost] = range;
  const maxInVolts = typedMost ?? Math.max(MOST_IN_VOLTS[mode], 2 * minInVolts, outVolts);
  return {
    fields: {
      mode,
      outVolts,
      ...(isSensed ? { senseVolts, sense } : { limitAmps }),
      efficiency: efficiency ?? USUAL_EFFICIENCY,
      minInVolts,
      maxInVolts,
      ...(typedMost === undefined && { rangeAssumed: true }),
      ...(efficiency === undefined && { spread: { efficiency: EFFICIENCY_SPREAD } }),
    },
    ...(efficiency === undefined && { why: `its efficiency is taken as ${100 * USUAL_EFFICIENCY} %, as is usual` }),
  };
}

/** `0.9v`, `0.9v-5v`; a figure that is none is NaN. */
function rangeOf(word: string): readonly number[] {
  return word.split(/[-–]/).map((part) => {
    const figure = readFigure(part);
    return figure && 'value' in figure && figure.unit === 'volts' ? figure.value : Number.NaN;
  });
}
