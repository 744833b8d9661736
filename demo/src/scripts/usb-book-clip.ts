import type { BenchScript } from '../bench-script.ts';

/** Three branches of a resistor and an LED each, on a USB lead. Read out, over its rating, not yet reworked. */
export const usbBookClip: BenchScript = {
  id: 'usb-book-clip',
  name: 'USB book clip',
  day: '2026-03-07',
  moments: [
    ['09:02', 'claim 5v body'],
    ['09:02', 'claim 1w listing'],
    ['09:03', 'claim 60lm listing'],
    ['09:08', 'in 4.93v 122ma'],
    ['09:09', 'dead'],
    ['09:11', 'step lens slid out, no screws'],
    ['09:14', 'step back prised off with a thin blade, two clips'],
    ['09:15', { kind: 'fact', name: 'supply-isolation', value: 'none came with it' }],
    ['09:16', 'mark red = +'],
    ['09:20', 'V1 5v usb'],
    ['09:21', 'S1 switch on V1.+ C'],
    ['09:24', 'R1 mark 390 on C D'],
    ['09:25', 'R2 mark 390 on C E'],
    ['09:25', 'R3 mark 390 on C F'],
    ['09:26', 'D1 led white rated 30ma on D V1.-'],
    ['09:27', 'D2 led white rated 30ma on E V1.-'],
    ['09:27', 'D3 led white rated 30ma on F V1.-'],
    ['09:36', 'R1 39.1r'],
    ['09:41', 'R1 1.59v'],
    ['09:43', 'R2 1.61v'],
    ['09:44', 'D1 3.33v'],
    ['09:52', 'goal D1 21ma'],
  ],
};
