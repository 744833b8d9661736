import { describe, expect, it } from '@jest/globals';
import { parseCircuit } from '../circuit/index.ts';
import { type Diagnosis, diagnose, type Evidence } from './index.ts';

/** Three cells, one resistor, seven LEDs in parallel. */
function pictureLight(evidence: readonly Evidence[]): Diagnosis {
  const parsed = parseCircuit({
    format: 'mindful-probe.circuit',
    version: 1,
    parts: [
      { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'nimh', series: 3 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 2.2 },
      { ref: 'D1-D7', kind: 'led', pins: ['a', 'm'], colour: 'white', parallel: 7 },
    ],
  });
  if (!parsed.ok) throw new Error(parsed.error.message);
  const found = diagnose(parsed.value, evidence);
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
}

const look = (of: string, value: boolean): Evidence => ({ kind: 'lights', of, value });
const probabilityOf = ({ faults }: Diagnosis, wanted: string) =>
  faults
    .filter((one) => one.faults.map(({ ref, fault }) => `${ref} ${fault}`).join(' and ') === wanted)
    .reduce((sum, { probability }) => sum + probability, 0);

describe('which of them light', () => {
  it('is one look: a loose contact, which is so for all of them, does not leave some dark', () => {
    const found = pictureLight([look('D6-D7', false), look('D1-D5', true)]);
    expect(found.faults[0]?.faults.map(({ ref, fault }) => `${ref} ${fault}`)).toEqual(['D6 open', 'D7 open']);
    expect(probabilityOf(found, 'D6 open and D7 open')).toBeGreaterThan(4 * probabilityOf(found, 'B1 joint'));
  });

  it('is said to be dark of several where the brightest of them is', () => {
    const [both, one] = [pictureLight([look('D6-D7', false), look('D1-D5', true)]), pictureLight([look('D6', false), look('D1-D5', true)])];
    expect(probabilityOf(both, 'D6 open')).toBeLessThan(probabilityOf(one, 'D6 open') / 4);
  });
});
