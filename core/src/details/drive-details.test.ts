import { describe, expect, it } from '@jest/globals';
import { analysisOf } from '../appraisal/index.ts';
import { specimenOf } from '../bench-line/tape.testing.ts';
import type { Uncertain } from '../quantity/index.ts';
import { sayFinding } from '../safety/index.ts';
import type { EntryDraft } from '../tape/index.ts';
import { judge } from '../verdict/index.ts';
import { type DriveDetails, driveDetails } from './drive-details.ts';

function detailsOf(...lines: (string | EntryDraft)[]): DriveDetails {
  const details = driveDetails(analysisOf(specimenOf(...lines), 0));
  if (!details.ok) throw new Error(details.error.message);
  return details.value;
}

const LAMP = ['V1 12v on A G', 'R1 100r on A B', 'D1 led white 5mm 3 series 2 parallel on B G'];
const MAINS = [
  'V1 ac 230v 50hz on A G',
  'C1 1uF 400v on A X',
  'B1 bridge on X G P M',
  'C2 10uF 400v on P M',
  'D1 led white 24 series on P M',
];

/** Stands where there is none; no figure of it is right. */
const NOTHING = { value: Number.NaN, uncertainty: Number.NaN };
const NONE = {
  ref: '',
  volts: NOTHING,
  amps: NOTHING,
  watts: NOTHING,
  voltAmps: NOTHING,
  ledWatts: NOTHING,
  efficiency: NOTHING,
  powerFactor: NOTHING,
};

describe('the details of Drive', () => {
  it('where the watts go adds up: efficiency is LED watts over what the supply gives', () => {
    const { supply = NONE, waves, runtime } = detailsOf(...LAMP);
    expect(supply.efficiency.value).toBeCloseTo(supply.ledWatts.value / supply.watts.value, 12);
    expect(supply.efficiency.value).toBeGreaterThan(0.5);
    expect(supply.efficiency.value).toBeLessThan(1);
    // What both have in common leaves the ratio surer than either.
    const share = ({ value, uncertainty }: Uncertain) => uncertainty / value;
    expect(share(supply.efficiency)).toBeLessThan(share(supply.watts));
    expect(share(supply.watts)).toBeGreaterThan(0);
    expect(waves).toEqual([]);
    expect(runtime).toBeUndefined();
  });

  it('a reservoir is no cooler than the case outside, read or not, and no warmer than the board with the LEDs', () => {
    const { storeLives, leds } = detailsOf(...MAINS, 'Tcase 40c after 30min');
    const [{ celsius, life } = { celsius: { value: 0, low: 0, high: 0 }, life: undefined }] = storeLives;
    const board = leds[0]?.heat.joints.find(({ name }) => name === 'board')?.celsius ?? 0;
    expect(celsius.low).toBe(40);
    expect(celsius.value).toBeCloseTo((40 + board) / 2, 9);
    expect(celsius.high).toBeGreaterThanOrEqual(board);
    expect(life?.printed.celsius).toBe(105);
    const crank = [
      'V1 crank 40hz 6.8v 3.1v @ 22r on L N',
      'B1 bridge on L N P M',
      'C1 1F 5.5v on P M',
      'R1 22r on P A',
      'D1 led white on A M',
    ];
    expect(detailsOf(...crank).storeLives[0]?.life.printed.celsius).toBe(70);
  });

  it('heat goes by what Opening and the thermometer know', () => {
    const guessed = detailsOf(...LAMP).leds[0]?.heat;
    const seated = detailsOf(...LAMP, { kind: 'fact', name: 'heat-path', value: 'metal, screwed with paste' }).leds[0]?.heat;
    const read = detailsOf(...LAMP, 'Tboard 62c after 30min').leds[0]?.heat;
    expect(seated?.stretches[1]?.resistance.source).toContain('paste');
    expect((seated?.high ?? 0) - (seated?.low ?? 0)).toBeLessThan((guessed?.high ?? 0) - (guessed?.low ?? 0));
    expect(read?.joints.at(-1)).toEqual({ name: 'board', celsius: 62, read: true });
    expect(read?.junctionCelsius).toBeGreaterThan(62);
    // Too early to say where it ends.
    expect(detailsOf(...LAMP, 'Tboard 30c after 1min').leds[0]?.heat.joints.at(-1)?.name).toBe('air');
  });

  it('a warm chip needs fewer volts and takes more through its resistor; its junction has a limit', () => {
    const { drift, junctionLimit, heat } = detailsOf(...LAMP).leds[0] ?? {};
    expect(drift?.kelvin).toBeCloseTo((heat?.junctionCelsius ?? 0) - 25, 9);
    expect(drift?.chipVolts).toBeCloseTo(-0.002 * (drift?.kelvin ?? 0), 9);
    expect(drift?.ampsRatio).toBeGreaterThan(1);
    expect(drift?.ampsRatio).toBeLessThan(1.2);
    expect(junctionLimit).toMatchObject({ value: 100, assumed: true });
  });

  it('a soak says where the temperature goes before it is there', () => {
    const at = (minutes: number) => (71 - 49 * Math.exp(-minutes / 6)).toFixed(1);
    const lines = Array.from({ length: 24 }, (_, index) => 1.5 * (index + 1)).map((minutes) => `Tcase ${at(minutes)}c after ${minutes}min`);
    const { soaks, leds } = detailsOf(...LAMP, 'Tcase 22c cold', ...lines);
    expect(soaks[0]?.soak.final.value).toBeCloseTo(71, -1);
    expect(leds[0]?.heat.joints.at(-1)).toMatchObject({ name: 'case', read: true });
  });

  it('a lux reading at a distance is candela, throw and lumens over the claimed beam', () => {
    const { light } = detailsOf('claim 60deg box', ...LAMP, 'lux 840 @ 0.5m');
    expect(light).toMatchObject({ candela: { value: 210 }, beamDegrees: 60, beamClaimed: true });
    expect(light?.lumens.value).toBeCloseTo(210 * 2 * Math.PI * (1 - Math.cos(Math.PI / 6)), 6);
    // 5 mm of half a metre count twice, and throw goes with the root.
    const share = Math.hypot((light?.lux.uncertainty ?? 0) / 840, 0.02);
    expect(light?.candela.uncertainty).toBeCloseTo(210 * share, 9);
    expect(light?.throwMetres.uncertainty).toBeCloseTo((Math.sqrt(840) * share) / 2, 9);
    expect(detailsOf(...LAMP, 'lux 840').light).toBeUndefined();
  });

  it('what the lead takes is known once both its ends were read', () => {
    const { lead } = detailsOf('V1 5v on A G', 'R1 39r on A B', 'D1 led white on B G', 'in 5.05v 42ma', 'V1 4.90v');
    expect(lead).toMatchObject({ sourceVolts: { value: 5.05 }, boardVolts: { value: 4.9 } });
    const { ohms, watts, amps } = lead ?? {};
    expect(ohms?.value).toBeCloseTo(0.15 / (amps?.value ?? 0), 9);
    expect(watts?.value).toBeCloseTo(0.15 * (amps?.value ?? 0), 9);
    expect(detailsOf(...LAMP, 'in 12v 50ma', 'V1 11.99v').lead).toBeUndefined();
  });

  it('on mains there are waves over one period, flicker with its region, and no more light than current', () => {
    const { waves, leds, supply = NONE } = detailsOf(...MAINS);
    expect(waves.map(({ name }) => name)).toEqual(['V1 volts', 'V1 current', 'C2 volts', 'D1 chip current']);
    for (const { wave } of waves) expect(wave.seconds.at(-1)).toBeCloseTo(0.02, 6);
    expect(Math.max(...(waves[0]?.wave.values ?? []))).toBeCloseTo(230 * Math.SQRT2, 0);
    expect(waves[2]?.limit).toEqual({ value: 400, words: 'C2 rated' });
    expect(leds[0]?.flicker).toMatchObject({ hertz: 100 });
    expect(supply.powerFactor?.value).toBeLessThan(0.8);
    expect(supply.powerFactor?.value).toBeCloseTo(supply.watts.value / supply.voltAmps.value, 9);
    // The LED's current averages to what the solution says.
    const led = waves[3]?.wave;
    expect(Math.max(...(led?.values ?? []))).toBeGreaterThan(0);
  });

  it('millivolts between two ends of one net are what the track takes, and no reading of the circuit', () => {
    const { tracks, supply = NONE } = detailsOf(...LAMP, 'V1.+ to R1.1 12mv');
    expect(tracks).toMatchObject([{ volts: { value: 0.012 } }]);
    expect(tracks[0]?.watts.value).toBeCloseTo(0.012 * supply.amps.value, 12);
    expect(detailsOf(...LAMP, 'B to G 6v').tracks).toEqual([]);
  });

  it('stores that can hurt say how long they keep it', () => {
    const [store] = detailsOf(...MAINS, 'R9 470k on A X').stores;
    expect(store?.ref).toBe('C1');
    expect(store?.longest?.secondsTo34).toBeCloseTo(1.05 * 470e3 * 1.2e-6 * Math.log((1.1 * (store?.fromVolts ?? 0)) / 34), 2);
    expect(detailsOf(...LAMP).stores).toEqual([]);
  });

  it('strings that hold unlike things share by what holds them back', () => {
    const unlike = (ohms: string) =>
      detailsOf('V1 12v on A G', `R1 ${ohms} on A B`, 'D1 led white 3 series on B G', `R2 ${ohms} on A C`, 'D2 led white 3 series on C G')
        .strings;
    const [firm, loose] = [unlike('220r'), unlike('22r')];
    expect(firm.map(({ spread }) => spread)).toEqual(['of one bin', 'mixed']);
    const worst = (found: typeof firm, spread: number) => Math.max(...(found[spread]?.strings.map(({ oneInTwenty }) => oneInTwenty) ?? []));
    expect(worst(firm, 1)).toBeGreaterThan(1);
    expect(worst(firm, 1)).toBeLessThan(worst(loose, 1));
    expect(worst(firm, 0)).toBeLessThan(worst(firm, 1));
    for (const { lifeOfOneInTwenty, oneInTwenty } of loose[1]?.strings ?? []) expect(lifeOfOneInTwenty).toBeLessThan(1 / oneInTwenty);
    expect(detailsOf(...LAMP).strings).toEqual([]);
  });

  it('cells have a runtime, chips on one pair of nets share', () => {
    const { runtime, leds } = detailsOf('B1 3 aaa alkaline on A G', 'R1 5.6r on A B', 'D1-D5 led white 5mm parallel on B G');
    expect(runtime?.hours).toBeGreaterThan(1);
    expect(leds[0]?.sharing.map(({ spread, count }) => [spread, count])).toEqual([
      ['of one bin', 5],
      ['mixed', 5],
    ]);
    expect(leds[0]?.dark?.others).toBeGreaterThan(1);
  });
});

describe('a rhythm', () => {
  const CANDLE = ['B1 2 d alkaline on P M', 'V2 pulse 3v 0.83hz 33% on G M', 'R2 1k on G B', 'Q1 npn on C B M'];

  it('is of an LED that goes on and off, once in 1.2 s too', () => {
    const [one] = detailsOf(...CANDLE, 'R1 33r on P A', 'D1 led amber 5mm on A C').rhythms;
    expect(one).toMatchObject({ ref: 'D1', hertz: { value: expect.closeTo(0.83, 6) }, duty: expect.closeTo(0.33, 2) });
    // A third of its peak, by which share of the time it is on.
    expect((one?.averageAmps.value ?? 0) / (one?.peakAmps.value ?? 1)).toBeCloseTo(0.33, 2);
  });

  it('is none of one that stays on while something beside it is switched: what the cells then give less is flicker', () => {
    const beside = [...CANDLE, 'L1 92r 100mh on P C', 'D2 diode on C P', 'R1 33r on P A', 'D1 led amber 5mm on A M'];
    expect(detailsOf(...beside).rhythms).toEqual([]);
    const flicker = judge(analysisOf(specimenOf(...beside), 0))?.findings.find(({ code }) => code === 'flicker');
    // The coil takes about 30 mA, and the cells have about 0.3 Ω: 10 mV of the LED's 0.9 V over 33 Ω.
    expect(flicker?.facts).toMatchObject({ about: 'flicker', hertz: expect.closeTo(0.83, 6) });
    expect(flicker && sayFinding(flicker)).toMatch(/flickers by 0\.[1-9]\d? % at 0\.83 Hz/);
  });
});
