import {
  type Analysis,
  type EarlySoak,
  earlySoaksOf,
  fittedCircuit,
  mainSupply,
  oncePer,
  type PlacedSoak,
  soaksOf,
  thermalOf,
} from '../appraisal/index.ts';
import { type Discharge, dischargesOf } from '../caution/index.ts';
import { type Circuit, partsOfKind, type Result, succeed } from '../circuit/index.ts';
import { isDoubleLayer, isElectrolytic } from '../device/index.ts';
import {
  type AlongWires,
  alongWiresOf,
  type ElectrolyticLife,
  electrolyticLife,
  hardestDriven,
  litLeds,
  type StringSharing,
  stressesOf,
  stringSharingOf,
} from '../drive/index.ts';
import { type Charging, chargingOf, dischargeRuntime, type Runtime } from '../energy/index.ts';
import { type LedDetails, ledDetails, lifeOfShare } from './led-details.ts';
import { type ReadLight, readLight } from './light-details.ts';
import { type Rhythm, rhythmsOf } from './rhythm.ts';
import { type SourceDetails, sourceDetails } from './source-details.ts';
import { type LeadLoss, leadLossOf, type SupplyDetails, supplyDetails, type TrackLoss, trackLossesOf } from './supply-details.ts';
import { type DriveWave, wavesOf } from './waves.ts';

/** Strings in parallel, each with the life of its hardest driven chip in one gadget of twenty, against chips all alike. */
export interface StringsDetails {
  readonly spread: StringSharing['spread'];
  readonly strings: readonly (StringSharing['strings'][number] & { readonly ofRated: number; readonly lifeOfOneInTwenty: number })[];
}

/** An electrolytic capacitor with how long it lasts where it sits. */
export interface StoreLife {
  readonly ref: string;
  /** Around it: what it lies between at 95 %. */
  readonly celsius: { readonly value: number; readonly low: number; readonly high: number };
  readonly life: ElectrolyticLife;
}

/** The details that are worked out one by one, each by its name on screen. */
export type DetailName = 'supply' | 'LEDs' | 'strings' | 'light' | 'runtime' | 'leads' | 'stores' | 'source' | 'waves';

/** Whatever of Drive takes longer than the figures themselves. */
export interface DriveDetails {
  readonly supply?: SupplyDetails;
  readonly leds: readonly LedDetails[];
  readonly strings: readonly StringsDetails[];
  readonly light?: ReadLight;
  readonly soaks: readonly PlacedSoak[];
  readonly earlySoaks: readonly EarlySoak[];
  readonly runtime?: Runtime;
  readonly lead?: LeadLoss;
  readonly tracks: readonly TrackLoss[];
  /** LEDs along wires of some length. */
  readonly along?: AlongWires;
  readonly stores: readonly Discharge[];
  /** How its cells are charged, where something does. */
  readonly charging?: Charging;
  readonly storeLives: readonly StoreLife[];
  readonly source?: SourceDetails;
  /** Of LEDs that flash or are chopped, not of those that follow mains. */
  readonly rhythms: readonly Rhythm[];
  /** One period of the settled state; empty where all is direct current. */
  readonly waves: readonly DriveWave[];
  /** What could not be worked out, and why; the rest stands. */
  readonly failed: readonly { readonly name: DetailName; readonly message: string }[];
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
  const failed: { name: DetailName; message: string }[] = [];
  // One detail that fails must not take the others with it.
  const detail = <T>(name: DetailName, compute: () => T): T | undefined => {
    try {
      return compute();
    } catch (error) {
      failed.push({ name, message: error instanceof Error ? error.message : String(error) });
      return undefined;
    }
  };
  const leds = litLeds(circuit, solution);
  const hardest = hardestDriven(stressesOf(circuit, fit));
  const thermal = thermalOf(analysis);
  const details = leds.flatMap((part) => detail('LEDs', () => ledDetails(part, leds, fit, thermal, solve)) ?? []);
  const supply = detail('supply', () => supplyDetails(circuit, fit, leds));
  const hasCells = partsOfKind(circuit, 'battery').some(({ chemistry }) => chemistry !== undefined);
  const runtime = hasCells && hardest ? detail('runtime', () => dischargeRuntime(circuit, hardest.ref)) : undefined;
  if (runtime?.ok === false) failed.push({ name: 'runtime', message: runtime.error.message });
  const hours = runtime?.ok ? runtime.value.hours : undefined;
  const source = detail('source', () => sourceDetails(circuit, fit, mainSupply(circuit), hardest?.ref, hours));
  const charging = detail('source', () => chargingOf(circuit, solve));
  const light = detail('light', () => readLight(specimen, rework));
  const lead = supply && detail('leads', () => leadLossOf(specimen, supply.amps, rework));
  const along = detail('leads', () => alongWiresOf(circuit, solution, solve));
  const strings = detail('strings', () => stringSharingOf(circuit, solution).map((shared) => withLives(shared, details)));
  return succeed({
    ...(supply && { supply }),
    leds: details,
    strings: strings ?? [],
    ...(light && { light }),
    soaks: soaksOf(analysis),
    earlySoaks: earlySoaksOf(analysis),
    ...(runtime?.ok && { runtime: runtime.value }),
    ...(lead && { lead }),
    tracks: (supply && detail('leads', () => trackLossesOf(specimen, supply.amps, rework))) ?? [],
    ...(along && { along }),
    stores: detail('stores', () => dischargesOf(circuit, solution)) ?? [],
    storeLives: detail('stores', () => storeLivesOf(circuit, details)) ?? [],
    ...(charging && { charging }),
    ...(source && { source }),
    rhythms: detail('waves', () => rhythmsOf(circuit, fit, leds)) ?? [],
    waves: detail('waves', () => wavesOf(circuit, fit.warmed, hardest?.ref)) ?? [],
    failed,
  });
});

/** Electrolytic capacitors sit in the case with the rest: cooler than the LEDs' board, warmer than the outside. */
function storeLivesOf(circuit: Circuit, leds: readonly LedDetails[]): readonly StoreLife[] {
  const [path] = leds.map(({ heat }) => heat);
  if (!path) return [];
  const jointAt = (wanted: string) => path.joints.find(({ name }) => name === wanted)?.celsius;
  const end = path.joints.at(-1)?.celsius ?? path.junctionCelsius;
  const outside = jointAt('case') ?? end;
  const board = jointAt('board') ?? outside;
  const inside = (outside + board) / 2;
  // Its rise is as unsure as the whole of which it is a part.
  const [below, above] = [path.junctionCelsius - path.low, path.high - path.junctionCelsius].map(
    (off) => off * ((inside - end) / Math.max(1e-9, path.junctionCelsius - end)),
  ) as [number, number];
  return partsOfKind(circuit, 'capacitor')
    .filter(isElectrolytic)
    .map((part) => {
      const { ref, celsius, rated } = part;
      const sort = isDoubleLayer(part) ? 'double-layer' : 'electrolytic';
      const around =
        celsius === undefined
          ? { value: inside, low: Math.min(outside, inside - below), high: Math.max(board, inside + above) }
          : { value: celsius, low: celsius, high: celsius };
      return { ref, celsius: around, life: electrolyticLife(around, sort, rated?.celsius) };
    });
}

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
