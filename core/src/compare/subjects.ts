import { ARRANGEMENT_NAMES } from '../arrangement/index.ts';
import { partsOfKind } from '../circuit/index.ts';
import { LUMENS_PER_WATT_LIMIT } from '../claim/index.ts';
import { costsOf, sayMoney } from '../costs/index.ts';
import { partValue } from '../device/index.ts';
import { luxOnWall } from '../drive/index.ts';
import { formatEngineering, formatUncertain, type Uncertain, type Unit } from '../quantity/index.ts';
import { shortFinding } from '../safety/index.ts';
import { compareClaims } from '../verdict/index.ts';
import type { ComparedFacts } from './column.ts';
import type { Good } from './figure-row.ts';

/** A cell of a row: what is said, the figure behind it, and how it stands against a limit. */
export interface ComparisonCell {
  readonly text: string;
  readonly more?: string;
  readonly value?: Uncertain;
  readonly level?: 'caution' | 'over';
}

/** Something to compare by. A row whose cells are all empty is left out. */
export interface Subject {
  readonly code: string;
  readonly name: string;
  readonly unit?: Unit;
  readonly good: Good;
  readonly cell: (facts: ComparedFacts) => ComparisonCell | undefined;
}

/** A figure that is no better than a range: the range is taken as two standard deviations either way. */
function ranged({ low, high }: { readonly low: number; readonly high: number }): Uncertain {
  return { value: (low + high) / 2, uncertainty: (high - low) / 4 };
}

function figure(value: Uncertain, unit: Unit, more?: string, level?: ComparisonCell['level']): ComparisonCell {
  const { figure: digits, plusMinus, unit: symbol } = formatUncertain(value.value, 2 * value.uncertainty, unit);
  const text = [digits, plusMinus, symbol].filter(Boolean).join(' ');
  return { text, value, ...(more && { more }), ...(level && { level }) };
}

/** The light as read by a meter, else as is usual for the LEDs. */
function lumensOf({ details }: ComparedFacts): { readonly lumens: Uncertain; readonly isRead: boolean } | undefined {
  if (details?.light) return { lumens: details.light.lumens, isRead: true };
  const all = (details?.leds ?? []).flatMap(({ lumens }) => lumens ?? []);
  if (all.length === 0) return undefined;
  const sum = (pick: 'low' | 'high') => all.reduce((total, one) => total + one[pick], 0);
  return { lumens: ranged({ low: sum('low'), high: sum('high') }), isRead: false };
}

/** As far as across a room. */
const WALL_METRES = 2;
/** A metre aside at that distance. */
const ASIDE_DEGREES = (Math.atan2(1, WALL_METRES) * 180) / Math.PI;

export const SUBJECTS: readonly Subject[] = [
  {
    code: 'led-current',
    name: 'LED current',
    unit: 'amps',
    good: 'neither',
    cell: ({ appraisal }) => {
      const one = appraisal?.hardest;
      if (!one) return undefined;
      const level = one.level === 'over' ? 'over' : one.level === 'within' ? undefined : 'caution';
      return figure(one.figure, 'amps', appraisal.measured ? `a chip of ${one.ref}` : `a chip of ${one.ref}, not measured`, level);
    },
  },
  {
    code: 'drive',
    name: 'Share of its rating',
    unit: 'one',
    good: 'less',
    cell: ({ appraisal }) => {
      const one = appraisal?.hardest;
      return (
        one && { ...figure(one.ratio, 'one'), text: `${one.ratio.value.toFixed(2)}×`, more: one.limit.assumed ? 'of a usual rating' : '' }
      );
    },
  },
  {
    code: 'claims',
    name: 'Claims',
    good: 'neither',
    cell: ({ analysis }) => {
      const compared = compareClaims(analysis.specimen);
      if (compared.length === 0) return undefined;
      const held = compared.filter(({ holds }) => holds).length;
      const all = held === compared.length;
      return { text: `${held} of ${compared.length} hold`, ...(!all && { level: 'caution' as const }) };
    },
  },
  {
    code: 'power',
    name: 'Taken from the supply',
    unit: 'watts',
    good: 'less',
    cell: ({ appraisal }) =>
      appraisal && figure(appraisal.supplyWatts, 'watts', formatEngineering(appraisal.supplyAmps.value, 'amps').text),
  },
  {
    code: 'light',
    name: 'Light',
    unit: 'lumens',
    good: 'more',
    cell: (facts) => {
      const light = lumensOf(facts);
      return light && figure(light.lumens, 'lumens', light.isRead ? 'by a lux meter' : 'usual for its LEDs, not read');
    },
  },
  {
    code: 'efficacy',
    name: 'Light for a watt',
    unit: 'one',
    good: 'more',
    cell: (facts) => {
      const light = lumensOf(facts);
      const watts = facts.appraisal?.supplyWatts;
      if (!light || !watts || !(watts.value > 0)) return undefined;
      const value = light.lumens.value / watts.value;
      const share = Math.hypot(light.lumens.uncertainty / light.lumens.value, watts.uncertainty / watts.value);
      const cell = figure({ value, uncertainty: value * share }, 'one', light.isRead ? undefined : 'usual, not read');
      const text = `${cell.text} lm/W`;
      // What no LED gives is a reading, a distance or a circuit that is wrong, and is compared with no other.
      if (value > LUMENS_PER_WATT_LIMIT) return { text, more: 'more than anything sold gives', level: 'caution' as const };
      return { ...cell, text };
    },
  },
  {
    code: 'beam',
    name: 'Beam',
    unit: 'candela',
    good: 'more',
    cell: ({ details }) =>
      details?.light && figure(details.light.candela, 'candela', `to ${formatEngineering(details.light.throwMetres.value, 'metres').text}`),
  },
  {
    code: 'beam-angle',
    name: 'Beam angle',
    unit: 'degrees',
    good: 'neither',
    cell: ({ details, analysis }) => {
      const beam = details?.light?.beam;
      const notes = analysis.specimen.senses
        .filter(({ entry, rework }) => entry.of === 'beam' && rework === analysis.rework)
        .map(({ entry }) => entry.text);
      const seen = [...(beam?.hole === undefined ? [] : ['a hole in the middle']), ...notes].join('; ');
      if (!beam?.beamDegrees) return seen === '' ? undefined : { text: 'not read', more: seen };
      return figure(beam.beamDegrees, 'degrees', seen);
    },
  },
  {
    code: 'on-a-wall',
    name: 'On a wall, 2 m away',
    unit: 'lux',
    good: 'neither',
    cell: ({ details }) => {
      const light = details?.light;
      if (!light) return undefined;
      const share = light.candela.uncertainty / light.candela.value;
      const at = (aside: number) => (light.beam ? luxOnWall(light.beam, WALL_METRES, aside) : light.candela.value / WALL_METRES ** 2);
      const isReadThere = light.beam !== undefined && (light.beam.between === 'power of the cosine' || light.beam.readTo >= ASIDE_DEGREES);
      const aside = isReadThere ? `, ${formatEngineering(at(1), 'lux').text} 1 m aside` : '';
      return figure({ value: at(0), uncertainty: share * at(0) }, 'lux', `in the middle${aside}; computed`);
    },
  },
  {
    code: 'flicker',
    name: 'Flicker',
    unit: 'percent',
    good: 'less',
    cell: ({ details }) => {
      const flicker = details?.leds.find((led) => led.flicker)?.flicker;
      return flicker && figure(flicker.percent, 'percent', `at ${Number(flicker.hertz.toPrecision(3))} Hz, ${flicker.region}`);
    },
  },
  {
    code: 'current-limit',
    name: 'Current limit',
    good: 'neither',
    cell: ({ judgement }) => {
      const arrangements = judgement?.arrangements ?? [];
      const [last] = arrangements.slice(-1);
      if (!last) return undefined;
      const held = [...(last.roles.ballast ?? []), ...(last.roles.sense ?? []), ...(last.roles.regulator ?? [])];
      const unlimited = judgement?.findings.some(({ code }) => code === 'no-current-limit') ?? false;
      return { text: ARRANGEMENT_NAMES[last.code], more: held.join(', '), ...(unlimited && { level: 'over' as const }) };
    },
  },
  {
    code: 'heat',
    name: 'Heat path',
    unit: 'celsius',
    good: 'less',
    cell: ({ analysis, details }) => {
      const hottest = [...(details?.leds ?? [])].sort((a, b) => b.heat.high - a.heat.high)[0];
      const path = analysis.specimen.facts.get('heat-path');
      if (!hottest) return path === undefined ? undefined : { text: path };
      const { heat, junctionLimit } = hottest;
      const level = heat.low > junctionLimit.value ? 'over' : heat.high > junctionLimit.value ? 'caution' : undefined;
      const range = `junction ${Math.round(heat.low)} to ${Math.round(heat.high)} °C, limit ${junctionLimit.value}`;
      return { text: path ?? 'not said', more: range, value: ranged(heat), ...(level && { level }) };
    },
  },
  {
    code: 'cells',
    name: 'Cells, contacts',
    good: 'neither',
    cell: ({ analysis, appraisal }) => {
      const cells = partsOfKind(appraisal?.circuit ?? analysis.specimen.circuit, 'battery');
      if (cells.length === 0) return undefined;
      const lacks = analysis.specimen.facts.get('cells-protected');
      return {
        text: cells.map((cell) => partValue(cell)).join('; '),
        more: lacks === undefined ? '' : `protection: ${lacks}`,
      };
    },
  },
  {
    code: 'runtime',
    name: 'On its cells',
    unit: 'hours',
    good: 'more',
    cell: ({ details }) =>
      details?.runtime &&
      figure({ value: details.runtime.hours, uncertainty: 0.15 * details.runtime.hours }, 'hours', 'computed, as cells differ'),
  },
  {
    code: 'charging',
    name: 'Charging',
    good: 'neither',
    cell: ({ analysis, judgement }) => {
      const runs = analysis.specimen.runs.filter(({ entry, rework }) => entry.of === 'charge' && rework === analysis.rework);
      const finding = judgement?.findings.find(({ code }) => code === 'charging-cells');
      if (runs.length === 0 && !finding) return undefined;
      const ended = runs.map(({ entry, ended: end }) => `${Math.round(entry.minutes)} min: ${end?.outcome ?? 'running'}`).join('; ');
      return { text: ended || 'from its supply', ...(finding && { more: shortFinding(finding), level: 'over' as const }) };
    },
  },
  {
    code: 'findings',
    name: 'Findings',
    good: 'neither',
    cell: ({ judgement }) => {
      if (!judgement) return undefined;
      const count = (severity: string) => judgement.findings.filter((one) => one.severity === severity).length;
      const [unsafe, cautions] = [count('unsafe'), count('caution')];
      const text =
        unsafe + cautions === 0
          ? 'none'
          : [unsafe && `${unsafe} unsafe`, cautions && `${cautions} ${cautions === 1 ? 'caution' : 'cautions'}`].filter(Boolean).join(', ');
      const graver = judgement.findings.filter(({ severity }) => severity !== 'note');
      const more = [...new Set(graver.map(shortFinding))].slice(0, 3).join('; ');
      const level = unsafe > 0 ? 'over' : cautions > 0 ? 'caution' : undefined;
      return { text, more, ...(level && { level }) };
    },
  },
  {
    code: 'cost',
    name: 'Cost',
    unit: 'one',
    good: 'less',
    cell: ({ analysis }) => {
      const costs = costsOf(analysis.specimen);
      if (costs?.all === undefined) return undefined;
      const isReworked = analysis.rework > 0;
      const paid = isReworked ? costs.all : (costs.bought ?? costs.all);
      const more = isReworked
        ? [
            costs.parts + costs.tools > 0 && `${sayMoney(costs.bought ?? 0)} + ${sayMoney(costs.parts + costs.tools)} in parts`,
            costs.minutes > 0 && `${Math.round(costs.minutes)} min`,
          ]
        : ['as bought'];
      return { text: sayMoney(paid), value: { value: paid, uncertainty: 0 }, more: more.filter(Boolean).join(', ') };
    },
  },
];
