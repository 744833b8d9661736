import { chemistryName, formatEngineering, formatSignificant, type OtherSource, type SourceChange } from '@mindful-probe/core';

/** What is changed of the source, as a row is called. */
export function sayChange(change: SourceChange): string {
  switch (change.is) {
    case 'as-found':
      return 'As found';
    case 'charge':
      return change.left === 1 ? 'Fresh cells' : `${formatSignificant(100 * change.left, 2)} % left in them`;
    case 'chemistry':
      return `${chemistryName(change.chemistry)} cells, fresh`;
    case 'rewired':
      return `Wired ${change.series} in series, ${change.parallel} in parallel`;
    case 'volts':
      return `${formatEngineering(change.volts, 'volts').text} with nothing on it`;
    case 'speed':
      return `Turned ${change.times} times as fast`;
    case 'diodes':
      return `${change.type === 'schottky' ? 'Schottky' : 'Silicon'} diodes`;
  }
}

/** Seconds as a person counts them: 40 s, 12 min, 3.4 h, 5 days. */
export function sayTime(seconds: number): string {
  if (seconds < 100) return `${formatSignificant(seconds, 2)} s`;
  if (seconds < 6000) return `${formatSignificant(seconds / 60, 2)} min`;
  if (seconds < 72 * 3600) return `${formatSignificant(seconds / 3600, 2)} h`;
  return `${formatSignificant(seconds / 86_400, 2)} days`;
}

/** A row for each source, units in the header (RFC 4180). */
export function sourcesCsv(others: readonly OtherSource[]): string {
  const rows = others.map(({ change, volts, amps, led, hours }) => [
    `"${sayChange(change)}"`,
    ...[volts, amps, led.chipAmps, led.ofRated].map((value) => value.toPrecision(6)),
    hours === undefined ? '' : hours.toPrecision(4),
  ]);
  return [['source', 'terminals (V)', 'takes (A)', 'chip current (A)', 'of rated', 'lasts (h)'], ...rows]
    .map((row) => row.join(','))
    .join('\r\n')
    .concat('\r\n');
}
