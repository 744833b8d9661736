import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { seededRandom } from '../numeric/index.ts';
import { dangerousSketch, type Sketch, soundSketch } from './dangers.testing.ts';
import { type Audit, audit, sayFinding } from './index.ts';

// Five hundred of each were tried when the rules were written; these keep it so.
const COUNT = Number(process.env.PROBE_DANGERS ?? 40);

function auditOf({ parts, construction }: Sketch): Audit {
  const audited = audit(circuitOf(parts, { construction }));
  if (!audited.ok) throw new Error(audited.error.message);
  return audited.value;
}

describe('circuits drawn at random', () => {
  it('that are sound are sound, and none is condemned', () => {
    const random = seededRandom(20_261_129);
    const condemned: string[] = [];
    for (let count = 0; count < COUNT; count++) {
      const sketch = soundSketch(random);
      const { verdict, findings, undecided } = auditOf(sketch);
      const against = [...findings.filter(({ severity }) => severity !== 'note').map(sayFinding), ...undecided.map(({ code }) => code)];
      if (verdict !== 'sound') condemned.push(`${sketch.sort}: ${verdict}: ${against.join(' ')}`);
    }
    expect(condemned).toEqual([]);
  });

  it('with a single danger in them are never called sound, and the danger is named', () => {
    const random = seededRandom(20_261_130);
    const passed: string[] = [];
    const unnamed: string[] = [];
    for (let count = 0; count < 2 * COUNT; count++) {
      const { sketch, danger } = dangerousSketch(random);
      const { verdict, findings } = auditOf(sketch);
      if (verdict === 'sound') passed.push(`${sketch.sort}: ${danger.name}`);
      if (!findings.some(({ code }) => danger.codes.includes(code)))
        unnamed.push(`${sketch.sort}: ${danger.name}: ${findings.map(({ code }) => code).join(' ')}`);
    }
    expect(passed).toEqual([]);
    expect(unnamed).toEqual([]);
  });
});
