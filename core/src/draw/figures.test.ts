import { describe, expect, it } from '@jest/globals';
import { type DrawnPackage, heatPathSvg, markedPhotoSvg, stringMapSvg } from './index.ts';

const wordsOf = (svg: string) => [...svg.matchAll(/<text[^>]*>([^<]*)</g)].map(([, words = '']) => words.replace(/\s/g, ' '));
const sizeOf = (svg: string) => {
  const [, width, height] = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg) ?? [];
  return { width: Number(width), height: Number(height) };
};

describe('the way of the heat', () => {
  const path = {
    ref: 'D1',
    joints: [
      { name: 'junction', celsius: 104.4, read: false },
      { name: 'board', celsius: 71, read: true },
      { name: 'air', celsius: 22, read: false },
    ],
    stretches: [
      { kelvin: 33.4, kelvinPerWatt: 25, watts: 1.336 },
      { kelvin: 49, kelvinPerWatt: 9.8, watts: 5 },
    ],
    low: 97.2,
    high: 112,
  };

  it('has every joint with its temperature and every drop with its sum; what was not read is dashed', () => {
    const svg = heatPathSvg([path], 'Desk lamp');
    expect(wordsOf(svg)).toEqual(
      expect.arrayContaining(['104 °C', '71 °C', 'board, read', '−33 K', '25.0 K/W × 1.34 W', 'D1: junction between 97 and 112 °C']),
    );
    expect(svg.match(/<rect[^>]*stroke-dasharray/g)).toHaveLength(2);
  });

  it('gives each LED a row, and no box leaves the sheet', () => {
    const svg = heatPathSvg([path, { ...path, ref: 'D2' }], 'Desk lamp');
    const { width, height } = sizeOf(svg);
    for (const [, x, y, wide, tall] of svg.matchAll(/<rect x="(\d+)" y="(\d+)" width="(\d+)" height="(\d+)"/g)) {
      expect(Number(x) + Number(wide)).toBeLessThanOrEqual(width);
      expect(Number(y) + Number(tall)).toBeLessThanOrEqual(height);
    }
    expect(height).toBeGreaterThan(sizeOf(heatPathSvg([path], 'Desk lamp')).height);
  });
});

describe('the string map', () => {
  const packages: DrawnPackage[] = Array.from({ length: 30 }, (_, index) => ({
    name: `D${index + 1}`,
    ref: 'D1',
    state: index === 6 ? 'open' : index === 8 ? 'short' : 'lights',
    ...(index === 8 && { volts: 2.95 }),
  }));

  it('names each package and breaks a long string into lines', () => {
    const svg = stringMapSvg(packages, 'Bulb');
    expect(wordsOf(svg)).toEqual(expect.arrayContaining([...packages.map(({ name }) => name), '2.95 V']));
    const sides = [...svg.matchAll(/<rect x="([\d.]+)" y="(\d+)" width="22"/g)];
    // Thirty packages in lines of twelve, and the key.
    expect(new Set(sides.map(([, , y]) => y)).size).toBe(4);
    expect(Math.max(...sides.map(([, x]) => Number(x) + 22))).toBeLessThanOrEqual(sizeOf(svg).width);
    // Each under the middle of its name.
    const middles = [...svg.matchAll(/<text x="([\d.]+)"[^>]*text-anchor="middle"[^>]*>D\d+</g)].map(([, x]) => Number(x));
    expect(middles).toHaveLength(30);
    expect(sides.slice(0, 30).map(([, x]) => Number(x) + 11)).toEqual(middles);
  });

  it('draws no two states alike', () => {
    const drawn = (['lights', 'dim', 'dark spot', 'open', 'short', 'not tested'] as const).map((state) =>
      stringMapSvg([{ name: 'D1', ref: 'D1', state }], 'x')
        .split('</text>')
        .slice(2, 3)
        .join(''),
    );
    expect(new Set(drawn).size).toBe(6);
  });
});

it('marks in a photo lie at their shares of it, and what was typed is escaped', () => {
  const svg = markedPhotoSvg('pictures/a".jpg', { width: 400, height: 200, caption: '<b>', pins: [{ x: 0.5, y: 0.25 }] });
  // A square of 18 on 400 × 200, around the middle of the width and a quarter of the height.
  expect(svg).toContain('<rect x="191.2" y="41.2" width="17.6" height="17.6"');
  expect(svg).toContain('<title>&lt;b&gt;</title>');
  expect(svg).toContain('href="pictures/a&quot;.jpg"');
});
