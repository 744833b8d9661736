import { type Discharge, LIMITS_OF_STORES } from '../caution/index.ts';
import type { LeadLoss, LedDetails, ReadLight, SupplyDetails, TrackLoss, UsualLumens } from '../details/index.ts';
import {
  LIFE_MODEL,
  LUMENS_FACTOR,
  lifeFactors,
  lowRiskFlickerPercent,
  MOST_LIFE_HOURS,
  noEffectFlickerPercent,
  sayLifeHours,
  THROW_LUX,
} from '../drive/index.ts';
import type { Runtime } from '../energy/index.ts';
import { formatEngineering, formatSignificant, formatUncertain, type Uncertain, type Unit } from '../quantity/index.ts';
import type { Sum, SumLine } from './current-sum.ts';

// The details of Drive as sums to follow on paper, each with where its law comes from.

export function supplySum({ ref, volts, amps, watts, voltAmps, powerFactor, ledWatts, efficiency }: SupplyDetails): Sum {
  return {
    title: `What ${ref} delivers`,
    lines: [
      {
        what: 'Volts times amps, root mean square',
        sum: `${say(volts, 'volts')} × ${say(amps, 'amps')}`,
        result: say(voltAmps, 'voltAmps'),
      },
      ...(powerFactor === undefined
        ? []
        : [
            {
              what: 'Power factor: watts over that (IEC 60050-131-11-46)',
              sum: `${say(watts, 'watts')} ÷ ${say(voltAmps, 'voltAmps')}`,
              result: powerFactor.value.toFixed(2),
            },
          ]),
      {
        what: 'What of the watts reaches the LEDs',
        sum: `${say(ledWatts, 'watts')} ÷ ${say(watts, 'watts')}`,
        result: `${(100 * efficiency.value).toFixed(0)} %`,
      },
    ],
  };
}

/** Each stretch takes its resistance times the heat that goes through it; the junction is the air and all of them. */
export function heatSum({ ref, heat }: Pick<LedDetails, 'ref' | 'heat'>): Sum {
  const end = heat.joints.at(-1);
  const rises = heat.stretches.map(({ kelvin }) => formatSignificant(kelvin, 2));
  return {
    title: `Junction of ${ref}`,
    lines: [
      ...heat.stretches.map(
        ({ from, to, resistance, watts, kelvin }): SumLine => ({
          what: `${from} to ${to}: ${resistance.source}, within a factor of ${resistance.factor}`,
          sum: `${Number(resistance.kelvinPerWatt.toPrecision(3))} K/W × ${say(watts, 'watts')}`,
          result: `${formatSignificant(kelvin, 2)} K`,
        }),
      ),
      {
        what: `From the ${end?.name ?? 'air'}${end?.read ? ', as read' : ''} inwards (JEDEC JESD51-1)`,
        sum: [`${(end?.celsius ?? Number.NaN).toFixed(0)} °C`, ...[...rises].reverse().map((kelvin) => `${kelvin} K`)].join(' + '),
        result: `${heat.junctionCelsius.toFixed(0)} °C`,
      },
    ],
  };
}

export function lumensSum({ perWatt, watts, droop, warm, value, low, high }: UsualLumens): Sum {
  return {
    title: 'Light, by what is usual for the colour',
    lines: [
      {
        what: 'At rated current and 25 °C',
        sum: `${perWatt} lm/W × ${say(watts, 'watts')}`,
        result: `${formatSignificant(perWatt * watts, 3)} lm`,
      },
      {
        what: 'Less for droop above rated current, and for a warm junction',
        sum: `${formatSignificant(perWatt * watts, 3)} lm × ${droop.toFixed(2)} × ${warm.toFixed(2)}`,
        result: `${formatSignificant(value, 2)} lm`,
      },
      {
        what: 'As cheap LEDs of one colour differ',
        sum: `÷ ${LUMENS_FACTOR} … × ${LUMENS_FACTOR}`,
        result: `${formatSignificant(low, 2)} … ${formatSignificant(high, 2)} lm`,
      },
    ],
  };
}

export function readLightSum({ lux, metres, candela, throwMetres, lumens, beamDegrees, beamClaimed, beamRead, beam }: ReadLight): Sum {
  const bare = !beamClaimed;
  const peak = beam?.peak.candela ?? candela;
  return {
    title: 'Light as it was read',
    lines: [
      { what: 'Inverse square law', sum: `${say(lux, 'lux')} × (${say(metres, 'metres')})²`, result: say(candela, 'candela') },
      {
        what: `Throw: to a full moon’s light, ${THROW_LUX} lx (ANSI FL 1)`,
        sum: `√(${say(peak, 'candela')} ÷ ${THROW_LUX} lx)`,
        result: say(throwMetres, 'metres'),
      },
      ...(beamRead && beam
        ? [
            {
              what: `Summed over rings, 0° to ${beam.readTo}°, with straight lines between the angles read`,
              sum: '2π × Σ I(θ) × sin θ × Δθ',
              result: say(lumens, 'lumens'),
            },
          ]
        : [
            {
              what: bare ? 'Of a bare chip, which falls off as the cosine (Lambert)' : `An even cone of ${beamDegrees}°`,
              sum: bare ? `π × ${say(candela, 'candela')}` : `2π × (1 − cos ${beamDegrees / 2}°) × ${say(candela, 'candela')}`,
              result: say(lumens, 'lumens'),
            },
          ]),
    ],
  };
}

export function flickerSum({ percent, hertz, least, most }: NonNullable<LedDetails['flicker']>): Sum {
  const [high, low] = [`${formatSignificant(1000 * most, 3)} mA`, `${formatSignificant(1000 * least, 3)} mA`];
  return {
    title: 'Flicker, with light as the current of a chip',
    lines: [
      {
        what: 'From the lowest to the highest over both together (IES)',
        sum: `(${high} − ${low}) ÷ (${high} + ${low})`,
        result: `${percent.value.toFixed(0)} %`,
      },
      {
        what: 'Low risk up to (IEEE 1789-2015, practice 1)',
        sum: `${hertz < 90 ? 0.025 : 0.08} × ${formatEngineering(hertz, 'hertz').text}`,
        result: `${formatSignificant(lowRiskFlickerPercent(hertz), 2)} %`,
      },
      {
        what: 'No observable effect up to (practice 2)',
        sum: `${hertz < 90 ? 0.01 : 0.0333} × ${formatEngineering(hertz, 'hertz').text}`,
        result: `${formatSignificant(noEffectFlickerPercent(hertz), 2)} %`,
      },
    ],
  };
}

export function lifeSum({ drive, life, lifeBaseHours }: Pick<LedDetails, 'drive' | 'life' | 'lifeBaseHours'>): Sum {
  const { heat, current } = lifeFactors(drive);
  return {
    title: 'Life to 70 % light: a model, not a promise',
    lines: [
      {
        what: `Heat, against 85 °C: Arrhenius with ${LIFE_MODEL.activationVolts} eV`,
        sum: `exp(${LIFE_MODEL.activationVolts} eV ÷ k × (1 ÷ ${(drive.junctionCelsius + 273).toFixed(0)} K − 1 ÷ 358 K))`,
        result: `${formatSignificant(heat, 3)}×`,
      },
      {
        what: 'Current beyond what it heats: a power law',
        sum: `(1 ÷ ${formatSignificant(drive.ofRated, 3)})^${LIFE_MODEL.currentExponent}`,
        result: `${formatSignificant(current, 3)}×`,
      },
      {
        what: `Of ${lifeBaseHours} h, usual at rated current and 85 °C; more than ${MOST_LIFE_HOURS.toLocaleString('en')} h is not said (IES TM-21: at most six times the test)`,
        sum: `${lifeBaseHours} h × ${formatSignificant(heat, 3)} × ${formatSignificant(current, 3)}`,
        result: sayLifeHours(life.hours),
      },
    ],
  };
}

export function runtimeSum({ hours, points, packAmpHours }: Runtime): Sum {
  const used = 1 - (points.at(-1)?.charge ?? 0);
  const mean = hours > 0 ? (used * packAmpHours) / hours : Number.NaN;
  return {
    title: 'Runtime, from full',
    lines: [
      {
        what: 'Charge of the pack, and how much of it is used',
        sum: `${formatEngineering(packAmpHours, 'ampHours').text} × ${(100 * used).toFixed(0)} %`,
        result: formatEngineering(used * packAmpHours, 'ampHours').text,
      },
      {
        what: `Over the current, which goes from ${formatEngineering(points[0]?.packAmps ?? Number.NaN, 'amps').text} to ${formatEngineering(points.at(-1)?.packAmps ?? Number.NaN, 'amps').text}; the circuit is solved at each of ${points.length} states of charge`,
        sum: `${formatEngineering(used * packAmpHours, 'ampHours').text} ÷ ${formatEngineering(mean, 'amps').text}`,
        result: `${formatSignificant(hours, 3)} h`,
      },
    ],
  };
}

export function leadSum({ sourceVolts, boardVolts, amps, ohms, watts }: LeadLoss): Sum {
  const lost = formatEngineering(sourceVolts.value - boardVolts.value, 'volts').text;
  return {
    title: 'Voltage drop in the lead',
    lines: [
      { what: 'At the source, less at the board', sum: `${say(sourceVolts, 'volts')} − ${say(boardVolts, 'volts')}`, result: lost },
      { what: 'Over the current: its ohms', sum: `${lost} ÷ ${say(amps, 'amps')}`, result: say(ohms, 'ohms') },
      { what: 'Times the current: its watts', sum: `${lost} × ${say(amps, 'amps')}`, result: say(watts, 'watts') },
    ],
  };
}

export function trackSum({ from, to, volts, watts }: TrackLoss, amps: Uncertain): Sum {
  return {
    title: `Track from ${from} to ${to}`,
    lines: [
      {
        what: 'Times the whole current of the supply, which is the most there can be in it',
        sum: `${say(volts, 'volts')} × ${say(amps, 'amps')}`,
        result: say(watts, 'watts'),
      },
    ],
  };
}

/** t = R·C·ln(V₀/V), with R what resistors alone put across it. */
export function storeSum({ ref, farads, fromVolts, longest }: Pick<Discharge, 'ref' | 'farads' | 'fromVolts' | 'longest'>): Sum {
  const of = longest ?? { volts: fromVolts, farads, ohms: undefined };
  const lines = ([60, 34] as const).map((limit): SumLine => {
    const seconds = limit === 60 ? longest?.secondsTo60 : longest?.secondsTo34;
    const ohms = of.ohms === undefined ? 'no resistor' : formatEngineering(of.ohms, 'ohms').text;
    return {
      what: `Under ${limit} V (${LIMITS_OF_STORES[limit]}), with all three as far up as their tolerances allow`,
      sum: `${ohms} × ${formatEngineering(of.farads, 'farads').text} × ln(${of.volts.toFixed(0)} V ÷ ${limit} V)`,
      result: seconds === undefined ? 'never by itself' : formatEngineering(seconds, 'seconds').text,
    };
  });
  return { title: `How long ${ref} holds its charge`, lines };
}

function say(of: Uncertain | number, unit: Unit): string {
  const value = typeof of === 'number' ? { value: of, uncertainty: 0 } : of;
  if (!(value.uncertainty > 0)) return formatEngineering(value.value, unit).text;
  const { figure, unit: symbol } = formatUncertain(value.value, 2 * value.uncertainty, unit);
  return symbol === '' ? figure : `${figure}\u2009${symbol}`;
}
