/** The tapes' journal; only who appends asks for it. */
export const JOURNAL = 'JOURNAL';
/** The keeper of the bench's lists. */
export const BENCH_KEEPER = 'BENCH_KEEPER';
