export { type AlongWires, alongWiresOf, type FeedAlong, type PlaceAlong } from './along-wires.ts';
export { type DarkLed, darkLedOf, sayDarkLed } from './dark-led.ts';
export {
  type BoardSeat,
  type CaseSize,
  type HeatPath,
  type HeatPathOf,
  type HeatResistance,
  type HeatStretch,
  heatPathOf,
} from './heat/heat-path.ts';
export { boardCelsiusOf, caseHeatWatts, chipsOf, heatPathIn, litLeds, type Thermal } from './heat/led-heat.ts';
export { fitSoak, type Soak, type SoakOutcome } from './heat/soak.ts';
export { type SoakBandPoint, soakBand } from './heat/soak-band.ts';
export { type SoakOutlook, soakOutlook } from './heat/soak-outlook.ts';
export { type SoakCurve, type SoakPoint, soakAt } from './heat/soak-posterior.ts';
export { type SoakTimes, soakTimes } from './heat/soak-times.ts';
export { type ElectrolyticLife, electrolyticLife } from './life/electrolytic.ts';
export { type Drive, LIFE_MODEL, type Life, lifeAt, lifeFactors, lifeRatio, MOST_LIFE_HOURS, usualLifeHours } from './life/life.ts';
export { sayLifeHours } from './life/say-life.ts';
export { type Beam, type BeamPoint, beamOf, candelaAt, luxOnWall } from './light/beam.ts';
export { type FlickerRegion, flickerRegion, lowRiskFlickerPercent, noEffectFlickerPercent } from './light/flicker.ts';
export { lightness, lightRatio, lightThatLooks, seenChange } from './light/lightness.ts';
export {
  candelaFromLux,
  LUMENS_FACTOR,
  lambertLumens,
  lightWhenWarm,
  lumensFromCandela,
  THROW_LUX,
  throwMetres,
  usualLumensPerWatt,
} from './light/photometry.ts';
export { DERATING, limitWords, withDerating } from './ratings.ts';
export { CHIP_SPREADS, type ChipSpread, type DarkChip, darkChipOf, type Sharing, sharingOf } from './sharing.ts';
export {
  COMFORT,
  hardestDriven,
  isChipLit,
  isLit,
  LEVEL_WORDS,
  type Share,
  type Stress,
  type StressKind,
  type StressLevel,
  sharesOf,
  stressesOf,
  stressLevel,
  stressName,
  stressUnit,
} from './stress.ts';
export { type StringSharing, stringSharingOf } from './string-sharing.ts';
