import { describe, expect, it } from '@jest/globals';
import { SpecimenAnalyses } from '../appraisal/index.ts';
import { outcomeOf, specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import { driveDetails } from '../details/index.ts';
import { costsOf, lightForMoney, sayMoney } from './index.ts';

const costs = (...lines: TestLine[]) => costsOf(specimenOf(...lines));

describe('costs', () => {
  it('add up parts, tools and time; the last word holds for what it was bought for', () => {
    expect(
      costs('cost 12 bought', 'cost 9.90 bought', 'cost 3.40 parts two resistors', 'cost 1,10 parts', 'cost 20min work', 'cost 0.5h'),
    ).toEqual({
      bought: 9.9,
      anew: 9.9,
      parts: 4.5,
      tools: 0,
      minutes: 50,
      all: 14.4,
      savedAgainstNew: 9.9 - 4.5,
    });
  });

  it('take the price on the box where nothing else was said, and say when a rework is dearer than a new one', () => {
    expect(costs('claim price 14.90')).toMatchObject({ bought: 14.9, all: 14.9 });
    expect(costs('claim price 14.90', 'cost 18 new', 'cost 20 parts')?.savedAgainstNew).toBeCloseTo(-2, 9);
    expect(sayMoney(-2)).toBe('−2.00');
  });

  it('are not guessed: without a price there is no sum, without a word nothing at all', () => {
    expect(costs({ kind: 'name', name: 'Clip' })).toBeUndefined();
    expect(costs('cost 3 parts')).toEqual({ parts: 3, tools: 0, minutes: 0 });
  });

  it('typed without a figure or a purpose are asked for it, and nothing is entered', () => {
    for (const line of ['cost', 'cost bought', 'cost 3.40', 'cost lots of money', 'cost -3 parts', 'cost 3.404 parts'])
      expect([line, outcomeOf(line).kind]).toEqual([line, 'unread']);
    expect(outcomeOf('cost 3.40 parts')).toMatchObject({ kind: 'entry', draft: { kind: 'cost', of: 'parts', amount: 3.4 } });
    expect(outcomeOf('cost 50min')).toMatchObject({ kind: 'entry', draft: { of: 'work', minutes: 50 } });
  });

  it('of light are the life over all that was paid', () => {
    const lamp = specimenOf('cost 5 bought', 'V1 5v on A G', 'R1 39r on A B', 'D1 led white rated 30ma on B G');
    const details = driveDetails(new SpecimenAnalyses(lamp).found);
    const life = details.ok ? details.value.leds[0]?.life : undefined;
    const paid = costsOf(lamp);
    const light = paid && lightForMoney(paid, details.ok ? details.value : undefined);
    expect(light?.low).toBeCloseTo((life?.low ?? 0) / 5, 9);
    expect(light?.high).toBeCloseTo((life?.high ?? 0) / 5, 9);
    expect(paid && lightForMoney({ ...paid, all: 0 }, details.ok ? details.value : undefined)).toBeUndefined();
  });
});
