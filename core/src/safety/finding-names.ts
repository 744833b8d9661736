import type { Finding, FindingCode } from './finding.ts';

const SHORT: Readonly<Record<FindingCode, string>> = {
  'over-amps': 'too much current',
  'over-peak-amps': 'too high a peak',
  'over-watts': 'too much power',
  'over-volts': 'too many volts',
  'over-reverse-volts': 'too much reverse voltage',
  'over-celsius': 'too hot',
  'touch-celsius': 'too hot to touch',
  'no-rating': 'no volts stated on mains',
  'no-bleeder': 'nothing discharges it',
  'slow-bleeder': 'discharges slowly',
  'no-fuse': 'no fuse',
  'fuse-in-neutral': 'fuse in the neutral',
  'no-earth': 'metal without earth',
  'single-insulation': 'too little insulation',
  'capacitor-class': 'capacitor of no safety class',
  'unbalanced-strings': 'strings share badly',
  'parallel-regulators': 'regulators in parallel',
  'no-current-limit': 'nothing limits the current',
  'supply-not-isolated': 'supply not isolated from mains',
  'unprotected-cells': 'cells without protection',
  'mixed-cells': 'cells that are mixed',
  'charging-cells': 'cells that are charged',
  'shorted-supply': 'supply shorted',
  'converter-volts': 'over a converter’s volts',
  'single-fault': 'one fault overloads another part',
  flicker: 'flickers',
};

/** A finding in a few words, for a row of many. */
export function shortFinding({ code }: Pick<Finding, 'code'>): string {
  return SHORT[code];
}
