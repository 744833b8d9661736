/** The Drizzle handle; only repositories ask for it. */
export const DATABASE = 'DATABASE';
/** `AppendAll`: entries onto their tapes. */
export const APPEND_ALL = 'APPEND_ALL';
/** What other servers on the same database are told by. */
export const RELAY = 'RELAY';
