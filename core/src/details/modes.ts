import { type Analysis, appraise, oncePer } from '../appraisal/index.ts';
import { partsOfKind } from '../circuit/index.ts';
import { chipsOf, isChipLit, lightRatio } from '../drive/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import { sayMode } from '../tape/index.ts';
import { driveDetails } from './drive-details.ts';

/** One state that the gadget can be switched to, beside the others. */
export interface ModeFigures {
  /** Left out of the one that it was traced in. */
  readonly name?: string;
  /** What is otherwise in it than as traced; empty where only readings tell. */
  readonly says: string;
  /** The LED driven hardest in it, and the currents of one of its chips; left out where they cannot be known. */
  readonly hardest?: { readonly ref: string; readonly average: Uncertain; readonly peakAmps: number; readonly ofRated: Uncertain };
  readonly supplyWatts?: Uncertain;
  /** Light next to that of the one it was traced in, by the current: while it is on and for the share of time that it is. */
  readonly light?: number;
  /** On its cells, h. */
  readonly hours?: number;
  /** A reading that tells a current was taken in it. */
  readonly measured: boolean;
}

/** All that a state of a specimen can be switched to, that it was traced in first; empty where nothing else was said. */
export const modesOf: (analysis: Analysis) => readonly ModeFigures[] = oncePer((analysis) => {
  const { specimen, modes } = analysis;
  if (specimen.modes.length === 0) return [];
  const traced = lightOf(analysis);
  const figuresOf = (one: Analysis | undefined): Omit<ModeFigures, 'says' | 'name'> => {
    const appraised = one && appraise(one);
    if (!one || !appraised?.ok) return { measured: false };
    const { hardest, supplyWatts, measured, solution } = appraised.value;
    const details = driveDetails(one);
    const hours = details.ok ? details.value.runtime?.hours : undefined;
    const light = lightOf(one);
    const peakAmps = solution.leds[hardest?.ref ?? '']?.chip.amps.max ?? 0;
    return {
      ...(hardest && { hardest: { ref: hardest.ref, average: hardest.figure, peakAmps, ofRated: hardest.ratio } }),
      supplyWatts,
      ...(traced > 0 && { light: light / traced }),
      ...(hours !== undefined && { hours }),
      measured,
    };
  };
  return [
    { says: '', ...figuresOf(analysis) },
    ...specimen.modes.map(
      ({ name, entry }): ModeFigures => ({
        name,
        says: sayMode(specimen.circuit, entry),
        ...figuresOf(modes.find(({ inMode }) => inMode?.mode.name === name)),
      }),
    ),
  ];
});

/** Of all LEDs together, to be held against another mode: while they are on, for the share of time that they are. */
function lightOf(analysis: Analysis): number {
  const appraised = appraise(analysis);
  if (!appraised.ok) return 0;
  const { circuit, solution } = appraised.value;
  return partsOfKind(circuit, 'led').reduce((sum, part) => {
    const { chip, duty = 1 } = solution.leds[part.ref] ?? {};
    if (!chip || !isChipLit(chip.amps.avg) || duty === 0) return sum;
    return sum + chipsOf(part) * duty * lightRatio(chip.amps.avg / duty, 1);
  }, 0);
}
