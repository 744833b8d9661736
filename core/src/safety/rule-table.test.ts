import { describe, expect, it } from '@jest/globals';
import type { LoosePart } from '../circuit/circuit.testing.ts';
import { type FindingCode, findingSource, sayFinding, sayRemedy, sayUndecided, shortFinding } from './index.ts';
import {
  auditOf,
  BUILT,
  but,
  CHARGED,
  CLIP,
  type Construction,
  findingsOf,
  LAMP,
  type Rule,
  TABLE,
  without,
} from './rule-cases.testing.ts';

describe('every rule', () => {
  it.each(Object.entries(TABLE) as [Rule, (typeof TABLE)[Rule]][])(
    '%s fires where it should, and not beside it',
    (code, { as, fires, quiet }) => {
      const said = findingsOf(fires).filter((finding) => finding.code === code);
      expect(said.map(({ severity, ref }) => `${severity} ${ref}`)).toContain(as);
      expect(auditOf(fires).verdict).not.toBe('sound');
      for (const finding of said) expect([sayFinding(finding).length > 20, sayRemedy(finding).length > 10]).toEqual([true, true]);
      expect(findingsOf(quiet).map((finding) => finding.code)).not.toContain(code);
      expect(auditOf(quiet).undecided.map((one) => one.code)).not.toContain(code);
    },
  );

  it.each((Object.entries(TABLE) as [Rule, (typeof TABLE)[Rule]][]).flatMap(([code, { open }]) => (open ? [[code, open] as const] : [])))(
    '%s cannot tell where a fact is missing, and says which and how to get it',
    (code, open) => {
      const { undecided, verdict } = auditOf(open);
      const one = undecided.find((lacking) => lacking.code === code);
      expect(one).toBeDefined();
      if (one) expect(Object.values(sayUndecided(one)).every((text) => text.length > 10)).toBe(true);
      expect(verdict).not.toBe('sound');
    },
  );

  it.each(Object.keys(TABLE) as FindingCode[])('%s says where it comes from, and has a short name of its own', (code) => {
    expect(findingSource({ code }).length).toBeGreaterThan(20);
    expect(Object.keys(TABLE).filter((other) => shortFinding({ code: other as FindingCode }) === shortFinding({ code }))).toEqual([code]);
  });
});

it('a temperature is so many kelvin above its rating, and not so many times it', () => {
  const hot = findingsOf(TABLE['over-celsius'].fires).find(({ code }) => code === 'over-celsius');
  expect(hot && sayFinding(hot)).toMatch(/temperature 147\s°C where 100\s°C is rated, 47 K above it\.$/);
});

describe('the last word', () => {
  it('is sound only where every rule could be decided and none speaks', () => {
    expect(auditOf({ parts: LAMP, construction: BUILT }).findings.filter(({ severity }) => severity !== 'note')).toEqual([]);
    expect(auditOf({ parts: LAMP, construction: BUILT }).verdict).toBe('sound');
    expect(auditOf({ parts: LAMP }).verdict).toBe('not enough known');
    expect(auditOf({ parts: LAMP, construction: { ...BUILT, case: 'metal', insulation: 'basic', earthed: false } }).verdict).toBe(
      'do not use',
    );
    expect(auditOf({ parts: but(LAMP, 'R2', { ohms: 4.7e6 }), construction: BUILT }).verdict).toBe('sound with cautions');
    expect(auditOf({ parts: but(LAMP, 'R2', { ohms: 4.7e6 }) }).verdict).toBe('cautions, not enough known');
  });
});

describe('a fuse', () => {
  const codes = (parts: readonly LoosePart[], construction: Construction = BUILT) =>
    findingsOf({ parts, construction }).map(({ code }) => code);
  const bare = but(without(LAMP, 'F1'), 'R1', { pins: ['L', 'a'] });

  it('counts where the whole current passes it, also behind a switch, and as a fusible resistor', () => {
    const switched = but([...LAMP, { ref: 'S1', kind: 'switch', pins: ['L', 's'] }], 'F1', { pins: ['s', 'f'] });
    expect(codes(switched)).not.toContain('no-fuse');
    expect(codes(but(bare, 'R1', { fusible: true }))).not.toContain('no-fuse');
  });

  it('does not where it is joined to nothing, stands behind the bridge, or in a branch', () => {
    expect(codes([...bare, { ref: 'F1', kind: 'fuse', pins: ['L', 'nowhere'] }])).toContain('no-fuse');
    expect(codes(but([...bare, { ref: 'F1', kind: 'fuse', pins: ['p', 'q'] }], 'D1', { pins: ['q', 'm'] }))).toContain('no-fuse');
    expect(codes(but([...bare, { ref: 'F1', kind: 'fuse', pins: ['a', 'c'] }], 'R2', { pins: ['c', 'b'] }))).toContain('no-fuse');
  });

  it('in each of the leads is as good, and behind the first resistor it is in its lead', () => {
    const behind = but(but(LAMP, 'R1', { pins: ['L', 'f'] }), 'F1', { pins: ['f', 'a'] });
    expect(codes(behind, { ...BUILT, livePin: 'L' })).not.toContain('fuse-in-neutral');
    expect(codes(behind, { ...BUILT, livePin: 'N' })).toContain('fuse-in-neutral');
    const both = but([...LAMP, { ref: 'F2', kind: 'fuse', pins: ['N', 'n'], rated: { amps: 0.5 } }], 'B1', { pins: ['b', 'n', 'p', 'm'] });
    for (const livePin of ['L', 'N']) expect(codes(both, { ...BUILT, livePin })).not.toContain('fuse-in-neutral');
  });

  it('in the neutral is found behind a switch there too', () => {
    const parts = but(
      but([...bare, { ref: 'F1', kind: 'fuse', pins: ['n', 'x'] }, { ref: 'S1', kind: 'switch', pins: ['N', 'n'] }], 'B1', {
        pins: ['b', 'x', 'p', 'm'],
      }),
      'R1',
      { pins: ['L', 'a'] },
    );
    expect(codes(parts)).toContain('fuse-in-neutral');
  });
});

describe('capacitors on mains by what joins them to it', () => {
  const classOf = (part: LoosePart, construction: Construction = BUILT) =>
    findingsOf({ parts: [...LAMP, part], construction }).filter(({ code, ref }) => code === 'capacitor-class' && ref === part.ref);

  it('across the lines through low ohms wants X, behind the bridge none', () => {
    const behindR1 = { ref: 'C9', kind: 'capacitor', pins: ['a', 'N'], farads: 1e-7, rated: { volts: 630 } };
    expect(classOf(behindR1)).toMatchObject([{ facts: { about: 'class', wanted: 'X2', place: 'across the lines' } }]);
    expect(classOf({ ...behindR1, pins: ['p', 'm'] })).toEqual([]);
  });

  it('of a lamp with one diode the dropper wants X, lit or dark, and the reservoir behind the diode none', () => {
    const halfWave = (chips: object): LoosePart[] => [
      { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
      { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 47 },
      { ref: 'C1', kind: 'capacitor', pins: ['a', 'x'], farads: 330e-9 },
      { ref: 'Z1', kind: 'zener', pins: ['N', 'x'], zenerVolts: 24 },
      { ref: 'D9', kind: 'diode', pins: ['x', 'p'] },
      { ref: 'C2', kind: 'capacitor', pins: ['p', 'N'], farads: 220e-6, rated: { volts: 35 } },
      { ref: 'D1', kind: 'led', pins: ['p', 'k'], ...chips },
      { ref: 'R2', kind: 'resistor', pins: ['k', 'N'], ohms: 100 },
    ];
    for (const series of [7, 20]) {
      const found = findingsOf({ parts: halfWave({ series }), construction: BUILT }).filter(({ code }) => code === 'capacitor-class');
      expect(found).toMatchObject([{ ref: 'C1', facts: { place: 'in the line' } }]);
    }
  });

  it('to what can be touched wants Y, and X is not enough', () => {
    const touched = { ref: 'C9', kind: 'capacitor', pins: ['a', 'CASE'], farads: 1e-9, rated: { class: 'X2' } };
    expect(classOf(touched, { ...BUILT, touchable: ['CASE'] })).toMatchObject([{ severity: 'unsafe', facts: { wanted: 'Y2' } }]);
    expect(classOf({ ...touched, rated: { class: 'Y2' } }, { ...BUILT, touchable: ['CASE'] })).toEqual([]);
  });
});

describe('what is usual where nothing is stated', () => {
  it('is held against LEDs and resistors, as a caution that says so', () => {
    const hard = but(without(CLIP, 'D1'), 'R1', { ohms: 10, rated: undefined });
    const found = findingsOf({ parts: [...hard, { ref: 'D1', kind: 'led', pins: ['a', '-'], body: '5mm' }] });
    expect(found.find(({ code, ref }) => code === 'over-amps' && ref === 'D1')).toMatchObject({ severity: 'caution', assumed: true });
    expect(found.map(sayFinding).join(' ')).toContain('usual for 5mm');
  });

  it('is at its rating, and not above it, where the uncertainty crosses', () => {
    // 5 V less 3.1 V over 100 ohm is 18.9 mA; source, chip and resistor leave 15 % either way.
    const found = findingsOf({ parts: but(CLIP, 'D1', { rated: { amps: 0.018 } }) }).find(({ code }) => code === 'over-amps');
    expect(found && sayFinding(found)).toContain('at its rating');
  });
});

describe('cells that something charges', () => {
  // 1 Ah through a resistor from 5 V: what is above a tenth of that an hour is too much for long.
  const charged = (chemistry: string, ohms: number) =>
    findingsOf({
      parts: [
        { ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 5 },
        { ref: 'R1', kind: 'resistor', pins: ['+', 'b'], ohms, rated: { watts: 5 } },
        { ref: 'B1', kind: 'battery', pins: ['b', '-'], chemistry, cellOhms: 0.1, ampHours: 1 },
      ],
    }).find(({ code }) => code === 'charging-cells')?.facts;

  it('of nickel take a tenth of what they hold an hour, and are charged too fast with more', () => {
    for (const chemistry of ['nimh', 'nicd']) {
      expect(charged(chemistry, 60)).toBeUndefined();
      expect(charged(chemistry, 20)).toMatchObject({ why: 'fast' });
    }
  });

  it('of zinc or a coin are not made for it, however little it is', () => {
    for (const chemistry of ['alkaline', 'zinc-carbon', 'lithium-coin']) expect(charged(chemistry, 10e3)).toMatchObject({ why: 'primary' });
  });

  const lithium = (source: LoosePart) =>
    findingsOf({
      parts: [...but(CHARGED, 'B1', { chemistry: 'li-ion', size: '18650', series: 1 }).filter(({ ref }) => ref !== 'V1'), source],
      construction: { cellsProtected: true },
    }).find(({ code }) => code === 'charging-cells');

  it('above 4.2 V a cell are named with the volts, below without a charger too', () => {
    expect(lithium({ ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 5 })).toMatchObject({
      severity: 'unsafe',
      facts: { why: 'over full' },
    });
    expect(lithium({ ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 3 })).toBeUndefined();
  });
});
