import type { BenchScript } from '../bench-script.ts';

/** A night light with a port, a charger and a cell: as it shines by itself, and as it is plugged in. */
export const nightLight: BenchScript = {
  id: 'landing-night-light',
  name: 'Landing night light',
  day: '2026-07-04',
  moments: [
    ['10:04', 'claim 5v body'],
    ['10:05', 'claim 1200mah body'],
    ['10:13', 'step felt off, two screws under it, PH0'],
    ['10:18', 'V1 usb 5v on U G'],
    ['10:19', 'S2 switch open on U J'],
    ['10:20', 'W1 wire 0.8r on J I'],
    ['10:22', 'U1 charger 300ma on I P G'],
    ['10:24', 'B1 18650 1200mah on P G'],
    ['10:25', 'S1 switch on P S'],
    ['10:27', 'R1 blue grey black gold on S A'],
    ['10:28', 'D1 led yellow 5mm on A G'],
    ['10:31', 'mode plugged S2 closed S1 open'],
    ['10:36', 'R1 67.7r'],
    ['10:41', 'B1 3.86v'],
    ['10:42', 'R1 1.74v'],
    ['10:43', 'D1 2.11v'],
    ['10:52', 'in 5.02v 296ma mode plugged'],
    ['10:53', 'B1 3.95v mode plugged'],
  ],
};
