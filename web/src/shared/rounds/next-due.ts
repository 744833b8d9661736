import type { DayPlan, DayTask } from '@mindful-probe/core';

/** What wants hands, by start: the first is the one to be done now, or next. */
export function wantsHands({ tasks }: DayPlan): readonly DayTask[] {
  return tasks.filter(({ item }) => item.attended);
}

/** What runs by itself and can be put on now, so that hands are free later. */
export function startableNow({ tasks }: DayPlan): readonly DayTask[] {
  return tasks.filter(({ item, start }) => !item.attended && item.startedAt === undefined && start <= 1);
}
