import { findingSource, sayFaultStress, sayFinding, sayRemedy, sayUndecided, shortFinding } from '../safety/index.ts';
import { auditOf, BUILT, but, type Case, CHARGED, LAMP, TABLE } from '../safety/rule-cases.testing.ts';
import { figuresOf } from './figures-of.testing.ts';

const METAL = { case: 'metal', earthed: false } as const;
const FILTER = { ref: 'C9', kind: 'capacitor', pins: ['a', 'CASE'], farads: 1e-9 };

/** What the table of rules has not: the same findings of other facts. */
const MORE: Readonly<Record<string, Case>> = {
  'metal, and nothing said of its insulation': { parts: LAMP, construction: METAL },
  'metal, with one layer': { parts: LAMP, construction: { ...METAL, insulation: 'basic' } },
  'a case that is mains': { parts: LAMP, construction: { ...BUILT, touchable: ['L'] } },
  'a filter of no class to the case': { parts: [...LAMP, FILTER], construction: { ...BUILT, touchable: ['CASE'] } },
  'a filter of class X to the case': {
    parts: [...LAMP, { ...FILTER, rated: { class: 'X2' } }],
    construction: { ...BUILT, touchable: ['CASE'] },
  },
  'a dropper of no class': { parts: but(LAMP, 'C1', { rated: { volts: 400 } }), construction: BUILT },
  'half a resistor to discharge it': { parts: but(LAMP, 'R2', { ohms: 2.2e6 }), construction: BUILT },
  'none at its plug': { parts: but(LAMP, 'R2', { pins: ['p', 'm'] }), construction: BUILT },
  'two droppers beside each other': {
    parts: [...LAMP, { ref: 'C3', kind: 'capacitor', pins: ['a', 'b'], farads: 0.22e-6 }],
    construction: BUILT,
  },
  'a fuse of one branch': { parts: but(LAMP, 'F1', { pins: ['a', 'c'] }), construction: BUILT },
  'lithium on a resistor from 5 V': { parts: but(CHARGED, 'B1', { chemistry: 'li-ion', size: '18650', series: 1 }) },
  'alkaline on a resistor from 5 V': { parts: but(CHARGED, 'B1', { chemistry: 'alkaline' }) },
};

/** Every finding of every rule, in words. */
export function findings(): readonly string[] {
  const ofRules = Object.entries(TABLE).flatMap(([code, { fires, quiet, open }]) => [
    [`${code} fires`, fires] as const,
    [`${code} is quiet`, quiet] as const,
    ...(open ? [[`${code} lacks a fact`, open] as const] : []),
  ]);
  return [...ofRules, ...Object.entries(MORE)].flatMap(([name, of]) => {
    const { findings, undecided, faults, verdict, discharges } = auditOf(of);
    return [
      `## ${name}: ${verdict}`,
      ...findings.flatMap((finding) => [
        `${finding.severity}: ${shortFinding(finding)}: ${sayFinding(finding)} ${sayRemedy(finding)} ${findingSource(finding)}`,
        ...figuresOf(finding, '  '),
      ]),
      ...undecided.map((one) => Object.values(sayUndecided(one)).join(' ')),
      ...figuresOf(discharges),
      ...faults.flatMap(({ fault, over }) => [...figuresOf(fault), ...over.map((stress) => `  ${sayFaultStress(stress)}`)]),
    ];
  });
}
