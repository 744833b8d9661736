import { formatEngineering } from '../quantity/index.ts';
import { escapeXml } from './escape-xml.ts';
import { PALETTES, type PaletteName } from './palette.ts';
import type { WattPlan, WattRectangle } from './watt-plan.ts';

const SIZE = { width: 640, height: 420 } as const;
const MARGIN = 24;
const TITLE = 34;
const LABELS = 220;
const LABEL_ROW = 18;
/** How far a heavy line stands out of the plan on both sides. */
const OVERHANG = 9;

/** A watt plan as one self-contained SVG document, areas true to the watts. */
export function wattPlanSvg(plan: WattPlan, title: string, paletteName: PaletteName = 'plain'): string {
  const palette = PALETTES[paletteName];
  const light = paletteName === 'plain' ? '#F3E3A8' : palette.light;
  const scale = { x: (SIZE.width - MARGIN - LABELS) / plan.width, y: (SIZE.height - TITLE - MARGIN) / plan.height };
  const at = ({ x, y, width, height }: Pick<WattRectangle, 'x' | 'y' | 'width' | 'height'>) =>
    `x="${round(MARGIN + x * scale.x)}" y="${round(TITLE + y * scale.y)}" width="${round(width * scale.x)}" height="${round(height * scale.y)}"`;
  const body = plan.rectangles.map((part) => {
    const share = plan.lightShares[part.ref];
    const lit = share === undefined ? '' : `<rect ${at({ ...part, width: part.width * share })} fill="${light}" stroke="none"/>`;
    return `${lit}<rect ${at(part)} fill="none"/>`;
  });
  for (const { x, y, width } of plan.lines) {
    const [left, right] = [MARGIN + x * scale.x - OVERHANG, MARGIN + (x + width) * scale.x + OVERHANG];
    body.push(`<path d="M${round(left)} ${round(TITLE + y * scale.y)}H${round(right)}" stroke-width="6"/>`);
  }
  labelsOf(plan).forEach((label, index) => {
    body.push(
      `<text x="${SIZE.width - LABELS + 16}" y="${TITLE + 12 + index * LABEL_ROW}" fill="${palette.ink}" stroke="none">${escapeXml(label)}</text>`,
    );
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SIZE.width} ${SIZE.height}" width="${SIZE.width}" height="${SIZE.height}" role="img">`,
    `<title>${escapeXml(title)}</title>`,
    `<rect width="100%" height="100%" fill="${palette.sheet}"/>`,
    `<g stroke="${palette.ink}" stroke-width="1.2" fill="none" font-family="sans-serif" font-size="12">`,
    `<text x="${MARGIN}" y="20" fill="${palette.ink}" stroke="none" font-weight="700">${escapeXml(title)}, ${formatEngineering(plan.watts, 'watts').text}</text>`,
    ...body,
    '</g></svg>',
  ].join('\n');
}

/** As many as fit, the largest first. */
function labelsOf({ rectangles, lines, watts }: WattPlan): readonly string[] {
  const parts = [...rectangles]
    .sort((a, b) => b.watts - a.watts)
    .map(({ ref, watts: burnt }) => `${ref} ${formatEngineering(burnt, 'watts').text}, ${Math.round((100 * burnt) / watts)} %`);
  const droppers = lines.map(({ ref, volts }) => `${ref} takes ${formatEngineering(volts, 'volts').text}, dissipates nothing`);
  return [...droppers, ...parts].slice(0, Math.floor((SIZE.height - TITLE - MARGIN) / LABEL_ROW));
}

function round(value: number): string {
  return value.toFixed(2);
}
