import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from '@jest/globals';
import {
  appraise,
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
    expect(traced.filter((ref) => !refs.includes(ref))).toEqual([]);
  });

  it('every demo specimen that is not reworked has one', () => {
    const names = files.map((file) => file.replace('.bench.json', ''));
    expect(DEMO_SCRIPTS.map(({ id }) => id).filter((id) => !names.includes(id))).toEqual(['book-clip-reworked', 'hall-mirror-bar']);
  });
});
