import { formatEngineering, formatUncertain, LABEL_LINE, type SchematicSymbol, type Slot, symbolLabel } from '@mindful-probe/core';

const WIDTH = 92;
/** From the foot of the words above to that of the tray: its figure stands between. */
const TRAY_ROW = 24;

interface SlotTrayProps {
  readonly symbol: SchematicSymbol;
  readonly slot: Slot;
  /** The next probe asks for it. */
  readonly asked: boolean;
}

/** An open tray beside a symbol: filled, empty, asked for, or contradicted; what to expect below it. */
export function SlotTray({ symbol, slot, asked }: SlotTrayProps) {
  const label = symbolLabel(symbol);
  const below = Math.max(symbol.y + 38, label.y + label.values.length * LABEL_LINE + TRAY_ROW);
  const { x, y } = symbol.upright ? { x: symbol.x + 20, y: below } : { x: symbol.x - WIDTH / 2, y: label.y - 31 };
  const { read, expected, fits } = slot;
  const tone = read ? (fits ? 'stroke-ink' : 'stroke-brick') : asked ? 'stroke-petrol' : 'stroke-quiet';
  const around = formatUncertain(expected.value, 2 * expected.uncertainty, slot.kind);
  return (
    <g data-slot={symbol.ref}>
      <path
        d={`M${x} ${y - 9}V${y}H${x + WIDTH}V${y - 9}`}
        className={`fill-none ${tone}`}
        strokeWidth={asked && !read ? 2.5 : read && !fits ? 2 : 1.5}
        {...(!read && !asked && { strokeDasharray: '1.5 3' })}
      />
      {read && !fits && <rect x={x} y={y + 2} width={WIDTH} height="5" fill="url(#hatch)" />}
      {read && (
        <text
          x={x + WIDTH / 2}
          y={y - 5}
          textAnchor="middle"
          className={`font-figures text-14 font-[650] ${fits ? 'fill-ink' : 'fill-brick'}`}
        >
          {formatEngineering(read.value, slot.kind).text}
        </text>
      )}
      {!read && asked && (
        <text x={x + WIDTH / 2} y={y - 5} textAnchor="middle" className="fill-petrol font-figures text-12 font-[650]">
          read this
        </text>
      )}
      <text x={x + WIDTH / 2} y={y + (read && !fits ? 19 : 14)} textAnchor="middle" className="fill-quiet text-12">
        ≈ {around.figure} {around.plusMinus} {around.unit}
      </text>
    </g>
  );
}
