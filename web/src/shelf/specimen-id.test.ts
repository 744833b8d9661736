import { describe, expect, it } from '@jest/globals';
import { specimenIdSchema } from '@mindful-probe/core';
import fc from 'fast-check';
import { specimenIdFrom } from './specimen-id.ts';

describe('specimen id', () => {
  it('reads like the name', () => {
    expect(specimenIdFrom('USB book clip', '0123-4567-89')).toBe('usb-book-clip-01234567');
    expect(specimenIdFrom('Flurlampe grün', 'abcdef01')).toBe('flurlampe-gru-n-abcdef01');
  });

  it('is valid for any name', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.uuid(), (name, random) =>
        expect(specimenIdSchema.safeParse(specimenIdFrom(name, random)).success).toBe(true),
      ),
    );
  });
});
