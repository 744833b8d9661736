export { PALETTES, type Palette, type PaletteName } from './palette.ts';
export { RULER, RULER_TICKS, rulerX } from './ruler.ts';
export { drawSchematic } from './schematic.ts';
export { BOX_DIODE, PIN_WORDS_OFFSET, schematicSvg, symbolTransform } from './schematic-svg.ts';
export type { Schematic, SchematicBox, SchematicPoint, SchematicSymbol, SchematicWire } from './sheet.ts';
export { isTall, LABEL_LINE, type SymbolLabel, symbolLabel } from './symbol-label.ts';
export { type PlanGroup, planWatts, type WattLine, type WattPlan, type WattRectangle } from './watt-plan.ts';
export { wattPlanSvg } from './watt-plan-svg.ts';
