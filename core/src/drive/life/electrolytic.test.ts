import { describe, expect, it } from '@jest/globals';
import { electrolyticLife } from './electrolytic.ts';

const at = (celsius: number) => ({ value: celsius, low: celsius, high: celsius });

describe('how long a capacitor that dries out lasts', () => {
  it('electrolytic: 2,000 h at 105 °C as printed, 1,000 to 5,000 on makers’ sheets, and twice as long for each 10 K less', () => {
    expect(electrolyticLife(at(105))).toEqual({ hours: 2000, low: 1000, high: 5000, printed: { hours: 2000, celsius: 105 } });
    expect(electrolyticLife({ value: 85, low: 75, high: 95 })).toMatchObject({ hours: 8000, low: 2000, high: 40_000 });
  });

  it('by what is printed on its body, where that was read: at 85 °C for 85 °C its 2,000 h', () => {
    expect(electrolyticLife(at(85), 'electrolytic', 85)).toMatchObject({ hours: 2000, printed: { celsius: 85 } });
  });

  it('double layer: 1,000 h at 70 °C, by the same rule', () => {
    expect(electrolyticLife(at(70), 'double-layer')).toMatchObject({ hours: 1000, low: 500, high: 2000 });
    expect(electrolyticLife(at(30), 'double-layer').hours).toBe(16_000);
  });

  it('at most fifteen years, day and night: by then a seal lets go', () => {
    expect(electrolyticLife(at(20))).toMatchObject({ hours: 131_490, low: 131_490, high: 131_490 });
  });
});
