import type { MatrixPattern } from './matrix-pattern.ts';

/**
 * An elimination order with little fill for A + Aᵀ: always the unknown with the fewest neighbours left (Tinney and
 * Walker, Proc. IEEE 55, 1967, scheme 2), on the elimination graph itself. Circuits are sparse, so the sets stay small.
 */
export function minimumDegreeOrder({ size, colStart, rowIndex }: MatrixPattern): Int32Array {
  const neighbours = Array.from({ length: size }, () => new Set<number>());
  for (let column = 0; column < size; column++) {
    for (let p = colStart[column]; p < colStart[column + 1]; p++) {
      const row = rowIndex[p];
      if (row === column) continue;
      neighbours[row].add(column);
      neighbours[column].add(row);
    }
  }
  const buckets: number[][] = [];
  const put = (node: number) => {
    const degree = neighbours[node].size;
    while (buckets.length <= degree) buckets.push([]);
    buckets[degree].push(node);
  };
  for (let node = size - 1; node >= 0; node--) put(node);
  const order = new Int32Array(size);
  const done = new Uint8Array(size);
  for (let place = 0, lowest = 0; place < size; ) {
    while (buckets[lowest].length === 0) lowest += 1;
    const node = buckets[lowest].pop() as number;
    // A bucket keeps stale places; a node counts where its degree is now.
    if (done[node] || neighbours[node].size !== lowest) continue;
    done[node] = 1;
    order[place++] = node;
    const around = [...neighbours[node]];
    for (const a of around) {
      neighbours[a].delete(node);
      for (const b of around) if (b !== a) neighbours[a].add(b);
    }
    for (const a of around) {
      put(a);
      lowest = Math.min(lowest, neighbours[a].size);
    }
  }
  return order;
}
