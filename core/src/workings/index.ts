export { ledCurrentSum, resistorWattsSum, type Sum, type SumLine, stressSum, suppliedSum } from './current-sum.ts';
export {
  flickerSum,
  heatSum,
  leadSum,
  lifeSum,
  lumensSum,
  readLightSum,
  runtimeSum,
  storeSum,
  supplySum,
  trackSum,
} from './sums.ts';
