import type { DriveWave, Waveform } from '@mindful-probe/core';

/** Its size, and where its axis ends and its margin begins, px: the cursor follows the pointer between them. */
export const WAVE_CHART = { width: 560, height: 92, left: 64, right: 12 } as const;

/** Of a wave that is straight between its points. */
export function valueAt({ seconds, values }: Waveform, at: number): number {
  const next = seconds.findIndex((second) => second >= at);
  if (next === -1) return values.at(-1) ?? Number.NaN;
  if (next === 0) return values[0] ?? Number.NaN;
  const [x0, x1, y0, y1] = [seconds[next - 1], seconds[next], values[next - 1], values[next]] as [number, number, number, number];
  return x1 === x0 ? y1 : y0 + ((y1 - y0) * (at - x0)) / (x1 - x0);
}

/** All waves at the moments of the first, as oscilloscopes write them: seconds, then a column a wave (RFC 4180). */
export function wavesCsv(waves: readonly DriveWave[]): string {
  const [first] = waves;
  if (!first) return '';
  const header = ['seconds', ...waves.map(({ name, unit }) => `${name} (${unit === 'volts' ? 'V' : 'A'})`)];
  const rows = first.wave.seconds.map((second) =>
    [second, ...waves.map(({ wave }) => valueAt(wave, second))].map((value) => value.toPrecision(7)),
  );
  return [header, ...rows]
    .map((row) => row.join(','))
    .join('\r\n')
    .concat('\r\n');
}
