/** What a figure can be a figure of. Inside core all are SI (°C for temperatures, ampere-hours for cells). */
export type Unit =
  | 'volts'
  | 'amps'
  | 'ohms'
  | 'watts'
  | 'voltAmps'
  | 'farads'
  | 'henries'
  | 'hertz'
  | 'joules'
  | 'seconds'
  | 'celsius'
  | 'kelvin'
  | 'lumens'
  | 'lux'
  | 'candela'
  | 'metres'
  | 'ampHours'
  | 'hours'
  | 'degrees'
  | 'percent'
  | 'one';

interface UnitDefinition {
  readonly symbol: string;
  /** Ways people type it, lower case. */
  readonly typed: readonly string[];
  /** Whether it is printed with k, m, µ; lumens, degrees and hours are not. */
  readonly prefixed: boolean;
}

export const UNITS: Readonly<Record<Unit, UnitDefinition>> = {
  volts: { symbol: 'V', typed: ['v', 'volt', 'volts', 'vdc', 'vac'], prefixed: true },
  amps: { symbol: 'A', typed: ['a', 'amp', 'amps'], prefixed: true },
  ohms: { symbol: 'Ω', typed: ['r', 'ω', 'ohm', 'ohms'], prefixed: true },
  watts: { symbol: 'W', typed: ['w', 'watt', 'watts'], prefixed: true },
  voltAmps: { symbol: 'VA', typed: ['va'], prefixed: true },
  farads: { symbol: 'F', typed: ['f', 'farad', 'farads'], prefixed: true },
  henries: { symbol: 'H', typed: ['henry', 'henries'], prefixed: true },
  hertz: { symbol: 'Hz', typed: ['hz'], prefixed: true },
  joules: { symbol: 'J', typed: ['j', 'joule', 'joules'], prefixed: true },
  seconds: { symbol: 's', typed: ['s', 'sec'], prefixed: true },
  celsius: { symbol: '°C', typed: ['c', '°c'], prefixed: false },
  kelvin: { symbol: 'K', typed: [], prefixed: false },
  lumens: { symbol: 'lm', typed: ['lm', 'lumen', 'lumens'], prefixed: false },
  lux: { symbol: 'lx', typed: ['lx', 'lux'], prefixed: false },
  candela: { symbol: 'cd', typed: ['cd', 'candela'], prefixed: false },
  metres: { symbol: 'm', typed: ['metre', 'metres'], prefixed: true },
  ampHours: { symbol: 'Ah', typed: ['ah'], prefixed: true },
  hours: { symbol: 'h', typed: ['h', 'hour', 'hours'], prefixed: false },
  degrees: { symbol: '°', typed: ['deg', '°', 'degrees'], prefixed: false },
  percent: { symbol: '%', typed: ['%'], prefixed: false },
  one: { symbol: '', typed: [], prefixed: false },
};

/** The unit that `typed` names, in any case; undefined when it is not one. */
export function unitOf(typed: string): Unit | undefined {
  const lower = typed.toLowerCase();
  return (Object.keys(UNITS) as Unit[]).find((unit) => UNITS[unit].typed.includes(lower));
}
