/** Pads grown together by joins (union–find with path halving; Tarjan, J. ACM 22, 1975). */
export class PadForest {
  private readonly parent: Int32Array;

  constructor(readonly count: number) {
    this.parent = Int32Array.from({ length: count }, (_, index) => index);
  }

  find(pad: number): number {
    const { parent } = this;
    let root = pad;
    while (parent[root] !== root) {
      parent[root] = parent[parent[root]];
      root = parent[root];
    }
    return root;
  }

  /** The lower pad stays the root, so that nets keep the order of their pads. */
  join(a: number, b: number): void {
    const [one, other] = [this.find(a), this.find(b)];
    this.parent[Math.max(one, other)] = Math.min(one, other);
  }

  isJoined(a: number, b: number): boolean {
    return this.find(a) === this.find(b);
  }
}
