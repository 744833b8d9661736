import {
  type DriveRulerRow,
  drawSchematic,
  driveRulerSvg,
  type PaletteName,
  planWatts,
  schematicSvg,
  wattPlanSvg,
  wavesSvg,
} from '../draw/index.ts';
import type { WriteUpFigure } from '../tape/index.ts';
import type { WriteUpFacts } from './facts.ts';

/** A figure of the write-up as one self-contained SVG document; undefined where there is nothing to draw. */
export function writeUpFigure(facts: WriteUpFacts, figure: WriteUpFigure, palette: PaletteName = 'bone'): string | undefined {
  const { specimen, found, details } = facts;
  switch (figure) {
    case 'circuit': {
      const schematic = drawSchematic(specimen.circuit);
      return schematic && schematicSvg(schematic, specimen.name, palette);
    }
    case 'watt-plan': {
      const plan = found && planWatts(found.circuit, found.solution);
      return plan && wattPlanSvg(plan, specimen.name, palette);
    }
    case 'ruler': {
      const rows = rulerRows(facts);
      return rows.length > 0 ? driveRulerSvg(rows, specimen.name, palette) : undefined;
    }
    case 'waves':
      return details && details.waves.length > 0 ? wavesSvg(details.waves, specimen.name, palette) : undefined;
  }
}

function rulerRows({ found, after }: WriteUpFacts): readonly DriveRulerRow[] {
  const row = (name: string, one: typeof found): DriveRulerRow[] =>
    one?.hardest ? [{ name, ratio: one.hardest.ratio, isMeasured: one.measured }] : [];
  return [...row('as found', found), ...row('reworked', after)];
}
