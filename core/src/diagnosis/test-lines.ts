import type { Outcome, TestPlace } from './test.ts';

/** How the bench line begins when a test is made. */
export function lineOfTest(test: TestPlace): string {
  switch (test.kind) {
    case 'seen':
      return 'nothing seen';
    case 'tapped':
      return 'it comes back when tapped';
    case 'amps':
      return 'in ';
    default:
      return `${test.across} `;
  }
}

/** The bench line of an outcome that is no figure; undefined of a figure, which is typed. */
export function lineOfResult(test: TestPlace, result: Outcome['result']): string | undefined {
  if (typeof result !== 'string') return undefined;
  switch (test.kind) {
    case 'seen':
      return result === 'nothing' ? 'nothing seen' : `${result} `;
    case 'tapped':
      return result === 'yes' ? 'it comes back when tapped' : 'it does not come back when tapped';
    case 'volts':
      if (test.atAmps === undefined) return undefined;
      if (test.each) return result === 'lights' ? `${test.across} light` : `${test.across} light but ${result}`;
      return result === 'beyond' ? `${test.across} ol` : `${test.across} ${result}`;
    case 'ohms':
      return result === 'beyond' ? `${test.across} ol` : undefined;
    default:
      return undefined;
  }
}
