import type { ClaimDoubt, ClaimRule } from '../claim-rule.ts';
import type { ClaimTextField } from '../fields.ts';

/** What a promise in words leaves behind when it is true: to be looked for with the case open. */
const SIGNS: readonly { readonly field: ClaimTextField; readonly says: RegExp; readonly code: string; readonly look: string }[] = [
  { field: 'water', says: /IP\d/i, code: 'seal', look: 'Is there a seal: a ring in its groove, potting, a gland at the lead?' },
  { field: 'impact', says: /IK\d|impact|shock/i, code: 'padding', look: 'Is the board held at more than its wires, and the glass padded?' },
  {
    field: 'protection',
    says: /over.?charge|deep|discharg/i,
    code: 'cell-protection',
    look: 'Is there a protection board at the cell, with its two transistors?',
  },
  {
    field: 'protection',
    says: /short|over.?current|fuse/i,
    code: 'fuse',
    look: 'Is there a fuse or a fusible resistor in the lead that is live?',
  },
  {
    field: 'protection',
    says: /surge|lightning|spike/i,
    code: 'surge-part',
    look: 'Is there a varistor across the input, behind the fuse?',
  },
  {
    field: 'protection',
    says: /heat|temperature|thermal/i,
    code: 'temperature-part',
    look: 'Is there a part that senses heat near the LEDs?',
  },
  {
    field: 'marks',
    says: /./,
    code: 'double-insulation',
    look: 'Does the inside bear the mark out: a fuse, 6 mm between live parts and hand, a capacitor marked X2?',
  },
  {
    field: 'dimmable',
    says: /^(?!.*\b(no|not|non)\b).+/i,
    code: 'dimmer-part',
    look: 'Is there a driver that a dimmer can talk to? A bare capacitor dropper flickers on one.',
  },
];

/** Marks and protections that are only words until somebody has looked. */
export const lookForDoubts: ClaimRule = ({ words }) =>
  words.flatMap((claim) =>
    SIGNS.filter(({ field, says }) => field === claim.field && says.test(claim.text)).map(
      ({ code, look }): ClaimDoubt => ({
        code: `look-for-${code}`,
        severity: 'question',
        claims: [claim.id],
        text: `“${claim.text}”: ${look}`,
      }),
    ),
  );
