/** Relative, ± at 95 %, of what is bought today: film resistors, film capacitors, electrolytic ones, trimmed regulators. */
export const NEW_TOLERANCE = { resistor: 0.05, film: 0.1, electrolytic: 0.2, sink: 0.1 } as const;
