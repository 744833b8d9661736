import { type Circuit, partOfKind, type Result, succeed } from '../circuit/index.ts';
import { deviceOf, type Part, ratedChipAmps } from '../device/index.ts';
import { lightRatio } from '../drive/index.ts';
import { atCharge } from '../energy/index.ts';
import { type Solution, type SolveWarmed, solveWarmed } from '../solve/index.ts';

/** How the surroundings of a circuit could be other than they are. */
export interface WhatIf {
  /** Of the volts of every supply but cells: 1 is as it is. */
  readonly supplyShare: number;
  /** Of everything, °C. */
  readonly celsius: number;
  /** Of the cells, 0 to 1; left out: as it is. */
  readonly charge?: number;
}

export interface WhatIfOutcome {
  readonly chipAmps: number;
  readonly ofRated: number;
  readonly supplyWatts: number;
  /** Of the light that it gives now, by the droop model. */
  readonly light: number;
}

/** What the LED would carry under other volts, warmer or colder, on fuller or emptier cells. */
export function whatIf(
  circuit: Circuit,
  ledRef: string,
  change: WhatIf,
  now: Solution,
  solve: SolveWarmed = solveWarmed,
): Result<WhatIfOutcome> {
  const solved = solve(changed(circuit, change));
  if (!solved.ok) return solved;
  const { leds, supplies } = solved.value.solution;
  const led = partOfKind(circuit, ledRef, 'led');
  const chipAmps = leds[ledRef]?.chip.amps.avg ?? 0;
  const supplyWatts = Object.values(supplies).reduce((sum, { watts }) => sum + watts, 0);
  return succeed({
    chipAmps,
    ofRated: led ? chipAmps / ratedChipAmps(led).value : Number.NaN,
    supplyWatts,
    light: lightRatio(chipAmps, now.leds[ledRef]?.chip.amps.avg ?? chipAmps),
  });
}

function changed(circuit: Circuit, { supplyShare, celsius, charge }: WhatIf): Circuit {
  const charged = charge === undefined ? circuit : atCharge(circuit, charge);
  const parts = charged.parts.map((part): Part => {
    // A part's own temperature was that of its place; the slider is about the whole.
    const { celsius: _, ...rest } = part;
    const bare = rest as Part;
    return deviceOf(bare.kind).source?.scaled?.(bare, supplyShare) ?? bare;
  });
  return { ...charged, celsius, parts };
}
