import type { Meter } from './meter.ts';

/** Typical of their classes, no maker's figures. The first of a role is what is taken where nothing is said. */
export const GENERIC_METERS: readonly Meter[] = [
  {
    name: 'pocket meter',
    role: 'probes',
    ranges: [
      { unit: 'volts', percent: 0.5, digits: 2, counts: 4000, inputOhms: 10e6 },
      { unit: 'amps', upTo: 0.4, percent: 1.2, digits: 3, counts: 4000, burdenOhms: 2 },
      { unit: 'amps', percent: 1.5, digits: 5, counts: 4000, burdenOhms: 0.03 },
      { unit: 'ohms', percent: 0.8, digits: 2, counts: 4000 },
    ],
    trueRms: false,
    hertz: 400,
    category: 'CAT II 300 V',
    beepOhms: 30,
    leadOhms: 0.3,
  },
  {
    name: 'bench meter',
    role: 'probes',
    ranges: [
      { unit: 'volts', percent: 0.03, digits: 4, counts: 50000, inputOhms: 10e6 },
      { unit: 'amps', upTo: 0.5, percent: 0.1, digits: 10, counts: 50000, burdenOhms: 0.5 },
      { unit: 'amps', percent: 0.2, digits: 20, counts: 50000, burdenOhms: 0.02 },
      { unit: 'ohms', percent: 0.05, digits: 4, counts: 50000 },
    ],
    trueRms: true,
    hertz: 100e3,
    category: 'CAT II 300 V',
    beepOhms: 10,
    leadOhms: 0.1,
  },
  {
    name: 'clamp meter',
    role: 'probes',
    ranges: [
      { unit: 'amps', percent: 2.5, digits: 8, counts: 4000, burdenOhms: 0 },
      { unit: 'volts', percent: 1, digits: 3, counts: 4000, inputOhms: 10e6 },
      { unit: 'ohms', percent: 1.2, digits: 3, counts: 4000 },
    ],
    trueRms: false,
    hertz: 400,
    category: 'CAT III 600 V',
  },
  {
    name: 'oscilloscope',
    role: 'probes',
    // Eight bits over the screen, and a probe of ten to one.
    ranges: [{ unit: 'volts', percent: 3, digits: 1, counts: 250, inputOhms: 10e6 }],
    trueRms: true,
    hertz: 20e6,
    category: 'CAT I',
  },
  {
    name: 'power meter at the plug',
    role: 'in-line',
    ranges: [
      { unit: 'volts', percent: 0.5, digits: 3 },
      { unit: 'amps', percent: 1, digits: 5, burdenOhms: 0.02 },
      { unit: 'watts', percent: 1.5, digits: 3 },
      { unit: 'one', percent: 2, digits: 1 },
    ],
    trueRms: true,
    category: 'CAT II 300 V',
  },
  {
    name: 'USB meter',
    role: 'in-line',
    ranges: [
      { unit: 'volts', percent: 0.5, digits: 2 },
      { unit: 'amps', percent: 1, digits: 2, burdenOhms: 0.06 },
      { unit: 'watts', percent: 1.5, digits: 2 },
    ],
    trueRms: true,
  },
  {
    name: 'lux meter',
    role: 'light',
    ranges: [
      { unit: 'lux', percent: 5, digits: 5 },
      { unit: 'percent', percent: 5, digits: 1 },
    ],
  },
  { name: 'thermometer', role: 'temperature', ranges: [{ unit: 'celsius', percent: 1, digits: 1 }] },
];
