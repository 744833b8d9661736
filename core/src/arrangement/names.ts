import type { ArrangementCode } from './arrangement.ts';

/** What each arrangement is, in a few words. */
export const ARRANGEMENT_NAMES: Readonly<Record<ArrangementCode, string>> = {
  'resistor-ballast': 'A resistor for each string',
  'shared-resistor': 'One resistor for several LEDs',
  direct: 'LEDs straight on their source',
  'resistive-dropper': 'A resistor that drops the mains',
  'capacitive-dropper': 'A capacitor that drops the mains',
  'linear-sink': 'A linear constant-current sink',
  'step-up': 'A step-up converter',
  'step-down': 'A step-down converter',
  'module-converter': 'A converter module',
  'transistor-switch': 'A transistor as a switch',
  'transistor-sink': 'A current sink of two transistors',
  'back-to-back': 'LEDs back to back',
  multiplex: 'Multiplexed LEDs',
  rectifier: 'A rectifier without a store',
  'smoothed-rectifier': 'A rectifier with a store',
  'parallel-strings': 'Strings in parallel',
  'parallel-regulators': 'Regulators in parallel',
  flasher: 'A flasher of two transistors',
};
