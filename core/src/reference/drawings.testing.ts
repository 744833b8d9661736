import { specimenOf } from '../bench-line/tape.testing.ts';
import { drawSchematic, driveRulerSvg, heatPathSvg, markedPhotoSvg, schematicSvg, stringMapSvg } from '../draw/index.ts';
import { drawn } from './account.testing.ts';
import { figuresOf } from './figures-of.testing.ts';
import { REFERENCE_GADGETS } from './gadgets.testing.ts';

const WITH_SLOTS = ['mirror-bar', 'tree-ornament', 'head-torch', 'path-marker'];

/** Pictures that no gadget's account has: each with what makes it longer, wider or of another look. */
export function drawings(): readonly string[] {
  const ratio = (value: number, uncertainty: number) => ({ value, uncertainty });
  const rows = [
    { name: 'D1', ratio: ratio(0.62, 0.04), isMeasured: true },
    { name: 'D2 of a row with a name that is too long for it', ratio: ratio(1.84, 0.3), isMeasured: false },
    { name: 'D3', ratio: ratio(7, 1), isMeasured: false },
  ];
  const path = {
    ref: 'D1',
    joints: [
      { name: 'junction', celsius: 91.4, read: false },
      { name: 'solder', celsius: 71, read: true },
      { name: 'air', celsius: 24.6, read: true },
    ],
    stretches: [
      { kelvin: 20.4, kelvinPerWatt: 12, watts: 1.7 },
      { kelvin: 46.4, kelvinPerWatt: 27.3, watts: 1.7 },
    ],
    low: 84.2,
    high: 98.7,
  };
  const states = ['lights', 'dim', 'dark spot', 'open', 'short', 'not tested'] as const;
  const packages = Array.from({ length: 15 }, (_, index) => ({
    name: `D${index + 1}`,
    ref: index < 13 ? 'D1-D13' : 'D14-D15',
    state: states[index % states.length] as (typeof states)[number],
    ...(index % 3 === 0 && { volts: 2.9 + index / 10 }),
  }));
  const photo = {
    caption: 'Board <top> & wires',
    pins: [
      { x: 0.1, y: 0.9 },
      { x: 0.73, y: 0.25 },
    ],
  };
  const slotted = WITH_SLOTS.flatMap((id) => {
    const gadget = REFERENCE_GADGETS.find((one) => one.id === id);
    const schematic = gadget && drawSchematic(specimenOf(...gadget.lines).circuit, { roomForSlots: true });
    return schematic
      ? [`## ${id} with room for readings`, ...figuresOf(schematic), ...drawn(schematicSvg(schematic, id, 'lamp-black'))]
      : [];
  });
  return [
    '## Drive ruler',
    ...drawn(driveRulerSvg(rows, 'Clip')),
    '## Heat path',
    ...drawn(heatPathSvg([path, { ...path, ref: 'D2', low: 60, high: 65 }], 'Clip')),
    '## String map',
    ...drawn(stringMapSvg(packages, 'Bar')),
    '## Marked photos',
    ...drawn(markedPhotoSvg('photo.jpg', { width: 4000, height: 3000, ...photo })),
    ...drawn(markedPhotoSvg('photo.jpg', { width: 200, height: 300, ...photo })),
    ...slotted,
  ];
}
