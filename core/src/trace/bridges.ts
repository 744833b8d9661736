/** Two pads that a touch joined. */
interface Join {
  readonly a: number;
  readonly b: number;
}

/**
 * The joins that alone hold two halves of a net together: bridges of the graph, by depth-first search with the lowest
 * place reached (Tarjan, Inf. Process. Lett. 2, 1974), without recursion.
 *
 * @param joins each pair of pads at most once
 */
export function cutJoins<J extends Join>(padCount: number, joins: readonly J[]): ReadonlySet<J> {
  const touching: J[][] = Array.from({ length: padCount }, () => []);
  for (const join of joins) {
    touching[join.a]?.push(join);
    touching[join.b]?.push(join);
  }
  const order = new Int32Array(padCount).fill(-1);
  const lowest = new Int32Array(padCount);
  const cuts = new Set<J>();
  let visited = 0;
  for (let start = 0; start < padCount; start++) {
    if (order[start] !== -1) continue;
    const stack: { pad: number; via: J | undefined; next: number }[] = [{ pad: start, via: undefined, next: 0 }];
    order[start] = lowest[start] = visited++;
    while (stack.length > 0) {
      const here = stack.at(-1) as (typeof stack)[number];
      const join = touching[here.pad]?.[here.next++];
      if (!join) {
        stack.pop();
        const parent = stack.at(-1);
        if (!parent) continue;
        lowest[parent.pad] = Math.min(lowest[parent.pad] as number, lowest[here.pad] as number);
        if ((lowest[here.pad] as number) > (order[parent.pad] as number)) cuts.add(here.via as J);
        continue;
      }
      if (join === here.via) continue;
      const there = join.a === here.pad ? join.b : join.a;
      if (order[there] === -1) {
        order[there] = lowest[there] = visited++;
        stack.push({ pad: there, via: join, next: 0 });
      } else lowest[here.pad] = Math.min(lowest[here.pad] as number, order[there] as number);
    }
  }
  return cuts;
}
