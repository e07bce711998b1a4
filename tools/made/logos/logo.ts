import { type ElementKind } from '../../../src/core/element/elements.ts';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import opentype from 'opentype.js';
import sharp from 'sharp';
import { pixelsOf } from '../pixels.ts';
import type { Pixels } from '../../../src/engines/picture/pixels.ts';

const require = createRequire(import.meta.url);
const load = (name: string, weight: number) => {
  const file = require.resolve(`@fontsource/${name}/files/${name}-latin-${weight}-normal.woff`);
  const bytes = readFileSync(file);
  return opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
};
/** Openly licensed typefaces, as outlines. `stems`: the I is a plain stem, so its width is the stroke's truth. */
export const typefaces = {
  roboto: { font: load('roboto', 400), stems: true },
  'roboto bold': { font: load('roboto', 700), stems: true },
  oswald: { font: load('oswald', 500), stems: true },
  merriweather: { font: load('merriweather', 400), stems: false },
  'roboto slab': { font: load('roboto-slab', 400), stems: false },
  lora: { font: load('lora', 700), stems: false },
};
export type Typeface = keyof typeof typefaces;

export interface LogoAsked {
  typeface: Typeface;
  word: string;
  letterMm: number;
  tiltDegrees: number;
  /** First: the ground; second: the word; then one for each shape in turn. */
  colours: readonly string[];
  widthMm: number;
  pictureWidth: number;
  jpegQuality?: number;
  blurPx?: number;
}

/** A shape of known size. */
interface Shape {
  svg: (colour: string) => string;
  kind: ElementKind;
  strokeMm: number;
}

/** What was drawn, in mm: what the reader should find. */
export interface Truth {
  letterMm: number;
  stemMm: number | null;
  shapes: { kind: ElementKind; strokeMm: number; colour: string }[];
  colours: number;
}

/** A plain logo: a base bar over the whole width, a tilted word above it, and shapes of known sizes below. */
export async function drawLogo(asked: LogoAsked): Promise<{ file: Buffer; pixels: Pixels; truth: Truth }> {
  const { font, stems } = typefaces[asked.typeface];
  const { widthMm, letterMm, colours } = asked;
  const size = (letterMm * font.unitsPerEm) / boxOf(font, 'H').height;
  const wordWidth = font.getAdvanceWidth(asked.word, size);
  const rise = Math.abs(Math.sin((asked.tiltDegrees * Math.PI) / 180)) * wordWidth;
  const wordTop = 3;
  const baseLine = wordTop + rise + letterMm * 1.6;
  const path = font.getPath(asked.word, -wordWidth / 2, 0, size).toPathData(4);
  const baseTop = baseLine + rise / 2 + letterMm * 0.5 + 2;
  const shapes: Shape[] = [
    {
      kind: 'fill',
      strokeMm: 9,
      svg: (c) => `<rect x="0" y="${baseTop}" width="${widthMm}" height="9" fill="${c}"/>`,
    },
    // The thin line only where the picture has the pixels for it.
    ...smallShapes(baseTop + 12, widthMm).filter(
      ({ strokeMm }) => (strokeMm * asked.pictureWidth) / (widthMm + 8) > (asked.jpegQuality ? 4 : 2.5),
    ),
  ];
  const height = baseTop + 12 + 18;
  const colourOf = (index: number) => colours[2 + (index % Math.max(1, colours.length - 2))] ?? colours[1]!;
  const drawn = shapes.map((shape, index) => shape.svg(colourOf(index))).join('');
  const margin = 4;
  const box = `${-margin} ${-margin} ${widthMm + 2 * margin} ${height + 2 * margin}`;
  const pxHeight = Math.round((asked.pictureWidth * (height + 2 * margin)) / (widthMm + 2 * margin));
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}" width="${asked.pictureWidth}" height="${pxHeight}">
    <rect x="${-margin}" y="${-margin}" width="${widthMm + 2 * margin}" height="${height + 2 * margin}" fill="${colours[0]}"/>
    <path transform="translate(${widthMm / 2} ${baseLine - rise / 2}) rotate(${-asked.tiltDegrees})" d="${path}" fill="${colours[1]}"/>${drawn}</svg>`;
  let image = sharp(Buffer.from(svg));
  if (asked.blurPx) image = image.blur(asked.blurPx);
  const file = await (
    asked.jpegQuality ? image.jpeg({ quality: asked.jpegQuality }) : image.png()
  ).toBuffer();
  const stem = (boxOf(font, 'I').width * size) / font.unitsPerEm;
  return {
    file,
    pixels: await decode(file),
    truth: {
      letterMm,
      stemMm: stems ? stem : null,
      shapes: shapes.map(({ kind, strokeMm }, index) => ({ kind, strokeMm, colour: colourOf(index) })),
      colours: new Set([colours[1], ...shapes.map((_, index) => colourOf(index))]).size,
    },
  };
}

export const decode = (file: Buffer): Promise<Pixels> => pixelsOf(sharp(file));

/** Columns, a disc, a ring and a thin line, side by side from the left. */
function smallShapes(top: number, widthMm: number): Shape[] {
  const step = widthMm / 6;
  const at = (index: number) => (index + 0.5) * step;
  return [
    {
      kind: 'satin',
      strokeMm: 3,
      svg: (c) => `<rect x="${at(0) - 1.5}" y="${top}" width="3" height="16" fill="${c}"/>`,
    },
    {
      kind: 'fill',
      strokeMm: 10.5,
      svg: (c) => `<circle cx="${at(1)}" cy="${top + 8}" r="5.25" fill="${c}"/>`,
    },
    {
      kind: 'satin',
      strokeMm: 1.5,
      svg: (c) =>
        `<circle cx="${at(2)}" cy="${top + 8}" r="5" fill="none" stroke="${c}" stroke-width="1.5"/>`,
    },
    {
      kind: 'run',
      strokeMm: 0.5,
      svg: (c) =>
        `<path d="M${at(3) - 5} ${top + 14}L${at(3) + 5} ${top + 2}" stroke="${c}" stroke-width="0.5"/>`,
    },
    {
      kind: 'satin',
      strokeMm: 5,
      svg: (c) =>
        `<path d="M${at(4) - 4} ${top + 13}L${at(4) + 4} ${top + 4}" stroke="${c}" stroke-width="5"/>`,
    },
    {
      kind: 'fill',
      strokeMm: 9,
      svg: (c) => `<rect x="${at(5) - 4.5}" y="${top + 2}" width="9" height="12" fill="${c}"/>`,
    },
  ];
}

function boxOf(font: opentype.Font, letter: string) {
  const { x1, x2, y1, y2 } = font.charToGlyph(letter).getBoundingBox();
  return { width: x2 - x1, height: y2 - y1 };
}

/** The crew's logo: four colours, small letters tilted a little. */
export const crewLogo: LogoAsked = {
  typeface: 'roboto',
  word: 'STEAMER',
  letterMm: 4.8,
  tiltDegrees: 5,
  colours: ['#ffffff', '#17181b', '#12509a', '#cf1130'],
  widthMm: 90,
  pictureWidth: 1500,
};
