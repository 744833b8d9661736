import type { Continuity } from '@mindful-probe/core';
import type { PadMark } from './board-view.tsx';

interface PadLinesProps {
  readonly marks: readonly PadMark[];
  /** Pads of one net that are lit: joined by the shortest lines. */
  readonly lit: ReadonlySet<string>;
  readonly doubtful: Continuity['doubtful'];
}

/** What joins pads, drawn on the photo: the lit net, and joins in doubt, which are always dashed. */
export function PadLines({ marks, lit, doubtful }: PadLinesProps) {
  const at = new Map(marks.map((mark) => [mark.name, mark.at]));
  const line = (key: string, from: string, to: string, className: string, dash?: string) => {
    const [a, b] = [at.get(from), at.get(to)];
    if (!a || !b) return null;
    const ends = { x1: a[0], y1: a[1], x2: b[0], y2: b[1], vectorEffect: 'non-scaling-stroke' };
    return (
      <g key={key}>
        <line {...ends} className="stroke-sheet" strokeWidth="6" />
        <line {...ends} className={className} strokeWidth="3" {...(dash !== undefined && { strokeDasharray: dash })} />
      </g>
    );
  };
  return (
    <>
      {shortestTree(marks.filter(({ name }) => lit.has(name))).map(([from, to]) => line(`${from} ${to}`, from, to, 'stroke-ink'))}
      {doubtful.map(({ pads: [from, to] }) => line(`? ${from} ${to}`, from, to, 'stroke-[var(--ochre)]', '7 5'))}
    </>
  );
}

/** Prim's method: pads of a net are few. */
function shortestTree(marks: readonly PadMark[]): readonly (readonly [string, string])[] {
  const [first, ...rest] = marks;
  if (!first) return [];
  const inside = [first];
  const outside = [...rest];
  const edges: (readonly [string, string])[] = [];
  while (outside.length > 0) {
    let best: { from: PadMark; to: PadMark; distance: number } | undefined;
    for (const from of inside)
      for (const to of outside) {
        const distance = Math.hypot(from.at[0] - to.at[0], from.at[1] - to.at[1]);
        if (!best || distance < best.distance) best = { from, to, distance };
      }
    if (!best) break;
    edges.push([best.from.name, best.to.name]);
    inside.push(best.to);
    outside.splice(outside.indexOf(best.to), 1);
  }
  return edges;
}
