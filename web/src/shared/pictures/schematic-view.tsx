import {
  BOX_DIODE,
  type Circuit,
  deviceOf,
  drawSchematic,
  LABEL_LINE,
  PIN_WORDS_OFFSET,
  type Schematic,
  type SchematicSymbol,
  symbolLabel,
  symbolTransform,
} from '@mindful-probe/core';
import { type ReactNode, useMemo } from 'react';

type Lit = { readonly kind: 'part' | 'net'; readonly name: string };

interface SchematicViewProps {
  readonly circuit: Circuit;
  readonly maxHeight: number;
  /** Leaves room under each symbol, and draws this there. */
  readonly slot?: (symbol: SchematicSymbol) => ReactNode;
  /** Refs to draw in petrol. */
  readonly lit?: ReadonlySet<string>;
  /** Nets to draw in petrol. */
  readonly litNets?: ReadonlySet<string>;
  /** Told of the part or net that the pointer is on. */
  readonly onLight?: (thing: Lit | undefined) => void;
  /** Refs that may be bridged by a join in doubt: each has a dashed way round it. */
  readonly doubted?: ReadonlySet<string>;
}

/** Smaller than this its words cannot be read: the drawing scrolls instead. */
const SMALLEST_SCALE = 0.85;

const FILLS = { none: 'fill-none', sheet: 'fill-sheet', ink: 'fill-ink', light: 'fill-straw' } as const;
const NONE: ReadonlySet<string> = new Set();

/** A circuit, drawn by itself. */
export function SchematicView({ circuit, maxHeight, slot, lit = NONE, litNets = NONE, onLight, doubted = NONE }: SchematicViewProps) {
  const schematic = useMemo(() => drawSchematic(circuit, slot ? { roomForSlots: true } : {}), [circuit, slot]);
  if (!schematic) return null;
  const scale = Math.max(SMALLEST_SCALE, Math.min(1, maxHeight / schematic.height));
  const lights = (thing: Lit) => onLight && { onPointerEnter: () => onLight(thing), onPointerLeave: () => onLight(undefined) };
  return (
    <div className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${schematic.width} ${schematic.height}`}
        style={{ width: schematic.width * scale, minWidth: schematic.width * SMALLEST_SCALE }}
        className="block max-w-full"
        role="img"
        aria-label={describe(circuit, schematic)}
        data-schematic={schematic.railed ? 'rails' : 'branches'}
      >
        <g className="fill-none" strokeLinejoin="round">
          {schematic.wires.map(({ net, points }) => {
            const line = points.map(({ x, y }) => `${x},${y}`).join(' ');
            const isLit = litNets.has(net);
            return (
              <g key={line} data-net={net} {...lights({ kind: 'net', name: net })}>
                <polyline points={line} className={isLit ? 'stroke-petrol' : 'stroke-ink'} strokeWidth={isLit ? 2.5 : 1.5} />
                {onLight && <polyline points={line} stroke="transparent" strokeWidth="12" />}
              </g>
            );
          })}
        </g>
        {schematic.junctions.map(({ x, y }) => (
          <circle key={`${x} ${y}`} cx={x} cy={y} r="3" className="pointer-events-none fill-ink" />
        ))}
        {schematic.symbols.map((symbol) => (
          <g key={symbol.ref} data-ref={symbol.ref} {...lights({ kind: 'part', name: symbol.ref })}>
            {doubted.has(symbol.ref) && <DoubtedWay symbol={symbol} />}
            {symbol.box ? (
              <BoxDrawing symbol={symbol} lit={lit.has(symbol.ref)} />
            ) : (
              <SymbolDrawing symbol={symbol} lit={lit.has(symbol.ref)} />
            )}
            <Words symbol={symbol} lit={lit.has(symbol.ref)} />
          </g>
        ))}
        {schematic.nets.map(({ name, x, y }) => (
          <NetLabel key={`${name} ${x} ${y}`} name={name} x={x} y={y} lit={litNets.has(name)} />
        ))}
        {slot && schematic.symbols.map((symbol) => <g key={symbol.ref}>{slot(symbol)}</g>)}
      </svg>
    </div>
  );
}

interface DrawingProps {
  readonly symbol: SchematicSymbol;
  readonly lit: boolean;
}

function SymbolDrawing({ symbol, lit }: DrawingProps) {
  return (
    <g transform={symbolTransform(symbol)} className={lit ? 'stroke-petrol' : 'stroke-ink'} strokeWidth={lit ? 2.5 : 1.5}>
      {deviceOf(symbol.kind).symbol.map(({ d, fill, bold }) => (
        <path key={d} d={d} className={FILLS[fill]} {...(bold && { strokeWidth: 4 })} />
      ))}
    </g>
  );
}

/** A part of more than two pins. */
function BoxDrawing({ symbol, lit }: DrawingProps) {
  const { x, y, box, kind } = symbol;
  if (!box) return null;
  return (
    <>
      <g className={`fill-sheet ${lit ? 'stroke-petrol' : 'stroke-ink'}`} strokeWidth={lit ? 2.5 : 1.5}>
        <rect x={x - box.width / 2} y={y - box.height / 2} width={box.width} height={box.height} />
        {deviceOf(kind).rectifies && <path d={BOX_DIODE} transform={`translate(${x} ${y + 16}) rotate(-90)`} />}
      </g>
      {box.pins.map(({ x: px, y: py, words, side }) => {
        const [dx, dy] = PIN_WORDS_OFFSET[side];
        return (
          <text key={`${px} ${py}`} x={px + dx} y={py + dy} textAnchor="middle" className="fill-ink font-figures text-12">
            {words}
          </text>
        );
      })}
    </>
  );
}

function Words({ symbol, lit }: DrawingProps) {
  const { x, y, anchor, ref, values } = symbolLabel(symbol);
  return (
    <>
      <text x={x} y={y} textAnchor={anchor} className={`font-figures text-14 font-[650] ${lit ? 'fill-petrol' : 'fill-ink'}`}>
        {ref}
      </text>
      {values.map((value, index) => (
        <text key={value} x={x} y={y + (index + 1) * LABEL_LINE} textAnchor={anchor} className="fill-ink font-figures text-12">
          {value}
        </text>
      ))}
    </>
  );
}

/** Whether a part is bridged is not known: a dashed way round it, with a question in it. */
function DoubtedWay({ symbol: { x, y, upright } }: { readonly symbol: SchematicSymbol }) {
  const way = 'M-36 0V34H36V0';
  return (
    <g transform={`translate(${x} ${y})${upright ? ' rotate(90)' : ''}`} className="fill-none stroke-[var(--ochre)]" strokeWidth="2">
      <path d={way} strokeDasharray="7 5" />
      <rect x="-10" y="25" width="20" height="18" className="fill-sheet" />
      <text
        y="34"
        dy="5"
        textAnchor="middle"
        transform={upright ? 'rotate(-90 0 34)' : undefined}
        className="fill-ochre stroke-none font-figures text-14 font-[650]"
      >
        ?
      </text>
    </g>
  );
}

function NetLabel({ name, x, y, lit }: { readonly name: string; readonly x: number; readonly y: number; readonly lit: boolean }) {
  const half = 5 + name.length * 4.5;
  return (
    <g className="pointer-events-none">
      <rect x={x - half} y={y - 9} width={2 * half} height="18" className={lit ? 'fill-petrol' : 'fill-sheet'} />
      <text x={x} y={y + 5} textAnchor="middle" className={`font-figures text-14 font-[650] ${lit ? 'fill-sheet' : 'fill-petrol'}`}>
        {name}
      </text>
    </g>
  );
}

function describe(circuit: Circuit, { railed }: Schematic): string {
  const parts = circuit.parts.map((part) => `${part.ref} from ${part.pins[0]} to ${part.pins.slice(1).join(', ')}`).join('; ');
  return `Circuit${railed ? ', in part with every net a rail' : ''}: ${parts}.`;
}
