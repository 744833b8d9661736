import { type MappedPackage, stringMapOf } from '../diagnosis/index.ts';
import {
  type DrawnHeatPath,
  type DriveRulerRow,
  drawSchematic,
  driveRulerSvg,
  heatPathSvg,
  type PaletteName,
  planWatts,
  schematicSvg,
  stringMapSvg,
  wattPlanSvg,
  wavesSvg,
} from '../draw/index.ts';
import { isLit } from '../drive/index.ts';
import type { WriteUpFigure } from '../tape/index.ts';
import type { WriteUpFacts } from './facts.ts';

/** A figure of the write-up as one self-contained SVG document; undefined where there is nothing to draw. */
export function writeUpFigure(facts: WriteUpFacts, figure: WriteUpFigure, palette: PaletteName = 'bone'): string | undefined {
  const { specimen, found, foundDetails: details } = facts;
  switch (figure) {
    case 'circuit': {
      const schematic = drawSchematic(specimen.circuit);
      return schematic && schematicSvg(schematic, specimen.name, palette);
    }
    case 'watt-plan': {
      const plan = found && planWatts(found.circuit, found.solution, facts.foundJudged?.arrangements ?? []);
      return plan && wattPlanSvg(plan, specimen.name, palette);
    }
    case 'ruler': {
      const rows = rulerRows(facts);
      return rows.length > 0 ? driveRulerSvg(rows, specimen.name, palette) : undefined;
    }
    case 'waves':
      return details && details.waves.length > 0 ? wavesSvg(details.waves, specimen.name, palette) : undefined;
    case 'heat-path': {
      const paths = heatPaths(facts);
      return paths.length > 0 ? heatPathSvg(paths, specimen.name, palette) : undefined;
    }
    case 'string-map': {
      const packages = mappedPackages(facts);
      return packages.length > 0 ? stringMapSvg(packages, specimen.name, palette) : undefined;
    }
  }
}

/** More LEDs than these are alike, or fill a page. */
const MOST_HEAT_PATHS = 3;

/** Of the LEDs that are lit, the hottest first; where no current flows there is no heat. */
function heatPaths({ found, foundDetails: details }: WriteUpFacts): readonly DrawnHeatPath[] {
  if (!details || !found?.hardest || !isLit(found.hardest)) return [];
  return details.leds
    .toSorted((a, b) => b.heat.junctionCelsius - a.heat.junctionCelsius)
    .slice(0, MOST_HEAT_PATHS)
    .map(({ ref, heat }) => ({
      ...heat,
      ref,
      stretches: heat.stretches.map(({ kelvin, resistance, watts }) => ({ kelvin, kelvinPerWatt: resistance.kelvinPerWatt, watts })),
    }));
}

/** Nothing where no package was looked at by itself. */
function mappedPackages({ diagnosis }: WriteUpFacts): readonly MappedPackage[] {
  const packages = diagnosis ? stringMapOf(diagnosis.circuit, diagnosis.evidence) : [];
  return packages.some(({ state }) => state !== 'not tested') ? packages : [];
}

function rulerRows({ found, after }: WriteUpFacts): readonly DriveRulerRow[] {
  const row = (name: string, one: typeof found): DriveRulerRow[] =>
    one?.hardest ? [{ name, ratio: one.hardest.ratio, isMeasured: one.measured }] : [];
  return [...row('as found', found), ...row('reworked', after)];
}
