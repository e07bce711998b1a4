import { describe, expect, test } from 'vitest';
import { flatBlock, type FlatColumn } from '../../../tests/support/flat-block.ts';
import { checkPicture, readArtwork, type ReadOptions } from './read.ts';

const white = [255, 255, 255] as const;
const blue = [18, 80, 154] as const;
const red = [207, 17, 48] as const;
const green = [23, 116, 61] as const;

/** A box by its left top corner, px; the design is 100 mm wide where its boxes reach from 20 to 320. */
const box = (left: number, top: number, wide: number, high: number, colour: FlatColumn['stripes'][number][1]): FlatColumn => ({
  ...{ x: left + wide / 2, y: top + high / 2, wide, long: high },
  stripes: [[1, colour]],
}); // prettier-ignore
const picture = (boxes: readonly FlatColumn[], ground: Parameters<typeof flatBlock>[1] = white) => flatBlock([340, 160], ground, boxes); // prettier-ignore
const read = (boxes: readonly FlatColumn[], options: Partial<ReadOptions> = {}, ground?: Parameters<typeof flatBlock>[1]) =>
  readArtwork(picture(boxes, ground), { widthMm: 100, ...options }); // prettier-ignore
/** Three pixels to a mm. */
const three = [box(20, 20, 300, 60, blue), box(20, 90, 60, 30, red), box(260, 100, 60, 30, green)];

describe('a picture of boxes', () => {
  test('each where it lies and as large as it is, the largest first; colours by their share', () => {
    const reading = read(three);
    expect(reading.pxPerMm).toBe(12);
    expect(reading).toMatchObject({ widthMm: 100, doubt: null, warnings: [] });
    expect(reading.heightMm).toBeCloseTo(110 / 3, 1);
    const told = reading.regions.map(({ leftMm, topMm, widthMm, heightMm }) => [leftMm, topMm, widthMm, heightMm]); // prettier-ignore
    const wanted = [[0, 0, 100, 20], [0, 70 / 3, 20, 10], [80, 80 / 3, 20, 10]]; // prettier-ignore
    told.forEach((one, k) => one.forEach((value, at) => expect(value).toBeCloseTo(wanted[k]![at]!, 0)));
    expect(reading.regions.map(({ id }) => id)).toEqual([1, 2, 3]);
    expect(reading.regions[0]!.areaMm2).toBeCloseTo(2000, -1);
    expect(reading.regions[1]!.strokeMm).toBeCloseTo(10, 0);
    const colours = reading.regions.map(({ tone }) => reading.tones[tone]!.colour);
    expect(colours).toEqual(['#12509a', '#cf1130', '#17743d']);
    const ground = reading.tones.find(({ isGround }) => isGround)!;
    expect(ground).toMatchObject({ colour: '#ffffff', share: 0 });
    expect(reading.tones.map(({ share }) => share).reduce((a, b) => a + b)).toBeCloseTo(1, 9);
    expect(reading.tones[reading.regions[0]!.tone]!.share).toBeCloseTo(2000 / 2400, 2);
    expect(reading.tones[reading.regions[2]!.tone]!.share).toBeCloseTo(200 / 2400, 2);
  });
  test('which region each pixel is of, and where the design lies in the working picture', () => {
    const { map, box: whole, regions } = read(three);
    expect([map.width, map.height]).toEqual([1360, 640]);
    const at = (x: number, y: number) => map.of[y * 4 * map.width + x * 4];
    expect([at(5, 5), at(100, 50), at(50, 100), at(300, 110), at(150, 110)]).toEqual([0, 1, 2, 3, 0]);
    for (const [side, px] of [
      ['left', 80],
      ['top', 80],
      ['right', 1279],
      ['bottom', 519],
    ] as const)
      // prettier-ignore
      expect(Math.abs(whole[side] - px)).toBeLessThanOrEqual(1);
    expect(regions).toHaveLength(3);
  });
  test('progress goes on to the end, each step with its name', () => {
    const told: [number, string][] = [];
    readArtwork(picture(three), { widthMm: 100 }, (share, doing) => told.push([share, doing]));
    expect(told.map(([share]) => share)).toEqual([...told.map(([share]) => share)].sort((a, b) => a - b));
    expect(told.at(-1)).toEqual([1, 'done']);
    expect(new Set(told.map(([, doing]) => doing)).size).toBe(told.length);
  });
  test('dirt in the margin widens no design, and is no part; a small part within it is one', () => {
    const dirt = [box(4, 4, 2, 1, blue), box(332, 150, 1, 2, red)];
    const clean = read(three);
    const dirty = read([...three, ...dirt]);
    expect(dirty.pxPerMm).toBe(clean.pxPerMm);
    expect(dirty.regions).toHaveLength(3);
    // 4 px square come to 1.8 mm².
    expect(read([...three, box(150, 110, 4, 4, blue)]).regions).toHaveLength(4);
  });
});

describe('what is not sewn', () => {
  // What is told first lies on top.
  const badge = [box(60, 50, 60, 60, red), box(20, 20, 300, 120, blue)];
  test('as the operator says: a colour, or nothing', () => {
    const found = read(badge);
    expect(found.regions).toHaveLength(2);
    const none = read(badge, { ground: 'none' });
    expect(none.regions).toHaveLength(3);
    expect(none.tones.some(({ isGround }) => isGround)).toBe(false);
    // The whole picture is the design then.
    expect(none.pxPerMm).toBeCloseTo((4 * 340) / 100, 6);
    const blueIsGround = read(badge, { ground: '#12509a' });
    expect(blueIsGround.tones.find(({ isGround }) => isGround)!.colour).toBe('#12509a');
    expect(blueIsGround.regions.map(({ tone }) => blueIsGround.tones[tone]!.colour).sort()).toEqual(['#cf1130', '#ffffff']); // prettier-ignore
  });
  test('what else it might be is told by its colour', () => {
    const framed = [box(0, 0, 340, 4, red), box(0, 156, 340, 4, red), box(0, 0, 4, 160, red), box(336, 0, 4, 160, red)]; // prettier-ignore
    const reading = read([...framed, box(120, 60, 60, 40, green)], {}, blue);
    expect(reading.tones.find(({ isGround }) => isGround)!.colour).toBe('#12509a');
    expect(reading.doubt).toBe('#cf1130');
  });
});

describe('pictures that are not read', () => {
  test('the width of the design: 5 to 400 mm', () => {
    const say = 'Give the finished width of the design, from 5 to 400 mm.';
    for (const mm of [4.9, 400.1, NaN]) expect(() => checkPicture(100, 100, mm)).toThrow(say);
    for (const mm of [5, 400]) expect(() => checkPicture(100, 100, mm)).not.toThrow();
  });
  test('its size: 16 px each way at least, 60 million at most', () => {
    expect(() => checkPicture(15, 400, 60)).toThrow('This picture is 15 × 400 pixels: too small to read. Use one at least 300 pixels wide.'); // prettier-ignore
    expect(() => checkPicture(400, 15, 60)).toThrow('400 × 15 pixels');
    expect(() => checkPicture(16, 16, 60)).not.toThrow();
    expect(() => checkPicture(10_000, 6_000, 60)).not.toThrow();
    expect(() => checkPicture(10_000, 6_001, 60)).toThrow('This picture has 60 million pixels.');
    expect(() => checkPicture(10_000, 8_100, 60)).toThrow('This picture has 81 million pixels. Make it smaller (4000 pixels wide is plenty) and drop it again.'); // prettier-ignore
  });
  test('one colour; nothing at all', () => {
    expect(() => read([])).toThrow('Only one colour is on this picture: there is nothing to sew. Check the background.'); // prettier-ignore
    const clear = picture([]);
    clear.data.fill(0);
    expect(() => readArtwork(clear, { widthMm: 100 })).toThrow('Nothing is drawn on this picture. Check that it is the right one.'); // prettier-ignore
  });
});
