import { type Analysis, fittedCircuit, oncePer, type PlacedSoak, soaksOf, thermalOf } from '../appraisal/index.ts';
import { type Discharge, dischargesOf } from '../caution/index.ts';
import { partsOfKind, type Result, succeed } from '../circuit/index.ts';
import { hardestDriven, litLeds, type StringSharing, stressesOf, stringSharingOf } from '../drive/index.ts';
import { dischargeRuntime, type Runtime } from '../energy/index.ts';
import { type LedDetails, ledDetails, lifeOfShare } from './led-details.ts';
import { type ReadLight, readLight } from './light-details.ts';
import { type LeadLoss, leadLossOf, type SupplyDetails, supplyDetails, type TrackLoss, trackLossesOf } from './supply-details.ts';
import { type DriveWave, wavesOf } from './waves.ts';

/** Strings in parallel, each with the life of its hardest driven chip in one gadget of twenty, against chips all alike. */
export interface StringsDetails {
  readonly spread: StringSharing['spread'];
  readonly strings: readonly (StringSharing['strings'][number] & { readonly ofRated: number; readonly lifeOfOneInTwenty: number })[];
}

/** Whatever of Drive takes longer than the figures themselves. */
export interface DriveDetails {
  readonly supply: SupplyDetails;
  readonly leds: readonly LedDetails[];
  readonly strings: readonly StringsDetails[];
  readonly light?: ReadLight;
  readonly soaks: readonly PlacedSoak[];
  readonly runtime?: Runtime;
  readonly lead?: LeadLoss;
  readonly tracks: readonly TrackLoss[];
  readonly stores: readonly Discharge[];
  /** One period of the settled state; empty where all is direct current. */
  readonly waves: readonly DriveWave[];
}

/**
 * The details of a state of the specimen.
 *
 * @returns an error where there is nothing to solve yet, or no solution
 */
export const driveDetails: (analysis: Analysis) => Result<DriveDetails> = oncePer((analysis) => {
  const { specimen, rework, solve } = analysis;
  const found = fittedCircuit(analysis);
  if (!found.ok) return found;
  const { fit } = found.value;
  const { circuit, solution } = fit;
  const leds = litLeds(circuit, solution);
  const hardest = hardestDriven(stressesOf(circuit, fit));
  const thermal = thermalOf(analysis);
  const details = leds.map((part) => ledDetails(part, leds, fit, thermal, solve));
  const supply = supplyDetails(circuit, fit, leds);
  const hasCells = partsOfKind(circuit, 'battery').some(({ chemistry }) => chemistry !== undefined);
  const runtime = hasCells && hardest ? dischargeRuntime(circuit, hardest.ref) : undefined;
  const light = readLight(specimen, rework);
  const lead = leadLossOf(specimen, supply.amps, rework);
  return succeed({
    supply,
    leds: details,
    strings: stringSharingOf(circuit, solution).map((shared) => withLives(shared, details)),
    ...(light && { light }),
    soaks: soaksOf(analysis),
    ...(runtime?.ok && { runtime: runtime.value }),
    ...(lead && { lead }),
    tracks: trackLossesOf(specimen, supply.amps, rework),
    stores: dischargesOf(circuit, solution),
    waves: wavesOf(circuit, fit.warmed, hardest?.ref),
  });
});

function withLives({ spread, strings }: StringSharing, leds: readonly LedDetails[]): StringsDetails {
  return {
    spread,
    strings: strings.map((string) => {
      const led = leds.find(({ ref }) => ref === string.ref);
      return {
        ...string,
        ofRated: led?.drive.ofRated ?? Number.NaN,
        lifeOfOneInTwenty: led ? lifeOfShare(led.drive, led.heat, string.oneInTwenty) : Number.NaN,
      };
    }),
  };
}
