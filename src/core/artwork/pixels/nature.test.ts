import sharp, { type Sharp } from 'sharp';
import { describe, expect, test } from 'vitest';
import { pixelsOf } from '../../../../tests/support/pixels.ts';
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
    expect(await natureIn(svg('<rect width="600" height="450" filter="url(#cloudy)"/>'))).toBe('photograph'));
  test('clear pixels count for nothing', async () => {
    const image = sharp({ create: { width: 60, height: 60, channels: 4, background: '#00000000' } });
    const pixels = await pixelsOf(image);
    expect(natureOf(pixels, new Uint8Array(3600).fill(1), [])).toBe('drawing');
  });
});
