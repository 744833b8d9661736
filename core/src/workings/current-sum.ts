import type { Appraisal } from '../appraisal/index.ts';
import { type AlternatingTerms, recognise } from '../arrangement/index.ts';
import { alternatingSource, decomposeSeriesParallel, type Network, partOfKind, seriesPackOf } from '../circuit/index.ts';
import { isKind } from '../device/index.ts';
import { limitWords, type Stress, stressName, stressUnit } from '../drive/index.ts';
import { divide, formatEngineering, formatUncertain, multiply, type Uncertain } from '../quantity/index.ts';

/** A sum that a user can follow on paper: each line a step with its figures put in. */
export interface Sum {
  readonly title: string;
  readonly lines: readonly SumLine[];
}

export interface SumLine {
  readonly what: string;
  /** With figures: "0.94 V ÷ 26.8 Ω". */
  readonly sum: string;
  readonly result: string;
}

/**
 * How the current of one chip of `ref` follows from readings: the drop over the resistor that carries the LED's whole
 * current, by Ohm; shared among what lies in parallel; then all readings weighed together.
 */
export function ledCurrentSum(appraisal: Appraisal, ref: string): Sum {
  const { circuit, stresses, solution } = appraisal;
  const lines: SumLine[] = [];
  const stress = stresses.find((candidate) => candidate.ref === ref && candidate.of === 'chip-amps');
  const carrier = carrierOf(appraisal, ref);
  if (carrier) lines.push(...carrierLines(appraisal, carrier, ref));
  else lines.push(...unmeasuredLines(appraisal, ref));
  if (stress) {
    const { figure, limit, ratio } = stress;
    const weighed = formatUncertain(figure.value, 2 * figure.uncertainty, 'amps');
    lines.push({
      what: 'All readings and tolerances weighed together',
      sum: `a chip of ${ref}`,
      result: `${weighed.figure} ${weighed.plusMinus} ${weighed.unit}`,
    });
    lines.push({
      what: `Against what it is rated for (${limitWords(limit)})`,
      sum: `${formatEngineering(figure.value, 'amps').text} ÷ ${formatEngineering(limit.value, 'amps').text}`,
      result: `${ratio.value.toFixed(2)}×`,
    });
  }
  const part = circuit.parts.find((candidate) => candidate.ref === ref);
  const chip = solution.leds[ref]?.chip;
  if (part && chip) {
    lines.push({
      what: 'Power of a chip',
      sum: `${formatEngineering(chip.volts.avg, 'volts').text} × ${formatEngineering(chip.amps.avg, 'amps').text}`,
      result: formatEngineering(chip.watts, 'watts').text,
    });
  }
  return { title: `Current of ${ref}`, lines };
}

/** How a part's figure stands against its limit, as far back as readings tell. */
export function stressSum(appraisal: Appraisal, stress: Stress): Sum {
  if (stress.of === 'chip-amps') return ledCurrentSum(appraisal, stress.ref);
  const part = appraisal.circuit.parts.find(({ ref }) => ref === stress.ref);
  if (stress.of === 'watts' && isKind(part, 'resistor')) return resistorWattsSum(appraisal, stress.ref);
  const { figure, limit, ratio } = stress;
  const unit = stressUnit(stress);
  return {
    title: stressName(stress),
    lines: [
      ...deratingLines(stress),
      {
        what: `As solved, against what it is rated for (${limitWords(limit)})`,
        sum: `${formatEngineering(figure.value, unit).text} ÷ ${formatEngineering(limit.value, unit).text}`,
        result: `${ratio.value.toFixed(2)}×`,
      },
    ],
  };
}

/** What heat around a part leaves of its rating. */
function deratingLines({ limit }: Stress): readonly SumLine[] {
  const { derated } = limit;
  if (!derated) return [];
  return [
    {
      what: `All of its rating up to 70 °C, nothing at 155 °C (IEC 60115-1); around it are ${derated.celsius.toFixed(0)} °C`,
      sum: `${formatEngineering(derated.of, 'watts').text} × (155 − ${derated.celsius.toFixed(0)}) ÷ 85`,
      result: formatEngineering(limit.value, 'watts').text,
    },
  ];
}

/** What the supply delivers, by its volts and amps; on alternating current its power factor makes watts of them. */
export function suppliedSum({ circuit, solution, supplyWatts, supplyAmps, mainSupply: ref }: Appraisal): Sum {
  const cells = seriesPackOf(circuit, ref)?.refs ?? [];
  const { powerFactor = null } = solution.supplies[ref] ?? {};
  const voltsRms = cells.reduce((sum, cell) => sum + (solution.supplies[cell]?.voltsRms ?? Number.NaN), 0);
  const [volts, amps] = [formatEngineering(voltsRms, 'volts').text, formatEngineering(supplyAmps.value, 'amps').text];
  const weighed = formatUncertain(supplyWatts.value, 2 * supplyWatts.uncertainty, 'watts');
  const hasFactor = alternatingSource(circuit) !== undefined && powerFactor !== null;
  return {
    title: `What ${cells.join(' ')} delivers`,
    lines: [
      {
        what: hasFactor ? 'Volts × amps × power factor' : 'Volts × amps',
        sum: hasFactor ? `${volts} × ${amps} × ${powerFactor.toFixed(3)}` : `${volts} × ${amps}`,
        result: formatEngineering(supplyWatts.value, 'watts').text,
      },
      {
        what: 'All readings and tolerances weighed together',
        sum: `the watts of ${cells.join(' ')}`,
        result: `${weighed.figure} ${weighed.plusMinus} ${weighed.unit}`,
      },
    ],
  };
}

/** The watts of a resistor, by its drop and its ohms. */
export function resistorWattsSum(appraisal: Appraisal, ref: string): Sum {
  const { solution, stresses, circuit } = appraisal;
  const part = circuit.parts.find((candidate) => candidate.ref === ref);
  const stress = stresses.find((candidate) => candidate.ref === ref && candidate.of === 'watts');
  // What heats is the root mean square; on direct current it is the volts themselves.
  const volts = solution.parts[ref]?.volts.rms ?? Number.NaN;
  const ohms = isKind(part, 'resistor') ? part.ohms : Number.NaN;
  const lines: SumLine[] = [
    {
      what: 'Drop squared over ohms',
      sum: `(${formatEngineering(Math.abs(volts), 'volts').text})² ÷ ${formatEngineering(ohms, 'ohms').text}`,
      result: formatEngineering(volts ** 2 / ohms, 'watts').text,
    },
  ];
  if (stress) {
    const { figure, limit, ratio } = stress;
    lines.push(...deratingLines(stress));
    lines.push({
      what: `Against its rating (${limitWords(limit)})`,
      sum: `${formatEngineering(figure.value, 'watts').text} ÷ ${formatEngineering(limit.value, 'watts').text}`,
      result: `${ratio.value.toFixed(2)}×`,
    });
  }
  return { title: `Power of ${ref}`, lines };
}

interface Carrier {
  readonly ref: string;
  readonly volts: Uncertain;
  readonly ohms: Uncertain;
  readonly ohmsMeasured: boolean;
}

/** The resistor with a measured drop whose current is the LED's own, or that of the group the LED is in. */
function carrierOf(appraisal: Appraisal, ledRef: string): Carrier | undefined {
  const { slots } = appraisal;
  const refs = inSeriesWith(appraisal, ledRef);
  for (const ref of refs) {
    const volts = slots.find((slot) => slot.ref === ref && slot.kind === 'volts')?.read;
    const ohms = slots.find((slot) => slot.ref === ref && slot.kind === 'ohms');
    if (!volts || !ohms) continue;
    return { ref, volts, ohms: ohms.read ?? ohms.expected, ohmsMeasured: ohms.read !== undefined };
  }
  return undefined;
}

/** Refs of resistors that carry all the current of the LED, alone with it first, then with its whole group. */
function inSeriesWith({ circuit, mainSupply }: Appraisal, ledRef: string): readonly string[] {
  const supply = circuit.parts.find(({ ref }) => ref === mainSupply);
  if (!supply) return [];
  const { network } = decomposeSeriesParallel(circuit, supply.pins[0], supply.pins[1], new Set([supply.ref]));
  const found: string[] = [];
  const isResistor = (ref: string) => partOfKind(circuit, ref, 'resistor') !== undefined;
  const visit = (node: Network): boolean => {
    if (node.kind === 'part') return node.ref === ledRef;
    const within = node.items.some(visit);
    if (within && node.kind === 'series') {
      found.push(...node.items.flatMap((item) => (item.kind === 'part' && isResistor(item.ref) ? [item.ref] : [])));
    }
    return within;
  };
  if (network) visit(network);
  return found;
}

function carrierLines(appraisal: Appraisal, carrier: Carrier, ledRef: string): SumLine[] {
  const { solution, circuit } = appraisal;
  const volts: Uncertain = { value: Math.abs(carrier.volts.value), uncertainty: carrier.volts.uncertainty };
  const total = divide(volts, carrier.ohms);
  const lines = [
    {
      what: `Drop over ${carrier.ref} ÷ its ohms${carrier.ohmsMeasured ? '' : ' (not read, most likely)'}`,
      sum: `${formatEngineering(volts.value, 'volts').text} ÷ ${formatEngineering(carrier.ohms.value, 'ohms').text}`,
      result: withPlusMinus(total),
    },
  ];
  const chip = solution.leds[ledRef]?.chip.amps.avg ?? Number.NaN;
  const through = Math.abs(solution.parts[carrier.ref]?.amps.avg ?? Number.NaN);
  const share = chip / through;
  const part = circuit.parts.find((candidate) => candidate.ref === ledRef);
  if (share < 0.999 && part) {
    const equal = Math.abs(1 / share - Math.round(1 / share)) < 0.01;
    lines.push({
      what: equal
        ? `Shared by ${Math.round(1 / share)} alike, in parallel`
        : `${ledRef} takes ${(share * 100).toFixed(1)} % of it, by the circuit`,
      sum: equal
        ? `${formatEngineering(total.value, 'amps').text} ÷ ${Math.round(1 / share)}`
        : `${formatEngineering(total.value, 'amps').text} × ${share.toFixed(3)}`,
      result: withPlusMinus(multiply(total, { value: share, uncertainty: 0 })),
    });
  }
  return lines;
}

/** By the closed form of its dropper where that holds; else what was solved, and no sum of averages that is none. */
function alternatingLines({ solution, circuit }: Appraisal, ledRef: string): SumLine[] {
  const forms = recognise(circuit, solution).flatMap(({ estimate, roles }) =>
    estimate?.terms && roles.string?.includes(ledRef) ? [{ ...estimate.terms, chipAmps: estimate.chipAmps }] : [],
  );
  const amps = solution.leds[ledRef]?.chip.amps.avg ?? Number.NaN;
  const solved: SumLine = {
    what: 'The settled period, solved whole',
    sum: `average current of a chip of ${ledRef}`,
    result: formatEngineering(amps, 'amps').text,
  };
  return [...forms.map(closedFormLine), solved];
}

function closedFormLine({
  peakVolts,
  stringVolts,
  hertz,
  parallel,
  fullWave,
  by,
  chipAmps,
}: AlternatingTerms & { chipAmps: number }): SumLine {
  const [peak, string] = [formatEngineering(peakVolts, 'volts').text, formatEngineering(stringVolts, 'volts').text];
  const shared = parallel > 1 ? ` ÷ ${parallel}` : '';
  const result = formatEngineering(chipAmps, 'amps').text;
  if ('ohms' in by) {
    return {
      what: `The part of each ${fullWave ? 'half' : 'other half'} wave above the string's volts, over the resistance, averaged`,
      sum: `mean of (${peak} × sin − ${string}) ÷ ${formatEngineering(by.ohms, 'ohms').text}${shared}`,
      result,
    };
  }
  const charge = `${formatEngineering(hertz, 'hertz').text} × ${formatEngineering(by.farads, 'farads').text}`;
  return fullWave
    ? {
        what: 'Charge to and fro through the dropper: 4·f·C·(peak − string volts)',
        sum: `4 × ${charge} × (${peak} − ${string})${shared}`,
        result,
      }
    : {
        what: 'Charge one way through the dropper: f·C·(2·peak − string volts)',
        sum: `${charge} × (2 × ${peak} − ${string})${shared}`,
        result,
      };
}

function unmeasuredLines(appraisal: Appraisal, ledRef: string): SumLine[] {
  const { solution, circuit } = appraisal;
  if (alternatingSource(circuit)) return alternatingLines(appraisal, ledRef);
  const supplyVolts = solution.parts[appraisal.mainSupply]?.volts.avg ?? Number.NaN;
  const ledVolts = solution.parts[ledRef]?.volts.avg ?? Number.NaN;
  const lines: SumLine[] = [
    {
      what: `Volts left beside ${ledRef}`,
      sum: `${formatEngineering(supplyVolts, 'volts').text} − ${formatEngineering(ledVolts, 'volts').text}`,
      result: formatEngineering(supplyVolts - ledVolts, 'volts').text,
    },
  ];
  for (const ref of inSeriesWith(appraisal, ledRef)) {
    const part = partOfKind(circuit, ref, 'resistor');
    const drop = Math.abs(solution.parts[ref]?.volts.avg ?? Number.NaN);
    if (!part) continue;
    lines.push({
      what: `Expected drop over ${ref} ÷ its ohms; no drop was read`,
      sum: `${formatEngineering(drop, 'volts').text} ÷ ${formatEngineering(part.ohms, 'ohms').text}`,
      result: formatEngineering(drop / part.ohms, 'amps').text,
    });
  }
  return lines;
}

function withPlusMinus(quantity: Uncertain): string {
  const { figure, plusMinus, unit } = formatUncertain(quantity.value, 2 * quantity.uncertainty, 'amps');
  return `${figure} ${plusMinus} ${unit}`;
}
