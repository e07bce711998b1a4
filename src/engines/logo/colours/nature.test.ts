import sharp, { type Sharp } from 'sharp';
import { describe, expect, test } from 'vitest';
import { pixelsOf } from '../../../../tools/made/pixels.ts';
import { natureOf } from './nature.ts';
import { findTones } from './palette.ts';

const svg = (inner: string) =>
  sharp(
    Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="600" height="450"><defs>
    <linearGradient id="line" x2="1" y2="1"><stop offset="0" stop-color="#cf1130"/><stop offset="1" stop-color="#f3e27a"/></linearGradient>
    <radialGradient id="round"><stop offset="0" stop-color="#ffffff"/><stop offset="1" stop-color="#12509a"/></radialGradient>
    <filter id="cloudy"><feTurbulence baseFrequency="0.02" numOctaves="5"/></filter></defs>
    <rect width="600" height="450" fill="#fff"/>${inner}</svg>`),
  );
const disc = (fill: string) => `<circle cx="300" cy="225" r="160" fill="${fill}"/>`;
const natureIn = async (image: Sharp) => {
  const pixels = await pixelsOf(image);
  return natureOf(
    pixels,
    null,
    findTones(pixels, null).map((tone) => tone.rgb),
  );
};

describe('what a picture is', () => {
  test.each([
    ['plain colours', `${disc('#12509a')}<rect x="20" y="20" width="90" height="90" fill="#c99a2e"/>`],
    [
      'two tints of one colour',
      `${disc('#12509a')}<rect x="20" y="20" width="90" height="90" fill="#3a6fb0"/>`,
    ],
  ])('%s: a drawing, as PNG and as JPEG', async (_, inner) => {
    expect(await natureIn(svg(inner))).toBe('drawing');
    expect(await natureIn(sharp(await svg(inner).jpeg({ quality: 60 }).toBuffer()))).toBe('drawing');
  });
  test.each([
    ['from side to side', disc('url(#line)')],
    ['from the middle', disc('url(#round)')],
    [
      'within letters',
      '<text x="60" y="260" font-size="130" font-weight="bold" fill="url(#line)">TARN</text>',
    ],
  ])('colours that run into each other %s', async (_, inner) =>
    expect(await natureIn(svg(inner))).toBe('gradient'),
  );
  test('what has no plain colours is a photograph', async () =>
    expect(await natureIn(svg('<rect width="600" height="450" filter="url(#cloudy)"/>').resize(200))).toBe(
      'photograph',
    ));
  /** Of a hundred pixels looked at so many are of no tone: a hair more than 16 off all of them. */
  const judged = (ofNone: number, tones: readonly (readonly [number, number, number])[], off = 17) => {
    // Every third pixel is looked at.
    const data = Uint8ClampedArray.from({ length: 300 * 4 }, (_, at) => {
      const pixel = Math.floor(at / 12);
      const isOff = pixel < ofNone && Math.floor(at / 4) % 3 === 0;
      return at % 4 === 0 && isOff ? off : 0;
    });
    return natureOf({ width: 20, height: 15, data }, null, tones);
  };
  const many = Array.from({ length: 10 }, (_, k) => [0, 25 * k, k % 2 ? 255 : 0] as const).map((tone, k) =>
    k === 0 ? ([0, 0, 0] as const) : tone,
  );
  test('three tenths of no tone are still a drawing, more are a photograph; with ten tones from a quarter on', () => {
    expect(judged(30, [[0, 0, 0]])).toBe('drawing');
    expect(judged(31, [[0, 0, 0]])).toBe('photograph');
    // 16 off is of the tone yet.
    expect(judged(31, [[0, 0, 0]], 16)).toBe('drawing');
    expect(judged(24, many)).not.toBe('photograph');
    expect(judged(25, many)).toBe('photograph');
    expect(judged(25, many.slice(0, 9))).not.toBe('photograph');
  });
  test('three pairs of tones nearer than 60 run into each other; two pairs are tints', () => {
    const reds = (...values: number[]) =>
      judged(0, [[0, 0, 0], ...values.map((red) => [red, 0, 0] as const)]);
    expect(reds(30, 59)).toBe('gradient');
    expect(reds(30, 60)).toBe('drawing');
    expect(reds(59)).toBe('drawing');
    expect(reds(59, 118, 177)).toBe('gradient');
  });
  test('clear pixels count for nothing', async () => {
    const image = sharp({ create: { width: 60, height: 60, channels: 4, background: '#00000000' } });
    const pixels = await pixelsOf(image);
    expect(natureOf(pixels, new Uint8Array(3600).fill(1), [])).toBe('drawing');
  });
});
