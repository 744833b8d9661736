import { expect, it } from '@jest/globals';
import { isElectrolytic } from './index.ts';

it.each([
  ['225J 400V', false],
  ['2.2uf 400v polypropylene', false],
  ['10uf 400v', true],
  [undefined, true],
])('of 2.2 µF and more, “%s” is electrolytic: %s', (marking, is) =>
  expect(isElectrolytic({ farads: 2.2e-6, ...(marking && { marking }) })).toBe(is),
);
