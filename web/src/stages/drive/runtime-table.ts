/** What writes CSV is fetched when a table is wanted. */
export { runtimeCsv } from '@mindful-probe/core';
