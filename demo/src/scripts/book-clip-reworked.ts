import type { BenchScript } from '../bench-script.ts';

/** A sister of the book clip, gentler by a resistor in its lead, proven and written up. */
export const bookClipReworked: BenchScript = {
  id: 'book-clip-reworked',
  name: 'Book clip, made gentler',
  day: '2026-04-04',
  moments: [
    ['09:02', 'claim 5v body'],
    ['09:02', 'claim 1w listing'],
    ['09:03', 'cost 6.90 bought'],
    ['09:07', 'in 5.01v 127ma'],
    ['09:08', 'dead'],
    ['09:10', 'step lens slid out, no screws'],
    ['09:12', 'step back prised off, two clips'],
    ['09:13', { kind: 'fact', name: 'supply-isolation', value: 'none came with it' }],
    ['09:20', 'V1 5v usb'],
    ['09:21', 'S1 switch on V1.+ C'],
    ['09:24', 'R1 mark 390 on C D'],
    ['09:25', 'R2 mark 390 on C E'],
    ['09:25', 'R3 mark 390 on C F'],
    ['09:26', 'D1 led white rated 30ma on D V1.-'],
    ['09:27', 'D2 led white rated 30ma on E V1.-'],
    ['09:27', 'D3 led white rated 30ma on F V1.-'],
    ['09:34', 'R1 38.9r'],
    ['09:41', 'R1 1.65v'],
    ['09:42', 'R3 1.67v'],
    ['09:50', 'goal D1 22ma'],
    [
      '09:55',
      {
        kind: 'rework',
        title: '15.0 Ω in the + lead',
        changes: [{ move: 'insert-resistor', ref: 'R4', at: { ref: 'V1', pin: 0 }, ohms: 15, rated: { watts: 0.25 } }],
      },
    ],
    ['10:10', 'in 5.06v 69ma'],
    ['10:12', 'R4 1.03v'],
    ['10:14', 'R1 0.89v'],
    ['10:16', 'cost 0.10 parts a resistor from the drawer'],
    ['10:16', 'cost 30min work'],
    ['10:20', { kind: 'proof', verdict: 'keep', text: 'Half an hour on the desk: the clip stays cool to the touch.' }],
    [
      '10:24',
      {
        kind: 'remark',
        stage: 'write-up',
        text: 'Fair for its price, and now made to last. The light on the page is still enough to read by.',
      },
    ],
  ],
};
