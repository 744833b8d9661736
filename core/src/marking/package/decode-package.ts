import type { MarkingReading } from '../reading.ts';

/** Two-pinned chips: imperial name (hundredths of an inch) and metric name (tenths of a millimetre), IEC 61188-5. */
const CHIPS = [
  { imperial: '01005', metric: '0402', length: 0.4, width: 0.2, watts: 0.03 },
  { imperial: '0201', metric: '0603', length: 0.6, width: 0.3, watts: 0.05 },
  { imperial: '0402', metric: '1005', length: 1.0, width: 0.5, watts: 0.063 },
  { imperial: '0603', metric: '1608', length: 1.6, width: 0.8, watts: 0.1 },
  { imperial: '0805', metric: '2012', length: 2.0, width: 1.25, watts: 0.125 },
  { imperial: '1206', metric: '3216', length: 3.2, width: 1.6, watts: 0.25 },
  { imperial: '1210', metric: '3225', length: 3.2, width: 2.5, watts: 0.5 },
  { imperial: '1812', metric: '4532', length: 4.5, width: 3.2, watts: 0.75 },
  { imperial: '2010', metric: '5025', length: 5.0, width: 2.5, watts: 0.75 },
  { imperial: '2512', metric: '6332', length: 6.3, width: 3.2, watts: 1 },
] as const;

/** LED bodies are always named in tenths of a millimetre. */
const LEDS = ['2835', '3014', '3020', '3030', '3528', '3535', '4014', '5050', '5630', '5730', '7030', '2016', '1919'] as const;

/** Bodies with leads or pads: name pattern, length in mm, pins. */
const BODIES = [
  { name: /^SOT-?23(?:-3)?$/i, says: 'SOT-23, 3 pins', length: 2.9 },
  { name: /^SOT-?23-([568])$/i, says: 'SOT-23 with more pins', length: 2.9 },
  { name: /^SOT-?89(?:-3)?$/i, says: 'SOT-89, a tab and 3 pins', length: 4.5 },
  { name: /^SOT-?223$/i, says: 'SOT-223, a tab and 3 pins', length: 6.5 },
  { name: /^SO(?:P|IC)?-?8$/i, says: 'SO-8, 8 pins', length: 4.9 },
  { name: /^SOD-?123$/i, says: 'SOD-123, a diode', length: 2.7 },
  { name: /^SOD-?323$/i, says: 'SOD-323, a small diode', length: 1.7 },
  { name: /^(?:DO-?41)$/i, says: 'DO-41, an axial diode', length: 5.2 },
  { name: /^(?:DO-?35)$/i, says: 'DO-35, a small axial diode', length: 4.2 },
  { name: /^(?:SMA|DO-?214AC)$/i, says: 'SMA, a power diode', length: 4.3 },
  { name: /^(?:SMB|DO-?214AA)$/i, says: 'SMB, a power diode', length: 4.3 },
  { name: /^(?:SMC|DO-?214AB)$/i, says: 'SMC, a large power diode', length: 6.9 },
  { name: /^(?:MBF|MBS|ABS|TBS)$/i, says: 'a small bridge rectifier, 4 pins', length: 4.7 },
  { name: /^(?:DB|DF)-?S?$/i, says: 'a bridge rectifier in a DIP body, 4 pins', length: 8.3 },
  { name: /^ESOP-?8$/i, says: 'SO-8 with a pad for its heat', length: 4.9 },
  { name: /^TO-?92$/i, says: 'TO-92, 3 leads', length: 4.8 },
  { name: /^TO-?220$/i, says: 'TO-220, a tab and 3 leads', length: 10 },
  { name: /^TO-?252$/i, says: 'TO-252, a tab and 3 leads', length: 6.5 },
] as const;

/**
 * What the name of a body means, with the two scales that four digits can be on spelled out: the same 0603 is a chip
 * of 1.6 mm in inches and of 0.6 mm in millimetres.
 *
 * @returns undefined for text that is no body's name
 */
export function decodePackage(text: string): readonly MarkingReading[] | undefined {
  // LED bodies are spoken with SMD before them.
  const name = text.trim().replace(/^SMD[- ]?(?=\d{4}$)/i, '');
  const readings: MarkingReading[] = [];
  const add = (millimetres: number, says: string, why: string) =>
    readings.push({ kind: 'package', value: Number(`${millimetres}e-3`), unit: 'metres', text: says, why });
  if ((LEDS as readonly string[]).includes(name)) {
    const [length, width] = [Number(name.slice(0, 2)) / 10, Number(name.slice(2)) / 10];
    add(Math.max(length, width), `LED ${name}: ${length} × ${width} mm`, 'LED bodies are named in tenths of a millimetre');
  }
  const inches = CHIPS.find(({ imperial }) => imperial === name);
  if (inches) {
    const { length, width, metric, watts } = inches;
    add(
      length,
      `chip ${name}: ${length} × ${width} mm (metric ${metric}), a resistor takes ${watts} W`,
      'hundredths of an inch, the usual scale for chips',
    );
  }
  const metric = CHIPS.find((chip) => chip.metric === name);
  if (metric) {
    const { length, width, imperial } = metric;
    add(
      length,
      `chip ${name} metric: ${length} × ${width} mm (imperial ${imperial})`,
      inches ? 'tenths of a millimetre, if the drawing is metric: measure it' : 'tenths of a millimetre',
    );
  }
  const body = BODIES.find((candidate) => candidate.name.test(name));
  if (body) add(body.length, `${body.says}: ${body.length} mm`, 'body by name');
  const round = /^(3|5|8|10)\s?mm$/i.exec(name);
  if (round) add(Number(round[1]), `round LED, ${round[1]} mm`, 'indicator LEDs are named by their lens');
  return readings.length > 0 ? readings : undefined;
}
