import type { LedBodyName } from '../../device/index.ts';

/** How an LED is driven, for how long it lasts. */
export interface Drive {
  /** Average current of a chip over its rating. */
  readonly ofRated: number;
  readonly junctionCelsius: number;
}

/** Hours to 70 % of the first light: a guess, and what lies around it at about 95 %. */
export interface Life {
  readonly hours: number;
  readonly low: number;
  readonly high: number;
}

const BOLTZMANN_EV = 8.617333e-5;
/** Electronvolts; TM-21 work finds 0.2 to 0.7. */
const ACTIVATION = { usual: 0.4, low: 0.25, high: 0.6 } as const;
/** Exponent of current beyond what it heats; published fits range from 1 to 2. */
const CURRENT_EXPONENT = { usual: 1.5, low: 1, high: 2 } as const;
const RATED: Drive = { ofRated: 1, junctionCelsius: 85 };
/** To 70 % at rated current and a junction of 85 °C, with a factor either way at about 95 %: class figures. */
const BODIES: Readonly<Partial<Record<LedBodyName, number>>> = { '3mm': 8000, '5mm': 8000, '8mm': 8000, '3528': 20_000, '5050': 20_000 };
const USUAL_HOURS = 35_000;
const HOURS_FACTOR = 2;
/** Nothing is promised for longer than six times what is tested (IES TM-21: at most six times the test). */
export const MOST_LIFE_HOURS = 100_000;

/**
 * How many times longer one drive lasts than another, by Arrhenius in the junction's temperature and a power law in
 * current: a model named as such, not a promise.
 */
export function lifeRatio(
  gentle: Drive,
  hard: Drive,
  activation: number = ACTIVATION.usual,
  exponent: number = CURRENT_EXPONENT.usual,
): number {
  const { heat, current } = factorsOf(gentle, hard, activation, exponent);
  return heat * current;
}

function factorsOf(gentle: Drive, hard: Drive, activation: number, exponent: number): { readonly heat: number; readonly current: number } {
  const kelvin = ({ junctionCelsius }: Drive) => junctionCelsius + 273.15;
  return {
    heat: Math.exp((activation / BOLTZMANN_EV) * (1 / kelvin(gentle) - 1 / kelvin(hard))),
    current: (hard.ofRated / gentle.ofRated) ** exponent,
  };
}

/** The usual values of the model, for who shows its sums. */
export const LIFE_MODEL = { activationVolts: ACTIVATION.usual, currentExponent: CURRENT_EXPONENT.usual } as const;

/** What heat and what current make of the life at rated current and a junction of 85 °C, each as a factor. */
export function lifeFactors(drive: Drive): { readonly heat: number; readonly current: number } {
  return factorsOf(drive, RATED, ACTIVATION.usual, CURRENT_EXPONENT.usual);
}

/** To 70 % of the first light at rated current and a junction of 85 °C: hours, usual for the body. */
export function usualLifeHours(body?: LedBodyName): number {
  return (body && BODIES[body]) ?? USUAL_HOURS;
}

/**
 * To 70 % of the first light at this drive.
 *
 * @param junction what its temperature lies between
 */
export function lifeAt(drive: Drive, body?: LedBodyName, junction?: { readonly low: number; readonly high: number }): Life {
  const base = usualLifeHours(body);
  const temperatures = junction ? [junction.low, drive.junctionCelsius, junction.high] : [drive.junctionCelsius];
  const ratios = temperatures.flatMap((junctionCelsius) =>
    [ACTIVATION.low, ACTIVATION.high].flatMap((activation) =>
      [CURRENT_EXPONENT.low, CURRENT_EXPONENT.high].map((exponent) =>
        lifeRatio({ ...drive, junctionCelsius }, RATED, activation, exponent),
      ),
    ),
  );
  const most = (hours: number) => Math.min(MOST_LIFE_HOURS, hours);
  return {
    hours: most(base * lifeRatio(drive, RATED)),
    low: most((base / HOURS_FACTOR) * Math.min(...ratios)),
    high: most(base * HOURS_FACTOR * Math.max(...ratios)),
  };
}
