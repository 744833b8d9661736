import type { Proof } from './proof.ts';

/** What a proof leaves open: it stops nothing, and is printed. */
export interface OpenQuestion {
  readonly code:
    | 'checks-wrong'
    | 'checks-open'
    | 'power-off'
    | 'predictions-off'
    | 'predictions-cannot-tell'
    | 'predictions-open'
    | 'light-open';
  readonly count: number;
}

export function openQuestionsOf({ checks, power, predictions, light }: Proof): readonly OpenQuestion[] {
  const figures = power.flatMap((step) => step.figures);
  const all: readonly OpenQuestion[] = [
    { code: 'checks-wrong', count: checks.filter(({ outcome }) => outcome === 'wrong').length },
    { code: 'checks-open', count: checks.filter(({ outcome }) => outcome === 'open').length },
    { code: 'power-off', count: figures.filter(({ outcome }) => outcome === 'not').length },
    { code: 'predictions-off', count: predictions.filter(({ outcome }) => outcome === 'not').length },
    { code: 'predictions-cannot-tell', count: predictions.filter(({ outcome }) => outcome === 'cannot tell').length },
    { code: 'predictions-open', count: predictions.filter(({ outcome }) => outcome === 'open').length },
    { code: 'light-open', count: light.measured ? 0 : 1 },
  ];
  return all.filter(({ count }) => count > 0);
}

const WORDS: Readonly<Record<OpenQuestion['code'], readonly [one: string, many: string]>> = {
  'checks-wrong': ['check before power is wrong', 'checks before power are wrong'],
  'checks-open': ['check before power not made', 'checks before power not made'],
  'power-off': ['figure of first power not as predicted', 'figures of first power not as predicted'],
  'predictions-off': ['reading not as predicted', 'readings not as predicted'],
  'predictions-cannot-tell': ['reading cannot tell', 'readings cannot tell'],
  'predictions-open': ['predicted reading not taken', 'predicted readings not taken'],
  'light-open': ['light not compared by meter', 'light not compared by meter'],
};

export function sayOpenQuestion({ code, count }: OpenQuestion): string {
  const [one, many] = WORDS[code];
  return code === 'light-open' ? one : `${count} ${count === 1 ? one : many}`;
}
