import { newInts } from './new-array.ts';

/** Sets of the numbers 0 … count − 1 that grow together by joins (union–find with path halving; Tarjan, J. ACM 22, 1975). */
export class DisjointSets {
  private readonly parent: Int32Array;

  constructor(readonly count: number) {
    this.parent = newInts(count);
    for (let member = 0; member < count; member++) this.parent[member] = member;
  }

  /** The member that stands for the set of this one: its lowest. */
  find(member: number): number {
    const { parent } = this;
    let root = member;
    while (parent[root] !== root) {
      parent[root] = parent[parent[root]];
      root = parent[root];
    }
    return root;
  }

  join(a: number, b: number): void {
    const [one, other] = [this.find(a), this.find(b)];
    this.parent[Math.max(one, other)] = Math.min(one, other);
  }

  isJoined(a: number, b: number): boolean {
    return this.find(a) === this.find(b);
  }
}
