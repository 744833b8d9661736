import { csvText, loggedStatistics, parseLogged } from '../logged/index.ts';
import { figuresOf } from './figures-of.testing.ts';

/** What instruments export, well and badly. */
const EXPORTED: readonly (readonly [name: string, text: string])[] = [
  ['a scope', 'Model,DSO\nSamples,4\nTime,CH1,CH2\ns,V,mV\n0,1,100\n0.001,2,200\n0.002,3,300\n0.003,4,400'],
  ['a logger with commas', 'Zeit (ms);Strom (mA);\n0;12,5;\n500;13,1;\n1000;;\n1500;12,9;'],
  ['clock times', 'time,temp C\n10:00:00,22.1\n10:01:30,25\n10:03:00,27.4'],
  ['over midnight', 'time,lux\n23:59:00,100\n00:00:30,90\n00:01:00,80'],
  ['dates', 'when,volts\n2026-03-07T10:00:00Z,1.2\n2026-03-07T10:00:10Z,1.3'],
  ['minutes', 'min,lm\n0,100\n10,97\n20,95'],
  ['microseconds and kilovolts', 'us,kV\n0,0.1\n10,0.2\n20,0.1'],
  ['bare', '1 2\n2 3\n3 5'],
  ['no time', 'a;b\n5;1\n3;2\n4;1'],
  ['tabs', 'seconds\tamps\n0\t1e-3\n1\t2.5E-3\n2\t-1e-3'],
  ['overload', 's,V\n0,1\n1,OL\n2,3\n3,OVER'],
  ['time that goes back', 's,V\n0,1\n2,2\n1,3'],
  ['names only', 'Time,Volts'],
  ['words', 'nothing here to see'],
  ['one row', 's,V\n0,5'],
  ['a long name', `s,${'x'.repeat(130)}\n0,1\n1,2`],
  ['', ''],
];

const WAVES: readonly (readonly [name: string, value: (second: number) => number])[] = [
  ['sine of 50 Hz', (second) => 3 + Math.sin(2 * Math.PI * 50 * second)],
  ['sine with a tenth of noise', (second) => 3 + Math.sin(2 * Math.PI * 50 * second) + 0.1 * Math.sin(9871 * second)],
  ['square of 20 Hz, a quarter on', (second) => ((20 * second) % 1 < 0.25 ? 5 : 1)],
  ['ramp of 33 Hz', (second) => (33 * second) % 1],
  ['below zero', (second) => Math.sin(2 * Math.PI * 12.5 * second) - 0.5],
  ['steady', () => 4],
  ['a step', (second) => (second > 0.1 ? 2 : 1)],
];

/** 7 samples of a millisecond and a bit: no whole number of them in any period. */
const STEP_SECONDS = 1.07e-3;

export function logged(): readonly string[] {
  return [
    ...EXPORTED.flatMap(([name, text]) => {
      const table = parseLogged(text);
      if (!table.ok) return [`## ${name}`, ...figuresOf(table.error)];
      const { columns, seconds } = table.value;
      return [
        `## ${name}`,
        ...figuresOf(table.value),
        ...columns.flatMap(({ values }) => figuresOf(loggedStatistics(seconds, values) ?? 'no figures', '  ')),
      ];
    }),
    ...WAVES.flatMap(([name, value]) => {
      const seconds = Array.from({ length: 200 }, (_, index) => index * STEP_SECONDS);
      return [`## ${name}`, ...figuresOf(loggedStatistics(seconds, seconds.map(value)) ?? 'no figures')];
    }),
    '## as CSV',
    ...csvText([
      ['plain', 'a;b', 'with "quotes"', '=1+1', '-2', 'two\nlines'],
      ['1.5', '', '0', '@x', '+3', 'end'],
    ]).split('\n'),
  ];
}
