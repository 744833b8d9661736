import type { Appraisal } from '../../appraisal/index.ts';
import { type DriveDetails, sayBeam } from '../../details/index.ts';
import { darkLedOf, isLit, LEVEL_WORDS, limitWords, sayDarkLed, stressName, stressUnit } from '../../drive/index.ts';
import { CAPACITY_SPREAD, RUNTIME_ENDS, sayCharging, sayWeakest } from '../../energy/index.ts';
import { formatSignificant, sayAbout } from '../../quantity/index.ts';
import type { Specimen } from '../../tape/index.ts';
import { isContradicted } from '../../verdict/index.ts';
import { ledCurrentSum, type Sum } from '../../workings/index.ts';
import { list, say, sayUncertain, sentence, table, type WriteUpBlock } from '../block.ts';
import type { WriteUpFacts } from '../facts.ts';
import { writeModes } from './modes.ts';
import { warmthLines } from './warmth.ts';

/** How hard its parts are driven as found, where its watts go, and what light, heat and running time come of it. */
export function writeDrive({ specimen, found, foundJudged, foundDetails: details, foundModes }: WriteUpFacts): readonly WriteUpBlock[] {
  if (!found) return [];
  if (found.hardest && !isLit(found.hardest)) {
    // Where no current flows, what is usual of light, heat and flicker is nothing that is known.
    const read = details && { ...details, leds: [] };
    return [...hardest(found), ...list([...lightLines(read), ...heatLines(specimen, read), ...chargingLines(details)])];
  }
  const rows = found.stresses.map((stress) => {
    const { of, figure, limit, ratio, level } = stress;
    const unit = stressUnit(stress);
    return [
      of === 'chip-amps' ? `${stress.ref} current of a chip` : stressName(stress),
      sayUncertain(figure, unit),
      `${say(limit.value, unit)}${limit.assumed ? ` (${limitWords(limit)})` : ''}`,
      `${ratio.value.toFixed(2)}×, ${LEVEL_WORDS[level]}`,
    ];
  });
  const lines = [...lightLines(details), ...heatLines(specimen, details), ...lifeLines(details), ...chargingLines(details)];
  const contradicted = isContradicted(foundJudged)
    ? [
        sentence(
          'drive.contradicted',
          'Readings do not fit the circuit as traced: what follows holds only if it is right, and one of them is not.',
        ),
      ]
    : [];
  return [
    ...contradicted,
    ...hardest(found),
    { kind: 'figure', figure: 'ruler', caption: 'LED current as multiples of its rating' },
    { kind: 'figure', figure: 'watt-plan', caption: `Where the watts go: ${say(found.supplyWatts.value, 'watts')}` },
    { kind: 'figure', figure: 'waves', caption: 'One period of what alternates' },
    { kind: 'figure', figure: 'heat-path', caption: 'Where the heat goes: dashed is estimated, the others were read' },
    ...table('drive', ['What', 'Figure', 'Rated', 'Multiple'], rows),
    ...writeModes(foundModes),
    ...(found.hardest ? sumInWords(ledCurrentSum(found, found.hardest.ref)) : []),
    ...list(lines),
  ];
}

function hardest({ hardest: one, supplyWatts, supplyAmps, circuit, solution }: Appraisal): readonly WriteUpBlock[] {
  const taken = `From its supply it takes ${sayAbout(supplyAmps, 'amps')}; that is ${sayAbout(supplyWatts, 'watts')}.`;
  if (!one) return [sentence('drive.supply', taken)];
  const unit = stressUnit(one);
  const rated = one.limit.assumed
    ? `${say(one.limit.value, unit)} is ${limitWords(one.limit)}`
    : `its rating is ${say(one.limit.value, unit)}`;
  const times = `${sayAbout(one.ratio, 'one')} times`;
  // A string that leads nowhere yet says nothing of how hard it is driven.
  if (!isLit(one)) {
    const dark = darkLedOf(circuit, solution, one.ref);
    const why = dark ? ` ${sayDarkLed(dark)}` : '';
    return [sentence('drive.hardest', `In the circuit as traced no current flows through ${one.ref}.${why}`)];
  }
  return [
    sentence(
      'drive.hardest',
      `A chip of ${one.ref} is given ${sayAbout(one.figure, unit)}; ${rated}: ${times}, ${LEVEL_WORDS[one.level]}.`,
    ),
    sentence('drive.supply', taken),
  ];
}

interface Line {
  readonly key: string;
  readonly text: string;
}

function chargingLines(details: DriveDetails | undefined): readonly Line[] {
  return details?.charging ? [{ key: 'drive.charging', text: sayCharging(details.charging) }] : [];
}

function lightLines(details: DriveDetails | undefined): readonly Line[] {
  if (!details) return [];
  const { light, leds } = details;
  const lumens = leds.flatMap((led) => led.lumens ?? []);
  const sum = (pick: 'value' | 'low' | 'high') => lumens.reduce((total, one) => total + one[pick], 0);
  const flicker = leds.find((led) => led.flicker)?.flicker;
  return [
    ...(light
      ? [
          {
            key: 'drive.light',
            text: `Light: ${sayAbout(light.lux, 'lux')} at ${light.metres.value} m, which is ${sayAbout(light.candela, 'candela')} and ${sayAbout(light.lumens, 'lumens')} ${sayBeam(light)}.`,
          },
          ...beamLines(light),
          { key: 'drive.throw', text: `It throws ${sayAbout(light.throwMetres, 'metres')}, to where 0.25 lx are left (ANSI FL 1).` },
        ]
      : lumens.length > 0
        ? [
            {
              key: 'drive.light',
              text: `Light by what is usual for the colour: ${formatSignificant(sum('low'), 2)} to ${formatSignificant(sum('high'), 2)} lm; not measured.`,
            },
          ]
        : []),
    ...(flicker
      ? [
          {
            key: 'drive.flicker',
            text: `Flicker: ${sayAbout(flicker.percent, 'percent')} at ${Number(flicker.hertz.toPrecision(3))} Hz, ${flicker.region} (IEEE 1789).`,
          },
        ]
      : []),
  ];
}

function beamLines({ beam }: NonNullable<DriveDetails['light']>): readonly Line[] {
  if (!beam) return [];
  const law = beam.between === 'straight lines' ? '' : ', by a power of the cosine through two readings';
  const angle = beam.beamDegrees
    ? `Its beam is ${sayAbout(beam.beamDegrees, 'degrees')} wide to half of its highest candela${law}.`
    : `How wide its beam is cannot be told from this: ${beam.readTo}° off the axis it has ${Math.round(100 * beam.lastShare)} % of its highest candela.`;
  const hole =
    beam.hole === undefined
      ? []
      : [
          {
            key: 'drive.hole',
            text: `The middle is ${Math.round(100 * beam.hole)} % darker than ${beam.peak.degrees}° beside it: a hole in the beam.`,
          },
        ];
  return [{ key: 'drive.beam', text: angle }, ...hole];
}

function heatLines(specimen: Specimen, details: DriveDetails | undefined): readonly Line[] {
  return [
    ...warmthLines({ specimen, details, rework: 0, key: 'drive' }),
    ...(details?.leds ?? []).map(({ ref, heat, junctionLimit }) => ({
      key: `drive.junction.${ref}`,
      text: `Junction of ${ref}: ${Math.round(heat.low)} to ${Math.round(heat.high)} °C; ${junctionLimit.value} °C is ${limitWords(junctionLimit)}.`,
    })),
  ];
}

function lifeLines(details: DriveDetails | undefined): readonly Line[] {
  const runtime = details?.runtime;
  if (!runtime) return [];
  const hours = (value: number) => (value < 2 ? `${Math.round(60 * value)} min` : `${formatSignificant(value, 2)} h`);
  const [low, high] = [(1 - CAPACITY_SPREAD) * runtime.hours, (1 + CAPACITY_SPREAD) * runtime.hours];
  const text = `On its cells: about ${hours(runtime.hours)} from full until ${RUNTIME_ENDS[runtime.endedBy]}, ${hours(low)} to ${hours(high)} as cells differ.`;
  const weakest = sayWeakest(runtime);
  return [{ key: 'drive.runtime', text }, ...(weakest ? [{ key: 'drive.weakest', text: weakest }] : [])];
}

function sumInWords({ title, lines }: Sum): readonly WriteUpBlock[] {
  return [
    sentence('drive.sum', `${title}:`),
    ...list(lines.map(({ what, sum, result }, index) => ({ key: `drive.sum.${index}`, text: `${what}: ${sum} = ${result}` }))),
  ];
}
