import { describe, expect, it } from '@jest/globals';
import { type Circuit, packagesOf, parseCircuit } from '../circuit/index.ts';
import { LOW_VOLT_GADGETS, MAINS_LAMPS, playDiagnoses } from '../simulated/index.ts';
import { solve } from '../solve/index.ts';
import {
  type Diagnosis,
  diagnose,
  diagnosisDocument,
  type Evidence,
  FaultBench,
  lightProbabilities,
  NAMED_FROM,
  parseEvidence,
  sayProbability,
} from './index.ts';

const DARK: Evidence = { kind: 'lights', of: 'all', value: false };
const DIM: Evidence = { kind: 'lights', of: 'all', value: 'dim' };

function circuitOf(parts: readonly unknown[]): Circuit {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}

function diagnosed(circuit: Circuit, evidence: readonly Evidence[]): Diagnosis {
  const found = diagnose(circuit, evidence);
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
}

function probabilityOf({ faults }: Diagnosis, ref: string, fault: string): number {
  return faults.find((one) => one.faults.length === 1 && one.faults[0]?.ref === ref && one.faults[0].fault === fault)?.probability ?? 0;
}

const [SPOT, BARE] = MAINS_LAMPS as [Circuit, Circuit];
const TORCH = LOW_VOLT_GADGETS[0] as Circuit;
const CLIP = LOW_VOLT_GADGETS[1] as Circuit;

describe('a meter that shows no figure', () => {
  it('says nothing of a capacitor, which is open to it whole or broken, and much of a resistor', () => {
    const of = (evidence: readonly Evidence[], ref: string) => probabilityOf(diagnosed(SPOT, [DARK, ...evidence]), ref, 'open');
    const capacitors = SPOT.parts.filter(({ kind }) => kind === 'capacitor').map(({ ref }) => ref);
    const resistors = SPOT.parts.filter((part) => part.kind === 'resistor' && part.ohms < 1000).map(({ ref }) => ref);
    expect([capacitors.length > 0, resistors.length > 0]).toEqual([true, true]);
    for (const ref of capacitors) expect(of([{ kind: 'tested', of: ref, value: 'open' }], ref)).toBeCloseTo(of([], ref), 3);
    for (const ref of resistors) expect(of([{ kind: 'tested', of: ref, value: 'open' }], ref)).toBeGreaterThan(5 * of([], ref));
  });
});

describe('what is broken', () => {
  it('of a torch that is dim: cells, a contact or the resistor, and nothing that would leave it dark', () => {
    const { faults, next } = diagnosed(TORCH, [DIM]);
    expect(new Set(faults.slice(0, 3).map(({ faults: [one] }) => one?.ref))).toEqual(new Set(['B1', 'R1']));
    expect(faults[0]?.probability).toBeLessThan(0.8);
    expect(next[0]?.test).toEqual({ kind: 'volts', across: 'B1', state: 'live' });
  });

  it('of a torch with full cells and 3 ohm in their contacts: the contact, and how many ohms', () => {
    const found = diagnosed(TORCH, [
      DIM,
      { kind: 'volts', across: 'B1', state: 'live', value: 4.6, uncertainty: 0.02 },
      { kind: 'ohms', across: 'R1', value: 1.55, uncertainty: 0.05 },
      { kind: 'ohms', across: 'S1', value: 0.1, uncertainty: 0.05 },
      { kind: 'ohms', across: 'B1', value: 3.1, uncertainty: 0.05 },
    ]);
    expect(found.conclusion).toEqual({ is: 'named', refs: ['B1'] });
    expect(found.faults[0]?.faults[0]?.fault).toBe('joint');
    // 3.1 ohm with the meter's leads of about 0.2 ohm in it.
    expect(found.faults[0]?.steps[0]?.value).toBeGreaterThan(2);
    expect(found.faults[0]?.steps[0]?.value).toBeLessThan(4.2);
  });

  it('of a lamp that is dark with one package that does not light by itself', () => {
    const found = diagnosed(SPOT, [
      DARK,
      { kind: 'lights', of: 'D1-D4', atAmps: 0.005, value: true },
      { kind: 'lights', of: 'D5', atAmps: 0.005, value: false },
      { kind: 'ohms', across: 'R1', value: 100.4, uncertainty: 0.5 },
    ]);
    expect(found.faults[0]?.faults[0]?.ref).toBe('D5');
    expect(probabilityOf(found, 'D5', 'open') + probabilityOf(found, 'D5', 'joint')).toBeGreaterThan(0.85);
    expect(probabilityOf(found, 'D5', 'open')).toBeGreaterThan(3 * probabilityOf(found, 'D5', 'joint'));
  });

  it('names a worn dropper by a dim light and its farads, with how much is left', () => {
    const found = diagnosed(SPOT, [DIM, { kind: 'farads', across: 'C1', value: 220e-9, uncertainty: 3e-9 }]);
    expect(found.conclusion).toEqual({ is: 'named', refs: ['C1'] });
    expect(found.faults[0]?.steps[0]?.value).toBeGreaterThan(190e-9);
    expect(found.faults[0]?.steps[0]?.value).toBeLessThan(250e-9);
  });

  it('finds two faults where one explains too little', () => {
    const found = diagnosed(CLIP, [
      DIM,
      { kind: 'lights', of: 'D1', value: false },
      { kind: 'lights', of: 'D2', value: false },
      { kind: 'lights', of: 'D3', value: true },
      { kind: 'lights', of: 'D1', atAmps: 0.005, value: false },
      { kind: 'lights', of: 'D2', atAmps: 0.005, value: false },
    ]);
    const both = found.faults.filter(({ faults }) => faults.length === 2);
    expect(both[0]?.faults.map(({ ref }) => ref).sort()).toEqual(['D1', 'D2']);
    expect(both.reduce((sum, { probability }) => sum + probability, 0)).toBeGreaterThan(0.7);
  });

  it('takes two of seven in parallel for open, and the other five for lit', () => {
    const light = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'nimh', size: 'AAA', series: 3 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 2.2 },
      { ref: 'D1-D7', kind: 'led', pins: ['b', '0'], parallel: 7, colour: 'white', body: '5mm' },
    ]);
    const seen = (of: string, value: boolean): Evidence => ({ kind: 'lights', of, value });
    const found = diagnosed(light, [DIM, seen('D1', false), seen('D2', false), seen('D3', true)]);
    expect(found.faults[0]?.faults.map(({ ref }) => ref).sort()).toEqual(['D1', 'D2']);
    const bench = FaultBench.of(light) as FaultBench;
    const opens = bench.faults.filter(({ ref, fault }) => fault === 'open' && (ref === 'D1' || ref === 'D2'));
    const left = bench.circuits.with(opens.map((fault) => ({ fault, step: undefined })));
    expect(left.circuit.parts.find(({ kind }) => kind === 'led')).toMatchObject({ parallel: 5 });
  });

  it('takes two of a kind that were dark by themselves sooner for both dead than for one and a misread one', () => {
    const light = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'nimh', size: 'AAA', series: 3 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 2.2 },
      ...[1, 2, 3, 4, 5, 6, 7].map((count) => ({ ref: `D${count}`, kind: 'led', pins: ['b', '0'], colour: 'white' })),
    ]);
    const dark = (of: string): Evidence => ({ kind: 'lights', of, atAmps: 0.005, value: false });
    const found = diagnosed(light, [DIM, dark('D6'), dark('D7')]);
    const likeliest = found.faults[0];
    expect(likeliest?.faults.map(({ ref }) => ref).sort()).toEqual(['D6', 'D7']);
    const alone = found.faults.filter(({ faults }) => faults.length === 1).map(({ probability }) => probability);
    expect(likeliest?.probability).toBeGreaterThan(2 * Math.max(...alone));
    // A dark spot on both, and nothing is left to ask.
    const spots = ['D6', 'D7'].map((of): Evidence => ({ kind: 'seen', of, value: 'dark spot' }));
    expect(diagnosed(light, [DIM, dark('D6'), dark('D7'), ...spots]).conclusion).toEqual({ is: 'named', refs: ['D6', 'D7'] });
  });

  it('says with a supply that gives nothing that it is the supply', () => {
    const found = diagnosed(CLIP, [DARK, { kind: 'volts', across: 'V1', state: 'live', value: 0, uncertainty: 0.005 }]);
    expect(found.conclusion).toEqual({ is: 'named', refs: ['V1'] });
  });

  it('blows what protects it: a shorted bridge diode leaves the lamp dark by its fuse', () => {
    const bench = FaultBench.of(BARE) as FaultBench;
    const shorted = bench.faults.find(({ ref, fault }) => ref === 'D1-D24' || (ref === 'B1' && fault === 'short'));
    const broken = bench.with(shorted as NonNullable<typeof shorted>, undefined);
    expect(broken.lightOfAll).toBeLessThan(0.9);
    const fed = FaultBench.of(LOW_VOLT_GADGETS[4] as Circuit) as FaultBench;
    const c1 = fed.faults.find(({ ref, fault }) => ref === 'C1' && fault === 'short');
    // A short across the whole supply leaves nothing lit, fuse or not.
    expect(fed.with(c1 as NonNullable<typeof c1>, undefined).lightOfAll).toBe(0);
  });

  it('is as sure whatever the parts are called and in whatever order', () => {
    const evidence: Evidence[] = [DIM, { kind: 'ohms', across: 'R1', value: 1.5, uncertainty: 0.05 }];
    const renamed = circuitOf([...TORCH.parts].reverse().map((part) => ({ ...part, pins: part.pins.map((pin) => `n${pin}`) })));
    const [one, other] = [diagnosed(TORCH, evidence), diagnosed({ ...renamed, ground: 'n0' }, evidence)];
    for (const { faults, probability } of one.faults.slice(0, 5)) {
      const [fault] = faults;
      expect(probabilityOf(other, fault?.ref ?? '', fault?.fault ?? '')).toBeCloseTo(probability, 3);
    }
  });

  it('shares out one certainty, and says what of it nobody thought of', () => {
    for (const circuit of [SPOT, CLIP]) {
      const { faults, unknown, intact } = diagnosed(circuit, [DARK]);
      const sum = faults.reduce((total, { probability }) => total + probability, unknown + intact);
      expect(sum).toBeLessThanOrEqual(1 + 1e-9);
      expect(sum).toBeGreaterThan(0.8);
      expect(unknown).toBeGreaterThan(0);
    }
  });

  it('without anything that was seen says nothing is found, and takes a working lamp for one', () => {
    expect(diagnosed(CLIP, []).conclusion.is).toBe('open');
    const works = diagnosed(CLIP, [
      { kind: 'lights', of: 'all', value: true },
      { kind: 'amps', through: 'V1', value: solveAmps(CLIP), uncertainty: 1e-4 },
    ]);
    expect(works.intact).toBeGreaterThan(works.faults[0]?.probability ?? 0);
  });

  it('says which readings contradict each other', () => {
    const found = diagnosed(CLIP, [
      DIM,
      { kind: 'volts', across: 'V1', state: 'live', value: 5.02, uncertainty: 0.01 },
      { kind: 'volts', across: 'R1', state: 'live', value: 2.05, uncertainty: 0.01 },
      { kind: 'volts', across: 'D1', state: 'live', value: 0.9, uncertainty: 0.005 },
    ]);
    expect(found.contradicts.length).toBeGreaterThan(0);
    expect(diagnosisDocument(found).contradicts.some((words) => /^(R1|D1) /.test(words))).toBe(true);
  });
});

function solveAmps(circuit: Circuit): number {
  const solved = solve(circuit);
  if (!solved.ok) throw new Error(solved.error.message);
  return -(solved.value.parts.V1?.amps.avg ?? 0);
}

describe('the next test', () => {
  it('puts no probe to mains while one that cannot hurt does half as well', () => {
    for (const evidence of [[DARK], [DIM], [DARK, { kind: 'seen', of: 'all', value: 'nothing' } as Evidence]]) {
      const { next } = diagnosed(SPOT, evidence);
      for (const [index, { risk, bits }] of next.entries()) {
        if (risk !== 'live') continue;
        const better = next.slice(index + 1).filter((later) => later.risk !== 'live' && later.bits >= bits / 2);
        expect(better).toEqual([]);
      }
      expect(next[0]?.risk).not.toBe('live');
    }
  });

  it('promises outcomes that are as likely as all of them together, and is not asked twice', () => {
    const { next } = diagnosed(SPOT, [DARK, { kind: 'ohms', across: 'R1', value: 100, uncertainty: 1 }]);
    expect(next.some(({ test }) => test.kind === 'ohms' && test.across === 'R1')).toBe(false);
    for (const { outcomes } of next) {
      const sum = outcomes.reduce((total, { probability }) => total + probability, 0);
      expect(sum).toBeLessThan(1.0001);
      expect(sum).toBeGreaterThan(0.8);
    }
  });

  it('lights a row only as far as a bench supply that a hand may touch does', () => {
    const { next, circuit } = diagnosed(SPOT, [DARK]);
    const row = next.find(({ test }) => test.kind === 'volts' && test.atAmps !== undefined && !test.each && test.across.includes('-'));
    if (row?.test.kind !== 'volts') throw new Error('no row');
    // Two dies a package at about 2.8 V: five packages and a quarter more would be above 30 V.
    expect(row.test.across).toBe('D1-D4');
    expect(row.test.atAmps).toBe(0.005);
    expect(diagnosisDocument({ ...diagnosed(SPOT, [DARK]), circuit, next: [row] }).next[0]?.text).toMatch(/supply at 28 V and 5\smA/);
  });

  it('stops at what nothing tells apart', () => {
    const two = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 100 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'] },
    ]);
    const found = diagnosed(two, [
      DARK,
      { kind: 'seen', of: 'all', value: 'nothing' },
      { kind: 'tapped', value: false },
      { kind: 'ohms', across: 'R1', value: 100, uncertainty: 1 },
      { kind: 'ohms', across: 'V1', value: 0.2, uncertainty: 0.1 },
      { kind: 'volts', across: 'V1', state: 'live', value: 5, uncertainty: 0.02 },
      { kind: 'volts', across: 'R1', state: 'live', value: 0, uncertainty: 0.002 },
      { kind: 'volts', across: 'D1', state: 'live', value: 5, uncertainty: 0.02 },
      { kind: 'amps', through: 'V1', value: 0, uncertainty: 1e-5 },
      { kind: 'lights', of: 'D1', atAmps: 0.005, value: false },
    ]);
    expect(found.conclusion).toEqual({ is: 'named', refs: ['D1'] });
    // Open or its joint: one and the same to every test, and one and the same to mend.
    expect(probabilityOf(found, 'D1', 'joint')).toBeGreaterThan(0.01);
  });
});

describe('a probability in words', () => {
  it('is never certain, either way', () => {
    expect([1, 0.995, 0.99, 0.5, 0.01, 0.004, 0].map(sayProbability)).toEqual([
      '> 0.99',
      '> 0.99',
      '0.99',
      '0.50',
      '0.01',
      '< 0.01',
      '< 0.01',
    ]);
  });
});

describe('gadgets whose fault only the bench knows', () => {
  const score = playDiagnoses(LOW_VOLT_GADGETS, 120, 11);

  it('are named right at least 19 times in 20, in at most four tests as a rule', () => {
    expect(score.right / score.gadgets).toBeGreaterThanOrEqual(0.95);
    expect(score.medianTests).toBeLessThanOrEqual(4);
    expect(score.liveBeforeDead).toBe(0);
  });

  it('are as sure as they say: of what is said with 75 to 85 % about as many are so', () => {
    const { said, true: so } = score.calibrated;
    expect(said).toBeGreaterThan(8);
    // Two standard deviations of so few draws on either side of 0.8.
    expect(Math.abs(so / said - 0.8)).toBeLessThan(2 * Math.sqrt(0.16 / said) + 0.05);
  });
});

describe('what goes in', () => {
  it('parts a row into packages with their dies', () => {
    expect(
      packagesOf(SPOT)
        .map(({ name, series }) => [name, series])
        .slice(3, 5),
    ).toEqual([
      ['D4', 2],
      ['D5', 2],
    ]);
    expect(packagesOf(BARE)).toHaveLength(24);
    const row = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12 },
      { ref: 'D1', kind: 'led', pins: ['a', '0'], series: 3 },
    ]);
    expect(packagesOf(row).map(({ name }) => name)).toEqual(['D1_1', 'D1_2', 'D1_3']);
  });

  it('refuses what is not in the circuit, and takes a reading beyond the range', () => {
    const read = (readings: unknown[]) => parseEvidence({ format: 'mindful-probe.readings', version: 1, readings }, SPOT);
    expect(read([{ kind: 'lights', of: 'D10', value: true }])).toMatchObject({
      ok: false,
      error: { code: 'unknown-ref', path: 'readings.0' },
    });
    expect(read([{ kind: 'seen', of: 'D5', value: 'purple' }])).toMatchObject({ ok: false });
    expect(
      read([
        { kind: 'ohms', across: 'R1', value: null },
        { kind: 'lights', of: 'D1-D4', value: true, atAmps: 0.005 },
      ]).ok,
    ).toBe(true);
  });

  it('names from 95 % on, sees light from two thousandths and dimness below half', () => {
    expect(NAMED_FROM).toBe(0.95);
    expect(lightProbabilities(2e-3).dark).toBeCloseTo(0.5, 1);
    expect(lightProbabilities(0.5).dim).toBeCloseTo(lightProbabilities(0.5).lights, 5);
    expect(lightProbabilities(1).lights).toBeGreaterThan(0.85);
    expect(lightProbabilities(0).dark).toBeGreaterThan(0.95);
  });
});
