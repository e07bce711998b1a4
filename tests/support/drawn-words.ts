import sharp from 'sharp';
import type { LinesSaid } from '../../src/engines/logo/lettering/by-hand.ts';
import { readArtwork } from '../../src/engines/logo/read.ts';
import { loopsPath, outlines, type Face } from '../../tools/made/logos/faces.ts';
import { pixelsOf } from '../../tools/made/pixels.ts';

/** A word as outlines, 10 px to a mm, its base line at 0. */
export const wordPath = (
  text: string,
  capMm: number,
  x: number,
  y: number,
  fill: string,
  face: Face = 'roboto bold',
) =>
  `<path transform="translate(${x} ${y})" fill="${fill}" d="${loopsPath(outlines(face, text, capMm * 10))}"/>`;

/**
 * Draws on white, 100 × 60 mm, a bar over the whole width at the foot, and reads it: the bar is left out. 208 pixels wide, as a picture in a mail is, and
 * quick; `wide`: others.
 */
export async function readDrawn(
  inner: string,
  { lines, wide = 208 }: { lines?: LinesSaid; wide?: number } = {},
) {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-20 -20 1040 640" width="${wide}" height="${Math.round((wide * 640) / 1040)}"><rect x="-20" y="-20" width="1040" height="640" fill="#ffffff"/>${inner}<rect y="560" width="1000" height="40" fill="#6d7178"/></svg>`;
  const reading = readArtwork(await pixelsOf(sharp(Buffer.from(svg))), {
    widthMm: 100,
    ...(lines && { lines }),
  });
  const grey = reading.tones.findIndex((tone) => tone.colour === '#6d7178');
  return reading.regions
    .filter((region) => region.tone !== grey)
    .map((region) => ({ ...region, colour: reading.tones[region.tone]!.colour }));
}
