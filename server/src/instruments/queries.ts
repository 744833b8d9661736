import { type Measured, QUANTITY_UNITS, type Quantity } from '@mindful-probe/core';
import { NoReadingError } from './instrument-errors.ts';
import { figureOf, waveformOf } from './scpi/answers.ts';

/** How each quantity is asked for: the measure instructions of SCPI-99, volume 2, 3.5; a question a figure. */
export const QUERIES: Readonly<Record<Quantity, readonly string[]>> = {
  'volts-dc': ['MEAS:VOLT:DC?'],
  'volts-ac': ['MEAS:VOLT:AC?'],
  'amps-dc': ['MEAS:CURR:DC?'],
  'amps-ac': ['MEAS:CURR:AC?'],
  ohms: ['MEAS:RES?'],
  'in-line-dc': ['MEAS:VOLT?', 'MEAS:CURR?', 'MEAS:POW?'],
  'in-line-ac': ['MEAS:VOLT?', 'MEAS:CURR?', 'MEAS:POW?'],
  celsius: ['MEAS:TEMP?'],
  lux: ['MEAS:ILL?'],
  waveform: ['WAV:DATA?'],
  'lit-alone': ['MEAS:VOLT?', 'MEAS:CURR?'],
};

/** What was answered, as figures. @throws NoReadingError */
export function measuredFrom(quantity: Quantity, answers: readonly string[]): Measured {
  if (quantity === 'waveform') return fromWaveform(answers[0] ?? '');
  const figures = QUANTITY_UNITS[quantity].map((unit, index) => {
    const read = figureOf(answers[index] ?? '');
    if ('value' in read) return { unit, value: read.value };
    const why =
      read.problem === 'over-range'
        ? `shows that it is over its range${unit === 'ohms' ? ': nothing conducts there' : ''}`
        : 'shows no number';
    throw new NoReadingError(`The instrument ${why}. Nothing was taken.`);
  });
  return { figures };
}

/** A waveform with its average and its root mean square over the whole of it. */
function fromWaveform(text: string): Measured {
  const waveform = waveformOf(text);
  const { volts } = waveform;
  if (volts.length < 2) throw new NoReadingError('The oscilloscope sent no waveform of two points or more. Nothing was taken.');
  const average = volts.reduce((sum, value) => sum + value, 0) / volts.length;
  const rms = Math.sqrt(volts.reduce((sum, value) => sum + value ** 2, 0) / volts.length);
  return {
    figures: [
      { unit: 'volts', value: average },
      { unit: 'volts', value: rms },
    ],
    waveform,
  };
}
