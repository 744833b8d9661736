import { describe, expect, it } from '@jest/globals';
import { entrySchema } from './entry.ts';
import { type LoggedMapping, loggedReadings } from './logged-readings.ts';

const seconds = Array.from({ length: 1001 }, (_, index) => index * 1e-4);
const mapping = (values: number[], more: Partial<LoggedMapping>): LoggedMapping => ({
  column: { name: 'one', values },
  seconds,
  hasTime: true,
  place: { at: 'part', ref: 'R1' },
  unit: 'volts',
  ...more,
});

describe('readings from a log', () => {
  it('are legal entries: the average of what is steady, the root mean square of what alternates', () => {
    const steady = loggedReadings(
      mapping(
        seconds.map(() => 3.1),
        {},
      ),
    );
    expect(steady).toMatchObject([{ figures: [{ unit: 'volts', value: expect.closeTo(3.1, 9) }], condition: { state: 'live' } }]);
    const mains = loggedReadings(
      mapping(
        seconds.map((at) => 325 * Math.sin(2 * Math.PI * 50 * at)),
        { place: { at: 'in' } },
      ),
    );
    expect(mains[0]).toMatchObject({ figures: [{ value: expect.closeTo(325 / Math.SQRT2, 0) }] });
    for (const draft of [...steady, ...mains])
      expect(entrySchema.safeParse({ ...draft, id: 'entry-1-x', at: '2026-03-07T10:00:00Z' })).toMatchObject({ success: true });
  });

  it('as ripple are the swing, from the lowest to the highest', () => {
    const drafts = loggedReadings(
      mapping(
        seconds.map((at) => 12 + 0.8 * Math.sin(2 * Math.PI * 100 * at)),
        { ripple: true, place: { at: 'part', ref: 'C2' } },
      ),
    );
    expect(drafts).toMatchObject([{ figures: [{ unit: 'volts', statistic: 'ripple', value: expect.closeTo(1.6, 3) }] }]);
  });

  it('of a soak are a row over time, thinned, the first one cold', () => {
    const soak = loggedReadings(
      mapping(
        seconds.map((at) => 20 + 400 * at),
        { unit: 'celsius', place: { at: 'surface', name: 'case' } },
      ),
    );
    expect(soak).toHaveLength(40);
    expect(soak[0]).toMatchObject({ condition: { cold: true }, figures: [{ value: 20 }] });
    expect(soak.at(-1)).toMatchObject({ condition: { afterSeconds: 0.1 }, figures: [{ value: 60 }] });
  });

  it('of light carry its flicker; of nothing there are none', () => {
    const light = loggedReadings(
      mapping(
        seconds.map((at) => 200 + 100 * Math.sin(2 * Math.PI * 100 * at)),
        { unit: 'lux', place: { at: 'light' } },
      ),
    );
    expect(light[0]).toMatchObject({ figures: [{ unit: 'lux' }, { unit: 'percent', value: expect.closeTo(50, 0) }] });
    expect(loggedReadings(mapping([Number.NaN], {}))).toEqual([]);
  });
});
