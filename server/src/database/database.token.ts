/** The Drizzle handle; only repositories ask for it. */
export const DATABASE = 'DATABASE';
