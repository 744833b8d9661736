import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from '@jest/globals';
import {
  appraise,
  diagnose,
  type EntryDraft,
  faultEvidence,
  fedCircuit,
  parseTape,
  parseTrueBench,
  probesAt,
  replay,
  SpecimenAnalyses,
  solve,
  symptomsOf,
} from '@mindful-probe/core';
import { DEMO_SCRIPTS, playScript } from './index.ts';

const folder = fileURLToPath(new URL('../specimens', import.meta.url));

describe('demo specimens', () => {
  it('are the tapes that the scripts play', () => {
    const files = readdirSync(folder)
      .filter((name) => name.endsWith('.tape.json'))
      .sort();
    const tapes = files.map((file) => JSON.parse(readFileSync(join(folder, file), 'utf8')));
    expect(tapes).toEqual(DEMO_SCRIPTS.map((script) => JSON.parse(JSON.stringify(playScript(script)))));
    for (const tape of tapes) expect(parseTape(tape).ok).toBe(true);
  });

  it.each(DEMO_SCRIPTS.map((script) => [script.id, script] as const))(
    '%s: its readings agree with its circuit',
    (_, script) => {
      const specimen = replay(playScript(script).entries);
      // One that was only opened has no circuit to agree with.
      if (specimen.circuit.parts.length === 0) return;
      // What is broken agrees with no circuit as traced.
      if (symptomsOf(specimen).length > 0) return;
      const analyses = new SpecimenAnalyses(specimen);
      for (let rework = 0; rework <= specimen.reworks.length; rework++) {
        const appraisal = appraise(analyses.after(rework));
        if (!appraisal.ok) throw new Error(appraisal.error.message);
        const off = appraisal.value.slots
          .filter(({ fits }) => !fits)
          .map(({ ref, kind, read, expected }) => `${ref} ${kind}: ${read?.value}, expected ${expected.value}`);
        expect(off).toEqual([]);
        expect(appraisal.value.fit.probability).toBeGreaterThan(0.05);
      }
      // What flashes is followed from switch-on once for each of its values.
    },
    180_000,
  );
});

describe('demo specimens that do not work', () => {
  const diagnosisOf = (id: string, ...more: readonly EntryDraft[]) => {
    const script = DEMO_SCRIPTS.find((one) => one.id === id);
    if (!script) throw new Error(id);
    const moments = [...script.moments, ...more.map((draft) => ['23:00', draft] as const)];
    const found = faultEvidence(new SpecimenAnalyses(replay(playScript({ ...script, moments }).entries)).found);
    const diagnosis =
      found &&
      diagnose(
        found.circuit,
        found.evidence.map(({ what }) => what),
      );
    if (!diagnosis?.ok) throw new Error('no diagnosis');
    return diagnosis.value;
  };

  it('the kitchen spot: D5, and its crimp beside it when that is read as well', () => {
    const { faults, next } = diagnosisOf('kitchen-spot');
    expect(faults[0]?.faults[0]).toMatchObject({ ref: 'D5', fault: 'open' });
    expect(next[0]?.test).toMatchObject({ across: 'D5' });
    const both = diagnosisOf(
      'kitchen-spot',
      { kind: 'observed', things: [{ kind: 'lights', of: 'D5', value: false, atAmps: 0.005 }] },
      { kind: 'observed', things: [{ kind: 'tested', of: 'K1', value: 'open' }] },
    );
    expect(both.faults[0]?.faults.map(({ ref }) => ref).sort()).toEqual(['D5', 'K1']);
  });

  it('the stairwell lamp: its worn dropper, with what is left of it', () => {
    expect(diagnosisOf('stairwell-lamp').next[0]?.risk).not.toBe('live');
    const worn = diagnosisOf('stairwell-lamp', {
      kind: 'reading',
      place: { at: 'in' },
      figures: [
        { unit: 'amps', value: 0.0101, uncertainty: 2e-4 },
        { unit: 'watts', value: 0.48, uncertainty: 0.02 },
      ],
      condition: { state: 'live' },
    });
    expect(worn.faults[0]?.faults[0]).toMatchObject({ ref: 'C1', fault: 'drift' });
    // 10.1 of 30.9 mA: a third of 470 nF. The watts leave no room for a joint of high ohms, which would burn some.
    expect((worn.faults[0]?.steps[0]?.value ?? 0) / 470e-9).toBeGreaterThan(0.27);
    expect((worn.faults[0]?.steps[0]?.value ?? 0) / 470e-9).toBeLessThan(0.4);
  });

  it('the shed torch: cells before its spring, until the cells are read', () => {
    expect(diagnosisOf('shed-torch').faults[0]?.faults[0]).toMatchObject({ ref: 'B1', fault: 'drift' });
  });
});

describe('gadgets for the stand-ins', () => {
  const benches = fileURLToPath(new URL('../benches', import.meta.url));
  const files = readdirSync(benches).filter((name) => name.endsWith('.bench.json'));

  it.each(files)('%s can be fed, and has the parts that the tape speaks of', (file) => {
    const parsed = parseTrueBench(JSON.parse(readFileSync(join(benches, file), 'utf8')));
    if (!parsed.ok) throw new Error(parsed.error.message);
    const fed = fedCircuit(parsed.value, { kind: 'own' });
    expect(fed.ok && fed.value && solve(fed.value.circuit).ok).toBe(true);
    for (const place of Object.keys(parsed.value.places ?? {})) expect(probesAt(parsed.value, [place]).ok).toBe(true);
    const script = DEMO_SCRIPTS.find(({ id }) => file.startsWith(id));
    const traced = script ? replay(playScript(script).entries).circuit.parts.map(({ ref }) => ref) : [];
    const refs = parsed.value.circuit.parts.map(({ ref }) => ref);
    const places = Object.keys(parsed.value.places ?? {});
    expect(traced.filter((ref) => !refs.includes(ref) && !places.includes(ref))).toEqual([]);
  });

  it('every demo specimen that is not reworked has one', () => {
    const names = files.map((file) => file.replace('.bench.json', ''));
    expect(DEMO_SCRIPTS.map(({ id }) => id).filter((id) => !names.includes(id))).toEqual(['book-clip-reworked', 'reading-room-lamp']);
  });
});
