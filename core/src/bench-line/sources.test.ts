import { describe, expect, it } from '@jest/globals';
import type { Part } from '../device/index.ts';
import { solve } from '../solve/index.ts';
import { replay } from '../tape/index.ts';
import { benchContext, parseBenchLine } from './index.ts';
import { specimenOf } from './tape.testing.ts';

/** The part that a line enters, or what is wrong with it. */
function read(line: string): Part | string {
  const outcome = parseBenchLine(line, benchContext(replay([])));
  if (outcome.kind === 'entry' && outcome.draft.kind === 'part') return outcome.draft.part;
  return outcome.kind === 'unread' ? outcome.message : outcome.kind;
}

describe('sources and drivers are entered', () => {
  it.each<[string, object]>([
    [
      'U1 boost 3.3v limit 30ma 85% in 0.9v on P M O M',
      { kind: 'converter', mode: 'boost', outVolts: 3.3, limitAmps: 0.03, efficiency: 0.85, minInVolts: 0.9, pins: ['P', 'M', 'O', 'M'] },
    ],
    ['U1 step-down 5v 3a in 7v-28v on P M O M', { kind: 'converter', mode: 'buck', outVolts: 5, minInVolts: 7, maxInVolts: 28 }],
    ['Q1 nmos 1.2v 50mr @ 4.5v', { kind: 'mosfet', polarity: 'n', thresholdVolts: 1.2 }],
    ['Q2 mark M3 sot-23', { kind: 'mosfet', polarity: 'p', marking: 'M3' }],
    ['B1 3s1p 18650 2500mah 60mr', { kind: 'battery', chemistry: 'li-ion', series: 3, ampHours: 2.5, cellOhms: 0.06 }],
    ['V1 adapter 5v 1a', { kind: 'dc', volts: 5, rated: { amps: 1 }, note: 'adapter' }],
    ['V1 adapter 13.4v 11.6v @ 0.9a', { kind: 'dc', volts: 13.4, ohms: expect.closeTo(2, 6) }],
    ['V1 crank 6.8v 40hz', { kind: 'ac', voltsRms: 6.8, hertz: 40, note: 'crank' }],
    ['V1 crank 40hz 6.8v 3.1v @ 22r', { kind: 'ac', voltsRms: 6.8, ohms: expect.closeTo(26.26, 2) }],
    // (22 Ω × 6.8 ÷ 3.1)² = (22 Ω + 15 Ω)² + X²: X = 31.0 Ω, at 40 Hz 123 mH.
    ['V1 crank 40hz 6.8v 3.1v @ 22r 15r', { kind: 'ac', voltsRms: 6.8, ohms: 15, henries: expect.closeTo(0.1233, 3) }],
    [
      'U1 boost 34v ref 0.2v R5 R6 90% on P M O M',
      { kind: 'converter', outVolts: 34, senseVolts: 0.2, sense: ['R5', 'R6'], efficiency: 0.9, maxInVolts: 34, rangeAssumed: true },
    ],
    ['M1 motor 3v 120ma on P M', { kind: 'resistor', ohms: expect.closeTo(25, 9), motor: true, tolerance: 0.5 }],
    ['C1 0.22F 5.5v 30r', { kind: 'capacitor', farads: 0.22, ohms: 30, rated: { volts: 5.5 } }],
    ['L1 coil 92r', { kind: 'inductor', ohms: 92, henries: expect.closeTo(0.276, 6), tolerance: 1 }],
    ['R5 ldr 20k 5lux', { kind: 'photoresistor', ohms: 20_000, lux: 5 }],
    ['V2 pulse 3v 500hz 25%', { kind: 'pulse', volts: 3, hertz: 500, duty: 0.25 }],
    ['V2 pulse 3v 500hz 25% 30r open', { kind: 'pulse', ohms: 30, openWhenLow: true }],
    ['D1 led red flashing 2.5hz 5mm', { kind: 'led', colour: 'red', blinkHertz: 2.5, body: '5mm' }],
  ])('%s', (line, part) => {
    expect(read(line)).toMatchObject(part);
  });

  it('an on-resistance is that of channel and leads at the gate volts that it was stated at', () => {
    const part = read('Q1 nmos 1v 100mr @ 4v') as Extract<Part, { kind: 'mosfet' }>;
    expect(1 / (part.gain * (4 - 1)) + (part.onOhms ?? 0)).toBeCloseTo(0.1, 9);
  });

  it.each<[string, RegExp]>([
    ['U1 boost 3.3v on P M O M', /current that it gives at most/],
    ['U1 boost 3.3v 30ma in lots on P M O M', /input volts between which it works/],
    ['Q1 nmos 5v 50mr @ 4.5v', /would not be on/],
    ['V1 adapter 11v 12v @ 1a', /more than with nothing on it/],
    ['V1 adapter 13v 12v @ 9v', /then loaded, and the load/],
    ['V1 crank 6.8v', /volts and hertz/],
    ['V2 pulse 3v 500hz', /for how much of the time/],
    ['R5 ldr 5lux', /ohms at 10 lux/],
  ])('%s is refused in its own words', (line, words) => {
    expect(read(line)).toMatch(words);
  });
});

describe('a converter whose current is set by resistors', () => {
  const lamp = (...sense: string[]) => {
    const lines = ['V1 12v on P M', 'U1 boost 40v ref 0.2v R5 R6 90% in 5v on P M O M', ...sense, 'D1 led white 3535 10 series on O S'];
    return solve(specimenOf(...lines).circuit);
  };

  it('gives its reference over them: with one lifted as much less as it conducted', () => {
    const [both, one] = [lamp('R5 1r on S M', 'R6 2r on S M'), lamp('R5 1r on S M', 'R6 1000000r on S M')];
    // 0.2 V × (1 ÷ 1 Ω + 1 ÷ 2 Ω) = 0.3 A, and 0.2 A without R6.
    expect(both.ok && both.value.leds.D1?.chip.amps.avg).toBeCloseTo(0.3, 4);
    expect(one.ok && one.value.leds.D1?.chip.amps.avg).toBeCloseTo(0.2, 4);
  });

  it('wants to know which', () => {
    expect(read('U1 boost 34v ref 0.2v 90%')).toContain('which resistors sense');
    expect(read('V1 crank 40hz 6.8v 3.1v @ 22r 40r')).toContain('not right');
  });
});
