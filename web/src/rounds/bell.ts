import { type DayPlan, type DayTask, sayDue } from '@mindful-probe/core';
import { useEffect, useRef } from 'react';
import { wantsHands } from '../shared/rounds/next-due.ts';

/** What has become due and was not called out yet. */
export function newlyDue(plan: DayPlan, called: ReadonlySet<string>, now: number): readonly DayTask[] {
  const passed = (now - Date.parse(plan.now)) / 60_000;
  return wantsHands(plan).filter(({ id, start, item }) => start <= passed + 0.02 && !called.has(id) && hasItsTime(item));
}

/** Work that can be done at any time calls nobody. */
function hasItsTime({ of, latest, at, since }: DayTask['item']): boolean {
  return latest !== undefined || at !== undefined || since !== undefined || of === 'soak-reading';
}

/** A sound and, where it is allowed, a notification for each thing whose time has come. */
export function useBell(plan: DayPlan | undefined, now: number, wanted: boolean): void {
  const called = useRef(new Set<string>());
  useEffect(() => {
    if (!plan) return;
    for (const task of newlyDue(plan, called.current, now)) {
      called.current.add(task.id);
      if (wanted) callOut(`${task.name}: ${sayDue(task.item)}`, task.id);
    }
  }, [plan, now, wanted]);
}

function callOut(words: string, tag: string): void {
  beep();
  if ('Notification' in window && Notification.permission === 'granted') new Notification(words, { tag, icon: '/favicon.svg' });
}

/** Two short tones of 880 Hz. */
function beep(): void {
  try {
    const context = new AudioContext();
    const gain = context.createGain();
    gain.gain.value = 0.1;
    gain.connect(context.destination);
    for (const start of [0, 0.25]) {
      const tone = context.createOscillator();
      tone.frequency.value = 880;
      tone.connect(gain);
      tone.start(context.currentTime + start);
      tone.stop(context.currentTime + start + 0.15);
    }
    setTimeout(() => void context.close(), 1000);
  } catch {
    // A browser without sound stays silent; the page says what is due all the same.
  }
}
