import type { Chemistry } from '../device/index.ts';

/** What each kind of cell wants one to know before it is handled. */
export const CELL_CAUTIONS: Readonly<Record<Chemistry, readonly string[]>> = {
  alkaline: [
    'Never charge it: it leaks, and can burst.',
    'What leaks is caustic: gloves, and vinegar or lemon on what it left.',
    'All cells of a set are changed together.',
  ],
  'zinc-carbon': ['Never charge it. Flat it leaks within weeks: take it out.', 'All cells of a set are changed together.'],
  nimh: [
    'It gives tens of amps into a short: rings off, nothing metal across it.',
    'Charge it with a tenth of its capacity an hour, or with a charger made for it.',
  ],
  nicd: [
    'It gives tens of amps into a short: rings off, nothing metal across it.',
    'Charge it with a tenth of its capacity an hour, or with a charger made for it.',
    'Cadmium is poisonous: never opened, and handed in where old cells are taken.',
  ],
  'lithium-coin': [
    'Swallowed, it burns through the gullet within two hours: keep it from children, and see that its lid wants a tool or two movements (IEC 60086-4, IEC 62115). Where one may be swallowed, call poison control or emergency care at once.',
    'Never charge it, and never solder to it.',
    'Tape over both sides before it is thrown away.',
  ],
  'li-ion': [
    'It burns when it is shorted, overcharged above 4.2 V, run flat below 2.8 V or dented, and cannot be blown out.',
    'Never charge it without a charger that stops, nor leave it alone while it charges; not below 0 °C.',
    'A swollen cell is carried outside, and neither charged nor pressed.',
  ],
  lifepo4: [
    'Milder than other lithium cells, and still not to be shorted: it gives a hundred amps.',
    'Its full volts are 3.65 V a cell: a charger for 4.2 V cells ruins it.',
  ],
};
