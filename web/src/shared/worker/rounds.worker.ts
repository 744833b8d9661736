import { type DayPlan, type DaySettings, type DueSpecimen, planDay, type RunningSoak, runningSoaks } from '@mindful-probe/core';
import { expose } from 'comlink';

const api = {
  day(specimens: readonly DueSpecimen[], settings: DaySettings, now: string): DayPlan {
    return planDay(specimens, settings, now);
  },
  soaks(specimen: DueSpecimen, now: string): readonly RunningSoak[] {
    return runningSoaks(specimen, now);
  },
};

export type RoundsApi = typeof api;

expose(api);
