export { lightness, lightRatio, seenChange } from './light/lightness.ts';
export { type Limit, lightShareOf, ratedChipAmps, ratedResistorWatts } from './ratings.ts';
export { COMFORT, hardestDriven, type Stress, type StressLevel, stressesOf, stressLevel } from './stress.ts';
