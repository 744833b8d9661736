/** The Drizzle handle; only repositories ask for it. */
export const DATABASE = 'DATABASE';
/** What other servers on the same database are told by. */
export const RELAY = 'RELAY';
