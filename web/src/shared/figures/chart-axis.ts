/** How an axis of any chart looks. */
export const AXIS = { stroke: 'var(--ink)', tick: { fill: 'var(--ink)', fontSize: 12, fontFamily: 'var(--font-figures)' } };
