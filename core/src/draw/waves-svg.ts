import { formatEngineering, type Unit } from '../quantity/index.ts';
import { PALETTES, type PaletteName } from './palette.ts';
import { svgDocument, svgText } from './svg-document.ts';

/** A wave over one period. */
export interface DrawnWave {
  readonly name: string;
  readonly unit: Extract<Unit, 'volts' | 'amps'>;
  readonly wave: { readonly seconds: readonly number[]; readonly values: readonly number[] };
}

const [WIDTH, LEFT, ROW, TOP, MARGIN] = [640, 150, 96, 34, 24];

/** Waves below one another over the same period, each on its own scale from its lowest to its highest, as one SVG document. */
export function wavesSvg(waves: readonly DrawnWave[], title: string, paletteName: PaletteName = 'plain'): string {
  const palette = PALETTES[paletteName];
  const height = TOP + waves.length * ROW + MARGIN;
  const body = waves.flatMap(({ name, unit, wave: { seconds, values } }, index) => {
    const top = TOP + index * ROW;
    const [low, high] = [Math.min(0, ...values), Math.max(0, ...values)];
    const span = high - low || 1;
    const period = seconds.at(-1) ?? 1;
    const x = (second: number) => (LEFT + (second / period) * (WIDTH - LEFT - MARGIN)).toFixed(1);
    const y = (value: number) => (top + 8 + (1 - (value - low) / span) * (ROW - 20)).toFixed(1);
    const points = seconds.map((second, at) => `${x(second)} ${y(values[at] ?? 0)}`).join('L');
    return [
      svgText(palette, MARGIN, top + 20, name, 'font-weight="700"'),
      svgText(palette, MARGIN, top + 38, `${formatEngineering(low, unit).text} to`),
      svgText(palette, MARGIN, top + 54, formatEngineering(high, unit).text),
      `<path d="M${LEFT} ${y(0)}H${WIDTH - MARGIN}" stroke="${palette.quiet}" stroke-dasharray="2 3"/>`,
      `<path d="M${points}" stroke-width="1.5"/>`,
    ];
  });
  const period = waves[0]?.wave.seconds.at(-1) ?? 0;
  return svgDocument(palette, { width: WIDTH, height }, title, [
    svgText(palette, MARGIN, 20, `${title}: one period, ${formatEngineering(period, 'seconds').text}`, 'font-weight="700"'),
    ...body,
  ]);
}
