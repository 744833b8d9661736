import { fetchedPart } from '../kit/fetched.tsx';

/** Sums to follow on paper, worked out when somebody asks for one. */
export const LedCurrentSum = fetchedPart(async () => (await import('./worked-sums.tsx')).LedCurrentSum);
export const ResistorWattsSum = fetchedPart(async () => (await import('./worked-sums.tsx')).ResistorWattsSum);
export const SuppliedSum = fetchedPart(async () => (await import('./worked-sums.tsx')).SuppliedSum);
export const StressSum = fetchedPart(async () => (await import('./worked-sums.tsx')).StressSum);
