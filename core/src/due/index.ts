export { type DueCode, type DueItem, INSTRUMENT_NAMES, type InstrumentName } from './due-item.ts';
export { dueItemsOf, runItems } from './due-items.ts';
export {
  type DayPlan,
  type DaySettings,
  type DayTask,
  type DueSpecimen,
  type LeftOfDay,
  planDay,
  type RunningSoak,
  runningSoaks,
} from './plan-day.ts';
export { sayDue, sayLeft } from './say-due.ts';
