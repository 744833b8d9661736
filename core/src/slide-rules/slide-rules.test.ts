import { describe, expect, it } from '@jest/globals';
import { type Circuit, parseCircuit } from '../circuit/index.ts';
import { parseQuantity } from '../quantity/index.ts';
import { type Solution, solve } from '../solve/index.ts';
import { ask, SLIDE_RULES } from './index.ts';

function answer(question: string): string {
  const found = ask(question.split(' '));
  if ('problem' in found) throw new Error(found.problem);
  return found.answer;
}

/** The figure of a unit in an answer, counted from its beginning or, negative, from its end. */
function figure(question: string, unit: string, at: number): number {
  const found = [...answer(question).matchAll(/([\d.]+)\u2009([pnµmkM]?)([A-Za-zΩ]+)/g)].filter((match) => match[3] === unit);
  const [, value, prefix] = found.at(at) ?? [];
  return parseQuantity(`${value}${prefix}${unit === 'Ω' ? 'r' : unit}`)?.value ?? Number.NaN;
}

function solved(...parts: object[]): Solution {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
  const found = solve((parsed as { value: Circuit }).value);
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
}

const bridge = { ref: 'B1', kind: 'bridge', pins: ['x', 'n', 'p', 'm'] };
/** A string that holds 60 V at any current, next to. */
const string = { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 20, points: [[0.015, 3]] };

describe('slide rules', () => {
  it.each(SLIDE_RULES.map(({ title, example }) => [title, example]))('%s: its example is answered with its sum', (_, example) => {
    expect(answer(example)).toMatch(/[=÷×²:;%]/);
  });

  it.each(SLIDE_RULES.flatMap(({ word, title }) => (word === undefined ? [] : [[word, title]])))(
    '%s alone says how it is asked',
    (word, title) => {
      expect(ask([word])).toEqual({ problem: expect.stringContaining(`${title}: as “? ${word} `) });
    },
  );

  it('a dropper gives the current that a whole lamp with it has', () => {
    const farads = figure('dropper 230v 50hz 15ma 60v', 'F', 0);
    const { leds } = solved(
      { ref: 'V1', kind: 'ac', pins: ['l', 'n'], voltsRms: 230, hertz: 50 },
      { ref: 'C1', kind: 'capacitor', pins: ['l', 'y'], farads },
      { ref: 'R1', kind: 'resistor', pins: ['y', 'x'], ohms: 100 },
      bridge,
      string,
      { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 1e-5 },
    );
    expect((leds.D1?.chip.amps.avg ?? 0) / 0.015).toBeGreaterThan(0.97);
    expect((leds.D1?.chip.amps.avg ?? 0) / 0.015).toBeLessThan(1.03);
  });

  it('two resistors on mains give the current and take the watts that a solved lamp has', () => {
    const half = figure('mains 230v 15ma 60v', 'Ω', -1);
    const whole = figure('mains 230v 15ma 60v', 'Ω', 0);
    const { leds, parts } = solved(
      { ref: 'V1', kind: 'ac', pins: ['l', 'n'], voltsRms: 230, hertz: 50 },
      { ref: 'R1', kind: 'resistor', pins: ['l', 'x'], ohms: whole },
      bridge,
      string,
    );
    expect((leds.D1?.chip.amps.avg ?? 0) / 0.015).toBeCloseTo(1, 1);
    expect((parts.R1?.watts ?? 0) / (2 * figure('mains 230v 15ma 60v', 'W', 0))).toBeCloseTo(1, 1);
    expect(Math.abs(half / (whole / 2) - 1)).toBeLessThan(0.11);
  });

  it('a flasher takes as long as one that is followed from switch-on', () => {
    const transistor = (ref: string, pins: string[]) => ({ ref, kind: 'bjt', pins, polarity: 'npn' });
    const resistor = (ref: string, to: string, ohms: number) => ({ ref, kind: 'resistor', pins: ['p', to], ohms });
    const { seconds = 0 } = solved(
      { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 3 },
      resistor('R1', 'c1', 1000),
      resistor('R2', 'b2', 47_000),
      resistor('R3', 'b1', 47_000),
      resistor('R4', 'c2', 1000),
      { ref: 'C1', kind: 'capacitor', pins: ['c1', 'b2'], farads: 1e-5 },
      { ref: 'C2', kind: 'capacitor', pins: ['c2', 'b1'], farads: 1e-5 },
      transistor('Q1', ['c1', 'b1', 'm']),
      transistor('Q2', ['c2', 'b2', 'm']),
    );
    expect(figure('flasher 3v 47k 10uf', 's', 0) / seconds).toBeGreaterThan(0.97);
    expect(figure('flasher 3v 47k 10uf', 's', 0) / seconds).toBeLessThan(1.03);
    // And back from its period to its resistors.
    expect(figure(`flasher 3v 10uf ${(1 / seconds).toFixed(4)}hz`, 'Ω', 0) / 47_000).toBeCloseTo(1, 1);
  });

  it('of pairs the best is found, in series or in parallel', () => {
    expect(answer('pair 80r from 33r 47r 68r 100r')).toMatch(/^33.0\u2009Ω and 47.0\u2009Ω in series: 80.0\u2009Ω, 0.0 % off/);
    expect(answer('pair 50r from 33r 100r 220r')).toMatch(/^100\u2009Ω and 100\u2009Ω in parallel: 50.0\u2009Ω/);
  });

  it('three coin cells, a capacitor, a lead and four wires by pencil', () => {
    expect(figure('store 1F 5v 2v 20ma', 'J', 0)).toBeCloseTo(10.5, 6);
    expect(figure('store 1F 5v 2v 20ma', 's', 0)).toBeCloseTo(150, 6);
    expect(figure('lead 0.9a 12m 0.021r', 'V', 0)).toBeCloseTo(0.454, 3);
    expect(answer('multiplex 4 1ma')).toContain('4 × 3 = 12 LEDs');
    expect(figure('multiplex 4 1ma', 'A', -1)).toBeCloseTo(0.012, 9);
    expect(figure('pack 3s2p 18650 2a', 'V', 0)).toBeCloseTo(12.6, 6);
    expect(figure('base 3v 100ma gain 150', 'Ω', 0)).toBeCloseTo(1150, -1);
    expect(answer('throw 840lux 2m')).toContain('reaches 116 m');
    // A bare chip falls off as the cosine: half at 60°, π lumens a candela.
    const chip = answer(`beam 100lux ${100 * Math.cos(Math.PI / 4)}lux 45deg 1m`);
    expect(chip).toContain('to the power of 1.00: half of it at ± 60.0°, a beam of 120°');
    expect(figure(`beam 100lux ${100 * Math.cos(Math.PI / 4)}lux 45deg 1m`, 'lm', 0)).toBeCloseTo(100 * Math.PI, 0);
    expect(answer('beam 100lux 120lux 20deg')).toContain('wants more readings');
    // As bright aside as on the axis is no beam of two readings either.
    expect(answer('beam 100lux 100lux 20deg')).toContain('wants more readings');
    // 3360 cd: 33.6 lx at 10 m, on a spot of 2 · 10 m · tan 6° = 2.10 m.
    expect(figure('wall 840lux 2m 10m 12deg', 'lx', 1)).toBeCloseTo(33.6, 1);
    expect(answer('wall 840lux 2m 10m 12deg')).toContain('12° is 2.10 m wide');
    expect(answer('runtime 3 aa nimh 100ma')).toContain('about 20 h');
  });

  it('finds the volts along a strip as the solver does, group by group', () => {
    const [groups, stepOhms] = [25, (2 * 0.21 * 12) / 25];
    const rails = (index: number) => (index === 1 ? 'p' : `p${index}`);
    const found = solved(
      { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 24 },
      ...Array.from({ length: groups }, (_, index) => index + 1).flatMap((group) => [
        { ref: `R${group}`, kind: 'resistor', pins: [rails(group), `a${group}`], ohms: 470 },
        // 22 V, whatever flows.
        { ref: `V${group + 1}`, kind: 'dc', pins: [`a${group}`, 'm'], volts: 22 },
        ...(group < groups ? [{ ref: `R${group + 100}`, kind: 'resistor', pins: [rails(group), rails(group + 1)], ohms: stepOhms }] : []),
      ]),
    );
    const asked = 'strip 24v 25 x 8 led 2.75v 470r 12m 0.21r';
    const said = [-3, -2, -1].map((at) => figure(asked, 'A', at));
    expect(said[2]).toBeCloseTo(found.parts[`R${groups}`]?.amps.avg ?? 0, 5);
    expect(said[1]).toBeCloseTo(-(found.parts.V1?.amps.avg ?? 0), 3);
    expect(said[0]).toBeCloseTo(found.parts.R1?.amps.avg ?? 0, 5);
    // Half the strip and half the wire: about a quarter of what is lost.
    const [end, middle] = [...answer(asked).matchAll(/(\d+) %/g)].map(([, share]) => 100 - Number(share));
    expect((middle ?? 0) / (end ?? 1)).toBeCloseTo(0.25, 0);
    expect(answer('strip 24v 25 x 8 led 3.1v 470r 12m 0.21r')).toContain('nothing lights');
  });

  it('says what a word is not, and that volts do not reach', () => {
    expect(ask(['colour', '5v'])).toEqual({ problem: expect.stringContaining('“colour” is not part of a question') });
    expect(answer('dropper 24v 50hz 15ma 60v')).toContain('takes more than the peak');
    expect(answer('5v 2 led 3.1v 15ma')).toContain('more than');
  });
});
