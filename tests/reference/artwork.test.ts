import { differenceCiede2000 } from 'culori';
import { describe, expect, test } from 'vitest';
import { pictureChance } from '../../tools/made/picture-chance.ts';
import { colourDifference, nearestThreads } from '../../src/core/thread/colour.ts';
import { readArtwork } from '../../src/engines/logo/read.ts';
import { type Reading } from '../../src/engines/logo/reading.ts';
import {
  decode,
  drawLogo,
  typefaces,
  type LogoAsked,
  type Truth,
  type Typeface,
} from '../../tools/made/logos/logo.ts';

/** Pictures drawn from outlines and shapes of known size: the reader must find the sizes again. */
const palette = [
  '#ffffff',
  '#12509a',
  '#cf1130',
  '#17743d',
  '#c99a2e',
  '#17181b',
  '#5c2a8c',
  '#1ba3a0',
  '#ee6410',
  '#d9577f',
  '#8a5a2b',
  '#9fb4c9',
];
const near = (found: number, truth: number, share: number, mm: number) =>
  Math.abs(found - truth) <= Math.max(share * truth, mm);

function randomLogos(count: number): LogoAsked[] {
  const luck = pictureChance(20);
  const between = (low: number, high: number) => low + luck.next() * (high - low);
  return Array.from({ length: count }, (_, index) => {
    const letterMm = [2, 3, 4, 6, 9, 14, 22, 40][index % 8]!;
    // HILL and ILL are stems almost only: there the I is the measure of the strokes.
    const word =
      letterMm > 20 ? 'HI' : letterMm > 9 ? 'HILL' : luck.pick(['TARNSIDE', 'HILL', 'Tarnside', 'STEAMER']);
    // A picture must have the pixels to show its strokes (about a ninth of a letter's height) at all: 2 px, and
    // where JPEG keeps only every second pixel's colour, 4 px.
    const jpeg = index % 2 === 1;
    const leastWidth = Math.max(300, Math.ceil((98 * (jpeg ? 4 : 2.2)) / (0.11 * letterMm)));
    return {
      typeface: luck.pick(Object.keys(typefaces)) as Typeface,
      word,
      letterMm,
      tiltDegrees: index % 3 === 0 ? 0 : Math.round(between(-15, 15)),
      colours: palette.slice(0, 3 + (index % 10)),
      widthMm: 90,
      pictureWidth: Math.round(Math.min(4000, leastWidth * between(1, 4))),
      ...(jpeg && { jpegQuality: 70 }),
      ...(index % 4 === 2 && { blurPx: 0.8 }),
    };
  });
}

interface Checked {
  asked: LogoAsked;
  truth: Truth;
  reading: Reading;
}

const logos: Checked[] = [];
for (const asked of randomLogos(24)) {
  const { pixels, truth } = await drawLogo(asked);
  logos.push({ asked, truth, reading: readArtwork(pixels, { widthMm: asked.widthMm }) });
}
const described = ({ asked }: Checked) =>
  `${asked.word} ${asked.letterMm} mm ${asked.typeface}, ${asked.tiltDegrees}°, ${asked.pictureWidth} px, ${asked.jpegQuality ? 'JPEG 70' : 'PNG'}${asked.blurPx ? ', blurred' : ''}`;
const wordOf = (reading: Reading) =>
  reading.regions.filter((region) => region.letters).sort((a, b) => b.letters!.count - a.letters!.count)[0];
/** Shapes lie below the word, from left to right as they were drawn; the first is the base bar. */
function shapeKinds({ truth, reading }: Checked): [found: string, drawn: string][] {
  const others = reading.regions.filter((region) => !region.letters);
  const bar = others.filter((region) => region.widthMm > 80)[0];
  const small = others
    .filter((region) => region !== bar && region.topMm > (bar?.topMm ?? 0))
    .sort((a, b) => a.leftMm + a.widthMm / 2 - b.leftMm - b.widthMm / 2);
  return truth.shapes.map(({ kind }, index) => [
    (index === 0 ? bar : small[index - 1])?.kind ?? 'nothing',
    kind,
  ]);
}

describe('pictures of known size', () => {
  test.each(logos.map((logo) => [described(logo), logo] as const))(
    'letter height of %s',
    (_, { asked, reading }) => {
      const word = wordOf(reading);
      expect(word, 'no lettering found').toBeDefined();
      expect(
        near(word!.letters!.heightMm, asked.letterMm, 0.04, 0.2),
        `${word!.letters!.heightMm.toFixed(2)} mm found, ${asked.letterMm} mm drawn`,
      ).toBe(true);
      expect(Math.abs(word!.letters!.tiltDegrees - asked.tiltDegrees)).toBeLessThan(
        asked.word.length > 3 ? 2 : 6,
      );
    },
  );

  test('stroke widths within 10 % or 0.1 mm, of stems and of shapes', () => {
    const wrong: string[] = [];
    let count = 0;
    for (const logo of logos) {
      const { asked, truth, reading } = logo;
      if (truth.stemMm && /^HI/.test(asked.word)) {
        count++;
        if (!near(wordOf(reading)?.strokeMm ?? 0, truth.stemMm, 0.1, 0.1))
          wrong.push(
            `${described(logo)}: stem ${wordOf(reading)?.strokeMm.toFixed(2)}, not ${truth.stemMm.toFixed(2)}`,
          );
      }
      for (const { strokeMm } of truth.shapes) {
        count++;
        if (!reading.regions.some((region) => !region.letters && near(region.strokeMm, strokeMm, 0.1, 0.1)))
          wrong.push(`${described(logo)}: nothing ${strokeMm} mm wide`);
      }
    }
    expect(count).toBeGreaterThan(140);
    expect(wrong).toEqual([]);
  });

  test('kinds right for at least 95 % of the elements', () => {
    const kinds = logos.flatMap((logo) => [
      [wordOf(logo.reading) ? 'lettering' : 'nothing', 'lettering'] as const,
      ...shapeKinds(logo),
    ]);
    const right = kinds.filter(([found, drawn]) => found === drawn).length;
    expect(right / kinds.length).toBeGreaterThanOrEqual(0.95);
  });

  test('thread colours counted right in at least 95 % of the pictures', () => {
    const wrong = logos.filter(
      ({ truth, reading }) => reading.tones.filter((tone) => tone.share > 0).length !== truth.colours,
    );
    expect(wrong.map(described).length / logos.length).toBeLessThanOrEqual(0.05);
  });
});

describe('CIEDE2000 gives all 34 published test pairs (Sharma, Wu, Dalal 2005, table 1; the table typed from memory)', () => {
  const difference = differenceCiede2000();
  const lab = ([l, a, b]: readonly number[]) => ({ mode: 'lab65' as const, l: l!, a: a!, b: b! });
  const blue = [50, 0, -82.7485];
  const red = [50, 2.5, 0];
  const pairs: [readonly number[], readonly number[], number][] = [
    [[50, 2.6772, -79.7751], blue, 2.0425],
    [[50, 3.1571, -77.2803], blue, 2.8615],
    [[50, 2.8361, -74.02], blue, 3.4412],
    [[50, -1.3802, -84.2814], blue, 1],
    [[50, -1.1848, -84.8006], blue, 1],
    [[50, -0.9009, -85.5211], blue, 1],
    [[50, 0, 0], [50, -1, 2], 2.3669],
    [[50, -1, 2], [50, 0, 0], 2.3669],
    [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
    [[50, 2.49, -0.001], [50, -2.49, 0.001], 7.1792],
    [[50, 2.49, -0.001], [50, -2.49, 0.0011], 7.2195],
    [[50, 2.49, -0.001], [50, -2.49, 0.0012], 7.2195],
    [[50, -0.001, 2.49], [50, 0.0009, -2.49], 4.8045],
    [[50, -0.001, 2.49], [50, 0.001, -2.49], 4.8045],
    [[50, -0.001, 2.49], [50, 0.0011, -2.49], 4.7461],
    [red, [50, 0, -2.5], 4.3065],
    [red, [73, 25, -18], 27.1492],
    [red, [61, -5, 29], 22.8977],
    [red, [56, -27, -3], 31.903],
    [red, [58, 24, 15], 19.4535],
    [red, [50, 3.1736, 0.5854], 1],
    [red, [50, 3.2972, 0], 1],
    [red, [50, 1.8634, 0.5757], 1],
    [red, [50, 3.2592, 0.335], 1],
    [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
    [[63.0109, -31.0961, -5.8663], [62.8187, -29.7946, -4.0864], 1.263],
    [[61.2901, 3.7196, -5.3901], [61.4292, 2.248, -4.962], 1.8731],
    [[35.0831, -44.1164, 3.7933], [35.0232, -40.0716, 1.5901], 1.8645],
    [[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
    [[36.4612, 47.858, 18.3852], [36.2715, 50.5065, 21.2231], 1.4146],
    [[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
    [[90.9257, -0.5406, -0.9208], [88.6381, -0.8985, -0.7239], 1.5381],
    [[6.7747, -0.2908, -2.4247], [5.8714, -0.0985, -2.2286], 0.6377],
    [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
  ];
  test.each(pairs)('%o and %o', (one, other, expected) => {
    expect(difference(lab(one), lab(other))).toBeCloseTo(expected, 4);
    expect(difference(lab(other), lab(one))).toBeCloseTo(expected, 4);
  });
  test('a colour does not differ from itself', () =>
    expect(colourDifference([255, 255, 255], [255, 255, 255])).toBe(0));
});

test('a tone finds the shop’s nearest threads', () => {
  const threads = [{ colour: '#12509a' }, { colour: '#cf1130' }, { colour: '#1a2447' }];
  expect(nearestThreads([20, 84, 150], threads)[0]!.thread.colour).toBe('#12509a');
});

test('thin letters of a colour near another’s stay a colour of their own: navy beside blue, grey beside black', async () => {
  const asked: LogoAsked = {
    typeface: 'roboto',
    word: 'STEAMER',
    letterMm: 4,
    tiltDegrees: 0,
    colours: ['#ffffff', '#1a2447', '#12509a', '#1ba3a0', '#c99a2e', '#cf1130'],
    widthMm: 90,
    pictureWidth: 4000,
    jpegQuality: 80,
  };
  const navy = readArtwork((await drawLogo(asked)).pixels, { widthMm: 90 });
  expect(navy.tones.filter((tone) => tone.share > 0)).toHaveLength(5);
  const grey = readArtwork(
    (await drawLogo({ ...asked, colours: ['#ffffff', '#555555', '#17181b'], pictureWidth: 1500 })).pixels,
    { widthMm: 90 },
  );
  expect(grey.tones.filter((tone) => tone.share > 0)).toHaveLength(2);
}, 30_000);

describe('what cannot be read is said', () => {
  const blank = (width: number, height: number) => ({
    width,
    height,
    data: new Uint8ClampedArray(width * height * 4).fill(255),
  });
  test.each([
    ['a picture of one pixel', blank(1, 1), 80, 'PictureTooSmall', /300 pixels/],
    [
      '100 million pixels',
      { width: 10_000, height: 10_000, data: new Uint8ClampedArray(0) },
      80,
      'PictureTooLarge',
      /4000 pixels/,
    ],
    ['no width', blank(100, 100), 0, 'PictureWidthUnlikely', /5 to 400 mm/],
    ['an empty picture', blank(100, 100), 80, 'PictureEmpty', /background/],
  ])('%s', (_, picture, widthMm, name, words) => {
    expect(() => readArtwork(picture, { widthMm })).toThrow(
      expect.objectContaining({ name, message: expect.stringMatching(words) as string }),
    );
  });
  test('a clear ground is not sewn, and needs no white', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="400" height="200"><rect x="50" y="50" width="300" height="100" fill="#fff"/></svg>';
    const reading = readArtwork(await decode(Buffer.from(svg)), { widthMm: 60 });
    expect(reading.tones).toMatchObject([{ colour: '#ffffff', isGround: false }]);
    expect(reading.heightMm).toBeCloseTo(20, 0);
  });
  test('a blurred picture and letters too small are warned of', async () => {
    const asked: LogoAsked = {
      typeface: 'roboto',
      word: 'TARNSIDE',
      letterMm: 2,
      tiltDegrees: 0,
      colours: palette.slice(0, 4),
      widthMm: 120,
      pictureWidth: 1600,
    };
    const sharpOne = readArtwork((await drawLogo(asked)).pixels, { widthMm: 120 });
    expect(sharpOne.warnings.map((warning) => warning.kind)).toContain('letters');
    const blurred = readArtwork((await drawLogo({ ...asked, letterMm: 5, blurPx: 7 })).pixels, {
      widthMm: 120,
    });
    expect(blurred.warnings.map((warning) => warning.kind)).toContain('blurred');
  }, 60_000);
});
