import {
  type Circuit,
  drawSchematic,
  type Schematic,
  type SchematicSymbol,
  SYMBOL_SHAPES,
  symbolLabel,
  symbolTransform,
} from '@mindful-probe/core';
import { type ReactNode, useMemo } from 'react';

interface SchematicViewProps {
  readonly circuit: Circuit;
  readonly maxHeight: number;
  /** Leaves room under each symbol, and draws this there. */
  readonly slot?: (symbol: SchematicSymbol) => ReactNode;
  /** Refs to draw in petrol. */
  readonly lit?: ReadonlySet<string>;
}

/** Smaller than this its words cannot be read: the drawing scrolls instead. */
const SMALLEST_SCALE = 0.85;

const FILLS = { none: 'fill-none', sheet: 'fill-sheet', ink: 'fill-ink', light: 'fill-straw' } as const;

/** A circuit, drawn by itself. */
export function SchematicView({ circuit, maxHeight, slot, lit }: SchematicViewProps) {
  const schematic = useMemo(() => drawSchematic(circuit, slot ? { roomForSlots: true } : {}), [circuit, slot]);
  if (!schematic) return null;
  const scale = Math.min(1, maxHeight / schematic.height);
  return (
    <div className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${schematic.width} ${schematic.height}`}
        style={{ width: schematic.width * scale, minWidth: schematic.width * Math.min(scale, SMALLEST_SCALE) }}
        className="block max-w-full"
        role="img"
        aria-label={describe(circuit, schematic)}
        data-schematic={schematic.railed ? 'rails' : 'branches'}
      >
        <g className="fill-none stroke-ink" strokeWidth="1.5" strokeLinejoin="round">
          {schematic.wires.map((wire) => {
            const points = wire.map(({ x, y }) => `${x},${y}`).join(' ');
            return <polyline key={points} points={points} />;
          })}
        </g>
        {schematic.junctions.map(({ x, y }) => (
          <circle key={`${x} ${y}`} cx={x} cy={y} r="3" className="fill-ink" />
        ))}
        {schematic.symbols.map((symbol) => (
          <SymbolDrawing key={symbol.ref} symbol={symbol} lit={lit?.has(symbol.ref) ?? false} />
        ))}
        {schematic.nets.map(({ name, x, y }) => (name.includes('.') ? null : <NetLabel key={name} name={name} x={x} y={y} />))}
        {slot && schematic.symbols.map((symbol) => <g key={symbol.ref}>{slot(symbol)}</g>)}
      </svg>
    </div>
  );
}

function SymbolDrawing({ symbol, lit }: { readonly symbol: SchematicSymbol; readonly lit: boolean }) {
  const { x, y, anchor, ref, value } = symbolLabel(symbol);
  return (
    <g data-ref={symbol.ref}>
      <g transform={symbolTransform(symbol)} className={lit ? 'stroke-petrol' : 'stroke-ink'} strokeWidth={lit ? 2.5 : 1.5}>
        {SYMBOL_SHAPES[symbol.kind].map(({ d, fill, bold }) => (
          <path key={d} d={d} className={FILLS[fill]} {...(bold && { strokeWidth: 4 })} />
        ))}
      </g>
      <text x={x} y={y} textAnchor={anchor} className={`font-figures text-14 font-[650] ${lit ? 'fill-petrol' : 'fill-ink'}`}>
        {ref}
      </text>
      <text x={x} y={y + 15} textAnchor={anchor} className="fill-ink font-figures text-12">
        {value}
      </text>
    </g>
  );
}

function NetLabel({ name, x, y }: { readonly name: string; readonly x: number; readonly y: number }) {
  const half = 5 + name.length * 4.5;
  return (
    <g>
      <rect x={x - half} y={y - 9} width={2 * half} height="18" className="fill-sheet" />
      <text x={x} y={y + 5} textAnchor="middle" className="fill-petrol font-figures text-14 font-[650]">
        {name}
      </text>
    </g>
  );
}

function describe(circuit: Circuit, { railed }: Schematic): string {
  const parts = circuit.parts.map((part) => `${part.ref} from ${part.pins[0]} to ${part.pins[1]}`).join(', ');
  return `Circuit${railed ? ', every net a rail' : ''}: ${parts}.`;
}
