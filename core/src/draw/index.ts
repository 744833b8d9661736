export { PALETTES, type Palette, type PaletteName } from './palette.ts';
export { partValue } from './part-words.ts';
export { RULER, RULER_TICKS, rulerX } from './ruler.ts';
export { drawSchematic, type Schematic, type SchematicPoint, type SchematicSymbol } from './schematic.ts';
export { type SymbolLabel, schematicSvg, symbolLabel, symbolTransform } from './schematic-svg.ts';
export { SYMBOL_SHAPES, type SymbolStroke } from './symbol-shapes.ts';
export { planWatts, type WattPlan, type WattRectangle } from './watt-plan.ts';
