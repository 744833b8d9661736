/** Large beside the arrays of one circuit, small beside what a thread has. */
const BLOCK_BYTES = 2 ** 16;
const BYTES_OF = { float: 8, int: 4 } as const;

/** Of nothing one array serves all: a circuit has none of half of what there can be. */
const NO_FLOATS = new Float64Array(0);
const NO_INTS = new Int32Array(0);

let block = new ArrayBuffer(0);
let used = 0;

/**
 * A typed array of zeros, cut from a block that others share: to make one by itself takes a microsecond, and solving a
 * circuit of direct current wants forty. For work arrays: whoever keeps one keeps its block, and what leaves the thread
 * would take its block along.
 */
export function newFloats(length: number): Float64Array<ArrayBuffer> {
  if (length === 0) return NO_FLOATS;
  const at = reserve(length * BYTES_OF.float);
  return new Float64Array(block, at, length);
}

/** The same of integers. */
export function newInts(length: number): Int32Array<ArrayBuffer> {
  if (length === 0) return NO_INTS;
  const at = reserve(length * BYTES_OF.int);
  return new Int32Array(block, at, length);
}

/** @returns where in the block there is room now */
function reserve(bytes: number): number {
  // The next one may be of floats, which stand at multiples of their size.
  const rounded = Math.ceil(bytes / BYTES_OF.float) * BYTES_OF.float;
  if (used + rounded > block.byteLength) {
    block = new ArrayBuffer(Math.max(BLOCK_BYTES, rounded));
    used = 0;
  }
  const at = used;
  used += rounded;
  return at;
}
