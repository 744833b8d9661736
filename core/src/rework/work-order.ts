import type { CircuitChange } from '../circuit/index.ts';
import { formatEngineering } from '../quantity/index.ts';

/** One step of doing a rework at the bench. */
export interface WorkStep {
  readonly name: 'Make safe' | 'Lift' | 'Fit' | 'Insulate' | 'First power';
  readonly text: string;
}

/** Over the expected supply current by this share, something is wrong: off again. */
const ABORT_FACTOR = 1.35;

/** The safe order of doing the changes on a low-voltage gadget, with when to abort at first power. */
export function workOrder(changes: readonly CircuitChange[], expectedSupplyAmps: number): readonly WorkStep[] {
  const steps: WorkStep[] = [
    { name: 'Make safe', text: 'Unplug it or take the cells out; volts across the supply pads read below 0.1 V.' },
  ];
  for (const change of changes) {
    const ohms = formatEngineering(change.ohms, 'ohms').text;
    const watts = change.rated?.watts === undefined ? '' : `, ${formatEngineering(change.rated.watts, 'watts').text}`;
    if (change.change === 'replace-resistor') {
      steps.push({ name: 'Lift', text: `${change.ref}, both joints. Keep it: the way back.` });
      steps.push({ name: 'Fit', text: `${change.ref} ${ohms}${watts} in its place.` });
    } else {
      steps.push({ name: 'Lift', text: `The lead at pin ${change.at.pin + 1} of ${change.at.ref}.` });
      steps.push({ name: 'Fit', text: `${change.ref} ${ohms}${watts} between the lead and where it was.` });
      steps.push({ name: 'Insulate', text: `Sleeve over ${change.ref} and its joints.` });
    }
  }
  steps.push({
    name: 'First power',
    text: `From a limited supply. Off again above ${formatEngineering(expectedSupplyAmps * ABORT_FACTOR, 'amps', 2).text}.`,
  });
  return steps;
}
