/** A seeded source of uniform numbers in [0, 1): xorshift32 (Marsaglia, J. Stat. Software 8(14), 2003). */
export function seededRandom(seed: number): () => number {
  let state = seed | 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2 ** 32;
  };
}

/** One draw from the standard normal distribution by Box and Muller's transform. */
export function drawNormal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
