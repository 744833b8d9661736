export { PALETTES, type Palette, type PaletteName } from './palette.ts';
export { partValue } from './part-words.ts';
export { RULER, RULER_TICKS, rulerX } from './ruler.ts';
export { drawSchematic } from './schematic.ts';
export { BOX_DIODE, PIN_WORDS_OFFSET, schematicSvg, symbolTransform } from './schematic-svg.ts';
export type { Schematic, SchematicBox, SchematicPoint, SchematicSymbol, SchematicWire } from './sheet.ts';
export { isTall, LABEL_LINE, type SymbolLabel, symbolLabel } from './symbol-label.ts';
export { SYMBOL_SHAPES, type SymbolStroke } from './symbol-shapes.ts';
export { planWatts, type WattPlan, type WattRectangle } from './watt-plan.ts';
